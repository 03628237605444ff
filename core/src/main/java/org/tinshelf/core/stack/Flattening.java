package org.tinshelf.core.stack;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.model.Zone;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Timeline;
import org.tinshelf.core.space.Universe;
import org.tinshelf.core.space.When;

/** Turns the shelves of one firewall into one list of entries, and finds its universe. */
final class Flattening {

  /** The drawers a line stands in, the line's own region last once it is added. */
  record Enclosing(List<Region> regions, List<Region> widest, boolean living, String list) {
    Enclosing in(String drawer) {
      return new Enclosing(regions, widest, living, list + "\n" + drawer);
    }

    Enclosing with(Region region, Region widestRegion, boolean isLiving) {
      if (regions.isEmpty()) {
        List<Region> one = List.of(region);
        List<Region> wide = region == widestRegion ? one : List.of(widestRegion);
        return new Enclosing(one, wide, isLiving, list);
      }
      List<Region> all = new ArrayList<>(regions);
      all.add(region);
      List<Region> allWidest = new ArrayList<>(widest);
      allWidest.add(widestRegion);
      return new Enclosing(List.copyOf(all), List.copyOf(allWidest), living || isLiving, list);
    }
  }

  /**
   * What a rule's own fields come down to on one firewall.
   *
   * @param widest the same object as {@code own} where no living object takes part
   * @param always whether it holds at all times
   * @param alone what an entry outside any drawer has
   * @param outcome absent for a drawer's own rule
   */
  record Resolved(
      Region own,
      Region widest,
      boolean living,
      boolean always,
      Enclosing alone,
      Optional<Outcome> outcome) {}

  private final Catalogue catalogue;
  private final Memory memory;
  private final Firewall firewall;
  private final List<String> zones;
  private final LocalDateTime now;
  private final List<Entry> entries = new ArrayList<>();
  private final List<When> whens = new ArrayList<>();
  private final List<String> users;
  private final List<Stack.LeftOut> expired = new ArrayList<>();
  private int rules;

  Flattening(
      Catalogue catalogue,
      Memory memory,
      Firewall firewall,
      List<String> zones,
      LocalDateTime now,
      List<Stacks.Shelf> shelves) {
    this.catalogue = catalogue;
    this.memory = memory;
    this.firewall = firewall;
    this.zones = zones;
    this.now = now;
    users = catalogue.users(named(shelves));
    memory.universe(List.of(zones, users));
    memory.today(now.toLocalDate());
    for (Stacks.Shelf shelf : shelves) {
      Sheet sheet = read(shelf);
      memory.keep(shelf.name(), sheet);
      sheet.notes.forEach(
          note -> {
            whens.addAll(note.whens());
            note.expired()
                .forEach(
                    e ->
                        expired.add(
                            new Stack.LeftOut(e.ref(), e.rule(), e.before() + entries.size())));
          });
      rules += sheet.rules();
      entries.addAll(sheet.entries);
    }
  }

  /** The users rules name; of lines that are known, by their notes. */
  private Set<String> named(List<Stacks.Shelf> shelves) {
    Set<String> named = new HashSet<>();
    for (Stacks.Shelf shelf : shelves) {
      Sheet old = memory.sheet(shelf.name());
      Sheet now = new Sheet(shelf.lines());
      int head = now.sameHead(old);
      int tail = now.sameTail(old, head);
      int last = old.lines.size() - tail;
      old.notes.stream()
          .filter(n -> n.line() < head || n.line() >= last)
          .forEach(n -> named.addAll(n.users()));
      eachRule(
          shelf.lines().subList(head, shelf.lines().size() - tail),
          rule -> named.addAll(rule.users()));
    }
    return named;
  }

  private Sheet read(Stacks.Shelf shelf) {
    String name = shelf.name();
    Sheet old = memory.sheet(name);
    Sheet sheet = new Sheet(shelf.lines());
    int head = sheet.sameHead(old);
    int tail = sheet.sameTail(old, head);
    sheet.takeHead(old, head);
    Enclosing none = new Enclosing(List.of(), List.of(), false, name);
    int count = shelf.lines().size();
    for (int i = head; i < count - tail; i++) {
      sheet.numbers[i + 1] = sheet.numbers[i];
      if (shelf.lines().get(i) instanceof Rule rule) {
        sheet.numbers[i + 1]++;
        Reader reader = new Reader(name, sheet.entries);
        reader.read("" + sheet.numbers[i + 1], rule, none);
        Sheet.Note note = reader.note(i, rule);
        if (!note.isEmpty()) {
          sheet.notes.add(note);
        }
      }
      sheet.starts[i + 1] = sheet.entries.size();
    }
    sheet.takeTail(old, tail);
    return sheet;
  }

  List<Entry> entries() {
    return entries;
  }

  int rules() {
    return rules;
  }

  List<Stack.LeftOut> expired() {
    return expired;
  }

  Universe universe() {
    return new Universe(zones, catalogue.applications(), users, new Timeline(now, whens));
  }

  /** What a rule with no field filled matches. */
  Region everything() {
    return region(Rule.of("", Action.DROP), false);
  }

  private static void eachRule(List<Line> lines, Consumer<Rule> visitor) {
    for (Line line : lines) {
      if (line instanceof Rule rule) {
        visitor.accept(rule);
        if (rule.action() instanceof RuleAction.Drawer drawer) {
          eachRule(drawer.lines(), visitor);
        }
      }
    }
  }

  private boolean meant(Rule rule) {
    return rule.on() && (rule.only().isEmpty() || rule.only().contains(firewall.name()));
  }

  /** Reads one line of a shelf and what stands in it. */
  private final class Reader {
    private final String shelf;
    private final List<Entry> out;
    private final List<When> seen = new ArrayList<>(0);
    private final List<Stack.LeftOut> over = new ArrayList<>(0);

