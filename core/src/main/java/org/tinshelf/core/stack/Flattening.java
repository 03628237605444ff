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
  record Enclosing(
      List<Region> regions, List<Region> widest, boolean living, String list) {
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
   * @param alone what an entry outside any drawer has
   * @param outcome absent for a drawer's own rule
   */
  record Resolved(
      Region own, Region widest, boolean living, Enclosing alone, Optional<Outcome> outcome) {}

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
    Set<String> named = new HashSet<>();
    for (Stacks.Shelf shelf : shelves) {
      eachRule(
          shelf.lines(),
          rule -> {
            rules++;
            if (!rule.users().isEmpty()) {
              named.addAll(rule.users());
            }
          });
    }
    users = catalogue.users(named);
    memory.universe(List.of(zones, users));
    memory.today(now.toLocalDate());
    for (Stacks.Shelf shelf : shelves) {
      read(shelf.name(), "", shelf.lines(), new Enclosing(List.of(), List.of(), false, shelf.name()));
    }
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

  private void read(String shelf, String prefix, List<Line> lines, Enclosing enclosing) {
    int number = 0;
    for (Line line : lines) {
      if (line instanceof Rule rule) {
        number++;
        Optional<Entry> same = prefix.isEmpty() ? memory.entry(rule, shelf, number) : Optional.empty();
        if (same.isPresent()) {
          entries.add(same.get());
          whens.add(same.get().regions().get(0).when());
          continue;
        }
        String position = prefix + number;
        if (meant(rule) && rule.expires().map(day -> now.toLocalDate().isAfter(day)).orElse(false)) {
          RuleRef ref = new RuleRef(shelf, position, rule.name());
          expired.add(new Stack.LeftOut(ref, rule, entries.size()));
        } else if (meant(rule)) {
          read(shelf, position, rule, enclosing);
        }
      }
    }
  }

  private boolean meant(Rule rule) {
    return rule.on() && (rule.only().isEmpty() || rule.only().contains(firewall.name()));
  }

  private void read(String shelf, String position, Rule rule, Enclosing outer) {
    Resolved resolved = memory.of(rule, r -> resolve(r, outer.list));
    whens.add(resolved.own().when());
    Enclosing inner =
        outer.regions.isEmpty() && outer.list.equals(resolved.alone.list)
            ? resolved.alone
            : outer.with(resolved.own(), resolved.widest(), resolved.living());
    RuleRef ref = new RuleRef(shelf, position, rule.name());
    if (rule.action() instanceof RuleAction.Decide) {
      add(Entry.Kind.RULE, ref, inner, resolved.outcome, rule);
      return;
    }
    RuleAction.Drawer drawer = (RuleAction.Drawer) rule.action();
    add(Entry.Kind.DRAWER, ref, inner, Optional.empty(), rule);
    read(shelf, position + ".", drawer.lines(), inner.in(rule.name()));
    if (drawer.end().isPresent()) {
      RuleRef end = new RuleRef(shelf, position + ".end", rule.name());
      add(Entry.Kind.END, end, inner, drawer.end().map(a -> outcome(a, drawer.log(), rule)), rule);
    }
  }

  private static Outcome outcome(Action action, Log log, Rule rule) {
    return new Outcome(action, log, Set.copyOf(rule.inspection()), rule.sourceNat());
  }

  private void add(
      Entry.Kind kind, RuleRef ref, Enclosing in, Optional<Outcome> outcome, Rule rule) {
    Entry entry =
        new Entry(kind, ref, in.regions, in.widest, outcome, in.living, in.list, Optional.of(rule));
    entries.add(entry);
    if (kind == Entry.Kind.RULE && in.regions.size() == 1) {
      memory.keep(rule, entry);
    }
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
    return new Resolved(own, widest, living, none.with(own, widest, living), outcome);
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
