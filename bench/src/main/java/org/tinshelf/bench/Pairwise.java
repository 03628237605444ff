package org.tinshelf.bench;

import java.util.ArrayList;
import java.util.List;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Place;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.space.Space;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Stack;

/**
 * The textbook comparison of each rule with each one above it, field by field (E. Al-Shaer and H.
 * Hamed, 2004): finds rules that one rule above holds alone, and misses those that several hold
 * together.
 */
public final class Pairwise {

  private Pairwise() {}

  /** How many rules are held by a single line above. */
  public static int dead(Stack stack) {
    List<Region> regions = new ArrayList<>();
    stack.entries().forEach(e -> regions.addAll(e.regions()));
    Space space = new Space(stack.universe(), regions);
    Remainder remainder = new Remainder();
    List<Area> areas = new ArrayList<>();
    int dead = 0;
    for (Entry entry : stack.entries()) {
      if (!entry.decides()) {
        continue;
      }
      Area own = space.area(entry.regions(), new Place(areas.size()));
      boolean held = false;
      for (int k = 0; k < areas.size() && !held; k++) {
        held = !own.isEmpty() && own.within(areas.get(k), remainder);
      }
      dead += held && entry.kind() == Entry.Kind.RULE ? 1 : 0;
      areas.add(own);
    }
    return dead;
  }
}
