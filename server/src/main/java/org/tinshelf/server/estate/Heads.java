package org.tinshelf.server.estate;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.tinshelf.server.rulebase.Lines.Head;

/** Which lines stand where, removed ones left out. Never changes. */
final class Heads {

  static final Heads NONE = new Heads(Map.of(), Map.of());

  private static final Comparator<Head> ORDER =
      Comparator.comparing(Head::place).thenComparing(Head::id);

  /** Where lines stand side by side: in a drawer, or on a shelf itself. */
  private record Spot(boolean drawer, long id) {
    static Spot of(Head head) {
      return head.drawer() == null ? new Spot(false, head.shelf()) : new Spot(true, head.drawer());
    }
  }

  private final Map<Long, Head> all;
  private final Map<Spot, List<Head>> bySpot;

  private Heads(Map<Long, Head> all, Map<Spot, List<Head>> bySpot) {
    this.all = all;
    this.bySpot = bySpot;
  }

  /** These, given in order. */
  static Heads of(List<Head> some) {
    List<Head> there = some.stream().filter(h -> !h.removed()).toList();
    return new Heads(
        there.stream().collect(Collectors.toMap(Head::id, Function.identity())),
        there.stream().collect(Collectors.groupingBy(Spot::of)));
  }

  /** All of them, in no order. */
  Collection<Head> all() {
    return all.values();
  }

  /** Those on a shelf itself, in order. */
  List<Head> onShelf(long shelf) {
    return bySpot.getOrDefault(new Spot(false, shelf), List.of());
  }

  /** Those in the drawer of a rule, in order. */
  List<Head> inDrawer(long rule) {
    return bySpot.getOrDefault(new Spot(true, rule), List.of());
  }

  /** The same with some as they are now. */
  Heads with(List<Head> touched) {
    if (touched.isEmpty()) {
      return this;
    }
    Map<Long, Head> nowAll = new HashMap<>(all);
    Map<Spot, List<Head>> now = new HashMap<>(bySpot);
    Set<Spot> other = new HashSet<>();
    for (Head head : touched) {
      Head was = all.get(head.id());
      if (was != null) {
        other.add(Spot.of(was));
        nowAll.remove(head.id());
      }
      other.add(Spot.of(head));
    }
    Set<Long> ids = touched.stream().map(Head::id).collect(Collectors.toSet());
    for (Spot spot : other) {
      List<Head> stay = new ArrayList<>(now.getOrDefault(spot, List.of()));
      stay.removeIf(head -> ids.contains(head.id()));
      now.put(spot, stay);
    }
    for (Head head : touched) {
      if (!head.removed()) {
        nowAll.put(head.id(), head);
        now.get(Spot.of(head)).add(head);
      }
    }
    other.forEach(spot -> now.get(spot).sort(ORDER));
    return new Heads(nowAll, now);
  }

  /** The shelves on which lines stood or stand. */
  Set<Long> shelvesOf(List<Head> touched) {
    Set<Long> out = new HashSet<>();
    for (Head head : touched) {
      out.add(head.shelf());
      if (all.containsKey(head.id())) {
        out.add(all.get(head.id()).shelf());
      }
    }
    return out;
  }
}
