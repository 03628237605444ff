package org.tinshelf.core.change;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Universe;

/** Puts regions of one universe into a larger one. */
final class Translation {

  private final int[] zones;
  private final int[] applications;
  private final int[] users;
  private final boolean same;
  private final Map<Region, Region> regions = new IdentityHashMap<>();

  Translation(Universe from, Universe to) {
    zones = indexes(from.zones(), to.zones(), -1);
    applications = indexes(from.applications(), to.applications(), 0);
    users = indexes(from.users(), to.users(), 0);
    same =
        from.zones().equals(to.zones())
            && from.applications().equals(to.applications())
            && from.users().equals(to.users());
  }

  /** For each name of the larger list the index it has in the smaller, or what stands for it. */
  private static int[] indexes(List<String> from, List<String> to, int otherwise) {
    int[] out = new int[to.size()];
    for (int i = 0; i < out.length; i++) {
      int at = from.indexOf(to.get(i));
      out[i] = at < 0 ? otherwise : at;
    }
    return out;
  }

  List<Region> of(List<Region> some) {
    if (same) {
      return some;
    }
    List<Region> out = new ArrayList<>(some.size());
    some.forEach(r -> out.add(regions.computeIfAbsent(r, this::translated)));
    return out;
  }

  private Region translated(Region r) {
    return new Region(
        bits(r.from(), zones),
        bits(r.to(), zones),
        r.source(),
        r.destination(),
        r.choices().stream()
            .map(c -> new Region.Choice(bits(c.applications(), applications), c.terms()))
            .toList(),
        bits(r.users(), users),
        r.when(),
        r.profiles(),
        r.guard());
  }

  private static BitSet bits(BitSet set, int[] indexes) {
    BitSet out = new BitSet(indexes.length);
    for (int i = 0; i < indexes.length; i++) {
      out.set(i, indexes[i] >= 0 && set.get(indexes[i]));
    }
    return out;
  }
}
