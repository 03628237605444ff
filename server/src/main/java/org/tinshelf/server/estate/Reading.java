package org.tinshelf.server.estate;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.exchange.document.BadDocumentException;
import org.tinshelf.exchange.document.DocumentReader;
import org.tinshelf.exchange.document.Problem;
import org.tinshelf.server.objects.Identities;
import org.tinshelf.server.rulebase.LineRecord;
import org.tinshelf.server.rulebase.Lines;
import org.tinshelf.server.rulebase.Lines.Head;
import org.tinshelf.server.rulebase.ShelfRecord;
import org.tinshelf.server.rulebase.Shelves;

/**
 * Reads the estate from its rows. A line that is as it was last time is not parsed again, and comes
 * as the very same object; so an edit of one rule costs the parsing of one rule, and whoever works
 * on from the estate before sees at once what is new. What a transaction reads of its own changes
 * is kept once it commits, and forgotten if it does not.
 */
@Component
class Reading {

  /** More unknown lines than this are fetched with all others. */
  private static final int FEW = 500;

  /**
   * A line as it was read.
   *
   * @param line its drawer, if it has one, left empty
   */
  private record Known(long version, Line line) {}

  /** A rule put together with what stands in its drawer. */
  private record Filled(Line empty, List<Line> inside, Line line) {}

  /**
   * Everything that is known; never changed, but replaced.
   *
   * @param print of everything but lines
   * @param turn the last edit that was read
   * @param skeleton the estate with no line, or with few
   */
  private record Memory(
      String print,
      long turn,
      Estate skeleton,
      Identities identities,
      Heads heads,
      Map<Long, Known> lines,
      Map<Long, Filled> drawers,
      Map<Long, List<Line>> shelves) {
    static final Memory NOTHING =
        new Memory("", -1, null, new Identities(), Heads.NONE, Map.of(), Map.of(), Map.of());

    /** What is left when everything but lines may be another. */
    Memory lines(Map<String, String> names) {
      return identities.names().equals(names)
          ? this
          : new Memory("", turn, null, new Identities(), heads, Map.of(), Map.of(), Map.of());
    }
  }

  private final EstateStore store;
  private final Bays bays;
  private final Firewalls firewalls;
  private final Shelves shelves;
  private final Lines lines;
  private final Turns turns;
  private volatile Memory memory = Memory.NOTHING;

  /**
   * An estate that was read.
   *
   * @param linesAlone whether nothing but lines is other than when it was read before
   */
  record Read(Estate estate, boolean linesAlone) {}

  Reading(
      EstateStore store,
      Bays bays,
      Firewalls firewalls,
      Shelves shelves,
      Lines lines,
      Turns turns) {
    this.store = store;
    this.bays = bays;
    this.firewalls = firewalls;
    this.shelves = shelves;
    this.lines = lines;
    this.turns = turns;
  }

  /**
   * The estate as the current transaction sees it.
   *
   * @throws BadDocumentException if it is not sound
   */
  Read read() {
    Memory last = memory;
    long turn = turns.last();
    String print = store.print();
    boolean same = print.equals(last.print);
    Identities identities = same ? last.identities : store.identities();
    Memory old = last.lines(identities.names());
    // A memory of a later turn than this transaction sees is of no use to it.
    boolean first = old.turn < 0 || old.turn > turn;
    List<Head> touched = first ? List.of() : lines.headsSince(old.turn);
    Heads heads = first ? Heads.of(lines.heads()) : old.heads.with(touched);
    Map<String, ShelfRecord> byName = shelvesByName();
    List<LineRecord> unknown =
        same && !first ? records(touched) : unknown(heads, shelfIds(byName), old);
    Map<Long, Known> known = new HashMap<>(old.lines);
    touched.forEach(head -> known.remove(head.id()));
    Estate skeleton;
    if (same) {
      skeleton = old.skeleton;
      learn(skeleton, identities, unknown, byName.values(), known);
    } else {
      skeleton = DocumentReader.read(store.document(identities, unknown, true));
      learn(skeleton, unknown, byName, known);
    }
    Set<Long> other = same && !first ? old.heads.shelvesOf(touched) : shelfIds(byName);
    Assembly assembly = new Assembly(heads, known, old, other);
    Estate estate =
        skeleton.withTree(
            skeleton.bays().stream().map(b -> assembly.bay(b, byName)).toList(),
            skeleton.firewalls().stream().map(f -> assembly.firewall(f, byName)).toList());
    keep(
        new Memory(
            print, turn, skeleton, identities, heads, known, assembly.drawers, assembly.made));
    return new Read(estate, same && !first);
  }

