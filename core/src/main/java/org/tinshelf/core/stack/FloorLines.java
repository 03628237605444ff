package org.tinshelf.core.stack;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Zone;
import org.tinshelf.core.space.Region;

/** A floor as lines of a stack: what it lets through, then all the rest. */
final class FloorLines {

  private FloorLines() {}

  /** A floor that logs does so as a rule with log {@code end}, for all it decides. */
  static List<Entry> of(
      Floor floor, Region everything, List<String> zones, Map<String, OptionalInt> trust) {
    Log log = floor.log() ? Log.END : Log.NONE;
    List<Entry> lines = new ArrayList<>();
    for (int from = 0; from < zones.size(); from++) {
      BitSet to = new BitSet();
      for (int i = 0; i < zones.size(); i++) {
        to.set(i, lets(floor.kind(), zones.get(from), zones.get(i), trust));
      }
      if (!to.isEmpty()) {
        BitSet one = new BitSet();
        one.set(from);
        lines.add(line(Action.ALLOW, log, between(everything, one, to)));
      }
    }
    lines.add(line(Action.DROP, log, everything));
    return lines;
  }

  private static boolean lets(
      Floor.Kind kind, String from, String to, Map<String, OptionalInt> trust) {
    OptionalInt high = trust.getOrDefault(from, OptionalInt.empty());
    OptionalInt low = trust.getOrDefault(to, OptionalInt.empty());
    return switch (kind) {
      case OPEN -> true;
      case CLOSED -> false;
      case WITHIN_ZONES -> from.equals(to) && !from.equals(Zone.SELF);
      case BY_TRUST -> high.isPresent() && low.isPresent() && high.getAsInt() > low.getAsInt();
    };
  }

  private static Region between(Region r, BitSet from, BitSet to) {
    return new Region(
        from,
        to,
        r.source(),
        r.destination(),
        r.choices(),
        r.users(),
        r.when(),
        r.profiles(),
        r.guard());
  }

  private static Entry line(Action action, Log log, Region region) {
    return new Entry(
        Entry.Kind.FLOOR,
        RuleRef.FLOOR,
        List.of(region),
        List.of(region),
        Optional.of(Outcome.of(action, log)),
        false,
        "",
        Optional.empty());
  }
}
