package org.tinshelf.core.change;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.Differences;
import org.tinshelf.core.space.Fields;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Place;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.space.Space;
import org.tinshelf.core.space.Timeline;
import org.tinshelf.core.space.Universe;
import org.tinshelf.core.space.When;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.core.stack.Stack;

/**
 * The traffic with which two stacks do different things.
 *
 * <p>Lines that both stacks have in the same order cannot make a difference where no other line
 * matches: so only what the other lines match is compared, by cutting it into cells with one
 * deciding line on either side. The work grows with what differs, not with the stacks.
 *
 * <p>A packet of a zone that only one of the stacks has counts as dropped by the other; an
 * application or a user only one of them knows is unknown to the other.
 *
 * @param differences disjoint; empty exactly when no packet's action differs
 */
public record Comparison(List<Difference> differences) {

  /** What a change does to traffic. */
  public enum Kind {
    NEWLY_ALLOWED,
    NEWLY_BLOCKED,
    /** Dropped on one side, rejected on the other. */
    BLOCKED_OTHERWISE;

    /** As it is written in documents. */
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
  }

  /**
   * Traffic that is treated differently in one way.
   *
   * @param share of all traffic; above 0
   * @param before what decides it in the first stack
   * @param after what decides it in the second
   */
  public record Difference(
      Kind kind,
      Fields fields,
      double share,
      Packet witness,
      Action was,
      Action is,
      RuleRef before,
      RuleRef after) {}

  /**
   * Compares two stacks.
   *
   * @param now from when on
   * @throws Remainder.Exhausted when the stacks differ in more ways than can be worked out
   */
  public static Comparison of(Stack before, Stack after, LocalDateTime now) {
    List<Entry> first = before.entries().stream().filter(Entry::decides).toList();
    List<Entry> second = after.entries().stream().filter(Entry::decides).toList();
    Universe universe = universe(before, after, now);
    Translation old = new Translation(before.universe(), universe);
    Translation young = new Translation(after.universe(), universe);
    List<List<Region>> firstRegions = first.stream().map(e -> old.of(e.regions())).toList();
    List<List<Region>> secondRegions = second.stream().map(e -> young.of(e.regions())).toList();
    Set<Region> all = Collections.newSetFromMap(new IdentityHashMap<>());
    firstRegions.forEach(all::addAll);
    secondRegions.forEach(all::addAll);
    Alignment alignment = new Alignment(keys(first, firstRegions), keys(second, secondRegions));
    Space space = new Space(universe, all);
    List<Differences.Line> lines =
        lines(space, first, firstRegions, second, secondRegions, alignment.partners());
    Differences found =
        new Differences(space, lines, Action.DROP.ordinal(), owners(first), owners(second));
    Space.Size whole = space.size(space.everything());
    List<Difference> apart = new ArrayList<>();
    for (Differences.Cell cell : found.cells()) {
      apart.add(difference(space, cell, first, second, whole));
    }
    List<Difference> out = Joining.of(apart);
    out.sort(
        Comparator.comparing(Difference::kind)
            .thenComparing(Difference::share, Comparator.reverseOrder()));
    return new Comparison(List.copyOf(out));
  }

  /** The parts of a floor that do the same are one to whoever reads of it. */
  private static int[] owners(List<Entry> entries) {
    Map<Action, Integer> floor = new EnumMap<>(Action.class);
    int[] out = new int[entries.size()];
    for (int i = 0; i < out.length; i++) {
      Entry entry = entries.get(i);
      Action action = entry.outcome().orElseThrow().action();
      boolean first = entry.kind() != Entry.Kind.FLOOR || floor.putIfAbsent(action, i) == null;
      out[i] = first ? i : floor.get(action);
    }
    return out;
  }

  private static Universe universe(Stack a, Stack b, LocalDateTime now) {
    List<When> whens = new ArrayList<>();
    for (Stack stack : List.of(a, b)) {
      for (Entry entry : stack.entries()) {
        for (Region region : entry.regions()) {
          if (!region.when().equals(When.ALWAYS)) {
            whens.add(region.when());
          }
        }
      }
    }
    List<String> zones = new ArrayList<>(union(butLast(a), butLast(b)));
    zones.add(a.universe().zones().get(a.universe().zones().size() - 1));
    return new Universe(
        zones,
        union(a.universe().applications(), b.universe().applications()),
        union(a.universe().users(), b.universe().users()),
        new Timeline(now, whens));
  }

  private static List<String> butLast(Stack stack) {
    return stack.universe().zones().subList(0, stack.universe().zones().size() - 1);
  }

  private static List<String> union(List<String> a, List<String> b) {
    Set<String> all = new LinkedHashSet<>(a);
    all.addAll(b);
    return List.copyOf(all);
  }

  /** What makes two lines interchangeable. */
  private static List<Object> keys(List<Entry> entries, List<List<Region>> regions) {
    List<Object> out = new ArrayList<>();
    for (int i = 0; i < entries.size(); i++) {
      out.add(List.of(regions.get(i), entries.get(i).outcome().orElseThrow().action()));
    }
    return out;
  }

  private static List<Differences.Line> lines(
      Space space,
      List<Entry> first,
      List<List<Region>> firstRegions,
      List<Entry> second,
      List<List<Region>> secondRegions,
      int[] partners) {
    List<List<Region>> regions = new ArrayList<>(firstRegions);
    List<int[]> at = new ArrayList<>();
    Set<Integer> paired = new HashSet<>();
    for (int i = 0; i < partners.length; i++) {
      at.add(new int[] {i, partners[i]});
      paired.add(partners[i]);
    }
    for (int i = 0; i < second.size(); i++) {
      if (!paired.contains(i)) {
        at.add(new int[] {-1, i});
        regions.add(secondRegions.get(i));
      }
    }
    if (at.stream().noneMatch(pair -> pair[0] < 0 || pair[1] < 0)) {
      return List.of();
    }
    List<Place> places = IntStream.range(0, regions.size()).mapToObj(Place::new).toList();
    List<Area> areas = space.areas(regions, places);
    List<Differences.Line> out = new ArrayList<>(at.size());
    for (int i = 0; i < at.size(); i++) {
      int[] pair = at.get(i);
      Entry entry = pair[0] < 0 ? second.get(pair[1]) : first.get(pair[0]);
      int action = entry.outcome().orElseThrow().action().ordinal();
      out.add(new Differences.Line(areas.get(i), action, pair[0], pair[1]));
    }
    return out;
  }

  private static Difference difference(
      Space space, Differences.Cell cell, List<Entry> first, List<Entry> second, Space.Size whole) {
    Action was = action(first, cell.first());
    Action is = action(second, cell.second());
    Kind kind =
        was.lets() == is.lets()
            ? Kind.BLOCKED_OTHERWISE
            : is.lets() ? Kind.NEWLY_ALLOWED : Kind.NEWLY_BLOCKED;
    Packet witness = space.witness(new Remainder(), cell.family(), cell.box(), new Box[0], 0);
    return new Difference(
        kind,
        space.fields(cell.family(), cell.box()),
        space.size(cell.family(), cell.box()).shareOf(whole),
        witness,
        was,
        is,
        ref(first, cell.first()),
        ref(second, cell.second()));
  }

  private static Action action(List<Entry> entries, int index) {
    return index < 0 ? Action.DROP : entries.get(index).outcome().orElseThrow().action();
  }

  private static RuleRef ref(List<Entry> entries, int index) {
    return index < 0 ? RuleRef.FLOOR : entries.get(index).ref();
  }
}