  /** The names of all objects and firewalls as the current transaction sees them. */
  Identities identities() {
    Memory now = memory;
    return store.print().equals(now.print) ? now.identities : store.identities();
  }

  private static Set<Long> shelfIds(Map<String, ShelfRecord> byName) {
    return byName.values().stream().map(ShelfRecord::id).collect(Collectors.toSet());
  }

  /** The lines of shelves that are there, as far as they are not known. */
  private List<LineRecord> unknown(Heads heads, Set<Long> there, Memory old) {
    return records(
        heads.all().stream()
            .filter(head -> there.contains(head.shelf()))
            .filter(head -> !known(old.lines.get(head.id()), head))
            .toList());
  }

  private static boolean known(Known line, Head head) {
    return line != null && line.version == head.version();
  }

  private List<LineRecord> records(List<Head> some) {
    List<Long> ids = some.stream().filter(h -> !h.removed()).map(Head::id).toList();
    if (ids.size() > FEW) {
      Set<Long> wanted = new HashSet<>(ids);
      return lines.inOrder().stream().filter(l -> wanted.contains(l.id())).toList();
    }
    Map<Long, LineRecord> found =
        lines.findAllById(ids).stream()
            .collect(Collectors.toMap(LineRecord::id, Function.identity()));
    return ids.stream().map(found::get).toList();
  }

  private Map<String, ShelfRecord> shelvesByName() {
    Map<Long, String> bayNames =
        bays.there().stream().collect(Collectors.toMap(BayRecord::id, BayRecord::name));
    Map<Long, String> firewallNames =
        firewalls.there().stream()
            .collect(Collectors.toMap(FirewallRecord::id, FirewallRecord::name));
    Map<String, ShelfRecord> out = new HashMap<>();
    for (ShelfRecord shelf : shelves.findAll()) {
      String owner =
          shelf
              .bayId()
              .map(bayNames::get)
              .orElseGet(() -> shelf.firewallId().map(firewallNames::get).orElse(null));
      if (owner != null) {
        out.put((shelf.bayId().isPresent() ? "bay " : "") + owner + "/" + shelf.part(), shelf);
      }
    }
    return out;
  }

  /** Parses lines on their own, where nothing else is new. */
  private void learn(
      Estate around,
      Identities identities,
      List<LineRecord> unknown,
      Collection<ShelfRecord> all,
      Map<Long, Known> known) {
    Map<Long, List<LineRecord>> byShelf =
        unknown.stream().collect(Collectors.groupingBy(LineRecord::shelfId));
    for (ShelfRecord shelf : all) {
      List<LineRecord> records = byShelf.getOrDefault(shelf.id(), List.of());
      if (!records.isEmpty()) {
        List<Line> read =
            DocumentReader.lines(
                store.documents(identities, records), around, shelf.bayId().isPresent());
        for (int i = 0; i < records.size(); i++) {
          known.put(records.get(i).id(), new Known(records.get(i).version(), read.get(i)));
        }
      }
    }
  }

  /** Takes the lines that were parsed from the estate that holds nothing else. */
  private static void learn(
      Estate estate,
      List<LineRecord> unknown,
      Map<String, ShelfRecord> byName,
      Map<Long, Known> known) {
    Map<Long, List<LineRecord>> byShelf =
        unknown.stream().collect(Collectors.groupingBy(LineRecord::shelfId));
    estate.firewalls().forEach(f -> learn(f.own(), byName.get(f.name() + "/own"), byShelf, known));
    estate.bays().forEach(b -> learn(b, byName, byShelf, known));
  }

  private static void learn(
      Bay bay,
      Map<String, ShelfRecord> byName,
      Map<Long, List<LineRecord>> byShelf,
      Map<Long, Known> known) {
    learn(bay.upper(), byName.get("bay " + bay.name() + "/upper"), byShelf, known);
    learn(bay.lower(), byName.get("bay " + bay.name() + "/lower"), byShelf, known);
    bay.bays().forEach(b -> learn(b, byName, byShelf, known));
  }