    Reader(String shelf, List<Entry> out) {
      this.shelf = shelf;
      this.out = out;
    }

    Sheet.Note note(int line, Rule rule) {
      if (!(rule.action() instanceof RuleAction.Drawer drawer)) {
        return new Sheet.Note(line, seen, over, rule.users(), 0);
      }
      List<String> named = new ArrayList<>(rule.users());
      int[] nested = {0};
      eachRule(
          drawer.lines(),
          inner -> {
            nested[0]++;
            named.addAll(inner.users());
          });
      return new Sheet.Note(line, seen, over, named, nested[0]);
    }

    void read(String position, Rule rule, Enclosing outer) {
      if (!meant(rule)) {
        return;
      }
      RuleRef ref = new RuleRef(shelf, position, rule.name());
      if (rule.expires().isPresent() && now.toLocalDate().isAfter(rule.expires().get())) {
        over.add(new Stack.LeftOut(ref, rule, out.size()));
        return;
      }
      Resolved resolved = memory.of(rule, r -> resolve(r, outer.list));
      if (!resolved.always()) {
        seen.add(resolved.own().when());
      }
      Enclosing inner =
          outer.regions.isEmpty() && outer.list.equals(resolved.alone.list)
              ? resolved.alone
              : outer.with(resolved.own(), resolved.widest(), resolved.living());
      if (rule.action() instanceof RuleAction.Drawer drawer) {
        drawer(ref, rule, drawer, inner);
      } else {
        add(Entry.Kind.RULE, ref, inner, resolved.outcome, rule);
      }
    }

    private void drawer(RuleRef ref, Rule rule, RuleAction.Drawer drawer, Enclosing inner) {
      add(Entry.Kind.DRAWER, ref, inner, Optional.empty(), rule);
      int number = 0;
      for (Line line : drawer.lines()) {
        if (line instanceof Rule nested) {
          read(ref.position() + "." + ++number, nested, inner.in(rule.name()));
        }
      }
      if (drawer.end().isPresent()) {
        RuleRef end = new RuleRef(shelf, ref.position() + ".end", rule.name());
        Optional<Outcome> outcome = drawer.end().map(a -> outcome(a, drawer.log(), rule));
        add(Entry.Kind.END, end, inner, outcome, rule);
      }
    }

    private void add(
        Entry.Kind kind, RuleRef ref, Enclosing in, Optional<Outcome> outcome, Rule rule) {
      out.add(
          new Entry(
              kind, ref, in.regions, in.widest, outcome, in.living, in.list, Optional.of(rule)));
    }
  }

  private static Outcome outcome(Action action, Log log, Rule rule) {
    return new Outcome(action, log, Set.copyOf(rule.inspection()), rule.sourceNat());
  }

  private Resolved resolve(Rule rule, String list) {
    Region own = region(rule, false);
    boolean living = living(rule.source()) || living(rule.destination());
    Region widest = living ? region(rule, true) : own;
    Enclosing none = new Enclosing(List.of(), List.of(), false, list);
    Optional<Outcome> outcome =
        rule.action() instanceof RuleAction.Decide decide
            ? Optional.of(outcome(decide.action(), rule.log(), rule))
            : Optional.empty();
    boolean always = own.when().equals(When.ALWAYS);
    return new Resolved(own, widest, living, always, none.with(own, widest, living), outcome);
  }

  private boolean living(Members members) {
    return members.names().stream().anyMatch(catalogue::living);
  }

  private Region region(Rule rule, boolean widest) {
    EnumSet<Profile> profiles =
        rule.profiles().isEmpty() ? EnumSet.allOf(Profile.class) : EnumSet.copyOf(rule.profiles());
    return new Region(
        zones(rule.from()),
        zones(rule.to()),
        addresses(rule.source(), widest),
        addresses(rule.destination(), widest),
        choices(rule),
        users(rule.users()),
        new When(rule.when().stream().map(catalogue::schedule).toList(), rule.expires()),
        profiles,
        rule.guard());
  }

  private static BitSet all(int count) {
    BitSet bits = new BitSet(count);
    bits.set(0, count);
    return bits;
  }

  private BitSet zones(List<String> names) {
    if (names.isEmpty() || names.contains(Zone.ANY)) {
      return all(zones.size());
    }
    BitSet bits = new BitSet(zones.size());
    names.stream().filter(zones::contains).forEach(n -> bits.set(zones.indexOf(n)));
    return bits;
  }

  private AddressSet addresses(Members members, boolean widest) {
    if (members.any() || widest && living(members)) {
      return AddressSet.ALL;
    }
    AddressSet set = catalogue.addresses(members.names());
    return members.not() ? set.complement() : set;
  }

  private BitSet users(List<String> names) {
    if (names.isEmpty()) {
      return all(users.size());
    }
    BitSet bits = new BitSet(users.size());
    names.forEach(n -> catalogue.membersOf(n).forEach(u -> bits.set(users.indexOf(u))));
    return bits;
  }

  private List<Region.Choice> choices(Rule rule) {
    BitSet applications =
        rule.applications().isEmpty()
            ? all(catalogue.applications().size())
            : catalogue.applications(rule.applications());
    if (rule.services() instanceof Rule.Services.Listed listed) {
      return List.of(
          new Region.Choice(
              applications,
              listed.names().isEmpty()
                  ? Optional.empty()
                  : Optional.of(catalogue.terms(listed.names()))));
    }
    List<Region.Choice> choices = new ArrayList<>();
    applications.stream()
        .forEach(
            a -> {
              BitSet one = new BitSet();
              one.set(a);
              choices.add(new Region.Choice(one, Optional.of(catalogue.standardServices(a))));
            });
    return choices;
  }
}