  private static void learn(
      List<Line> read,
      ShelfRecord shelf,
      Map<Long, List<LineRecord>> byShelf,
      Map<Long, Known> known) {
    if (shelf != null) {
      List<LineRecord> records = byShelf.getOrDefault(shelf.id(), List.of());
      for (int i = 0; i < records.size(); i++) {
        known.put(records.get(i).id(), new Known(records.get(i).version(), read.get(i)));
      }
    }
  }

  /** Keeps what was read: at once, or when the transaction that changed something commits. */
  private void keep(Memory read) {
    boolean changing =
        TransactionSynchronizationManager.isSynchronizationActive()
            && !TransactionSynchronizationManager.isCurrentTransactionReadOnly();
    if (!changing) {
      memory = read;
      return;
    }
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            memory = read;
          }
        });
  }

  /** Puts shelves together from their lines. */
  private static final class Assembly {
    private final Heads heads;
    private final Map<Long, Known> known;
    private final Memory old;
    private final Set<Long> other;
    private final Map<Long, Filled> drawers;
    private final Map<Long, List<Line>> made = new HashMap<>();

    /** Of shelves that are not among the others, lines are as they were. */
    Assembly(Heads heads, Map<Long, Known> known, Memory old, Set<Long> other) {
      this.heads = heads;
      this.known = known;
      this.old = old;
      this.other = other;
      drawers = new HashMap<>(old.drawers);
    }

    Firewall firewall(Firewall firewall, Map<String, ShelfRecord> byName) {
      String pointer = "/firewalls/0/own/0";
      return firewall.withOwn(shelf(byName.get(firewall.name() + "/own"), pointer));
    }

    Bay bay(Bay bay, Map<String, ShelfRecord> byName) {
      return new Bay(
          bay.name(),
          bay.floor(),
          shelf(byName.get("bay " + bay.name() + "/upper"), "/bays/0/upper/0"),
          shelf(byName.get("bay " + bay.name() + "/lower"), "/bays/0/lower/0"),
          bay.bays().stream().map(b -> bay(b, byName)).toList());
    }

    private List<Line> shelf(ShelfRecord shelf, String pointer) {
      if (shelf == null) {
        return List.of();
      }
      List<Line> before = old.shelves.get(shelf.id());
      if (before != null && !other.contains(shelf.id())) {
        made.put(shelf.id(), before);
        return before;
      }
      Set<String> names = new HashSet<>();
      List<Line> lines = lines(heads.onShelf(shelf.id()), names, pointer);
      List<Line> kept = before != null && sameElements(before, lines) ? before : lines;
      made.put(shelf.id(), kept);
      return kept;
    }

    private List<Line> lines(List<Head> heads, Set<String> names, String pointer) {
      List<Line> out = new ArrayList<>(heads.size());
      for (Head head : heads) {
        Line line = known.get(head.id()).line;
        if (line instanceof Rule rule) {
          if (!names.add(rule.name())) {
            throw new BadDocumentException(
                List.of(
                    new Problem(
                        pointer + "/name",
                        "the name '" + rule.name() + "' is taken on this shelf",
                        "choose another")));
          }
          if (rule.action() instanceof RuleAction.Drawer drawer) {
            line = filled(head.id(), rule, drawer, names, pointer);
          }
        }
        out.add(line);
      }
      return out;
    }

    private Line filled(
        long id, Rule rule, RuleAction.Drawer drawer, Set<String> names, String pointer) {
      List<Line> inside = lines(heads.inDrawer(id), names, pointer);
      Filled was = old.drawers.get(id);
      Filled now =
          was != null && was.empty == rule && sameElements(was.inside, inside)
              ? was
              : new Filled(
                  rule,
                  inside,
                  rule.withAction(new RuleAction.Drawer(inside, drawer.end(), drawer.log())));
      drawers.put(id, now);
      return now.line;
    }

    private static boolean sameElements(List<Line> a, List<Line> b) {
      if (a.size() != b.size()) {
        return false;
      }
      for (int i = 0; i < a.size(); i++) {
        if (a.get(i) != b.get(i)) {
          return false;
        }
      }
      return true;
    }
  }
}
