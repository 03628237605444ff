package org.tinshelf.core.change;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.BoxIndex;
import org.tinshelf.core.space.Place;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.space.Space;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Stack;

/** The lines of a stack as areas, with an index of those that decide. */
final class Lines {

  final List<Entry> entries;
  final Space space;
  final List<Area> areas = new ArrayList<>();
  private final BoxIndex[] index = new BoxIndex[2];
  private final Remainder remainder = new Remainder();

  Lines(Stack stack) {
    entries = stack.entries();
    Set<Region> regions = Collections.newSetFromMap(new IdentityHashMap<>());
    entries.forEach(e -> regions.addAll(e.regions()));
    space = new Space(stack.universe(), regions);
    for (int i = 0; i < entries.size(); i++) {
      areas.add(space.area(entries.get(i).regions(), new Place(i)));
    }
    for (int f = 0; f < 2; f++) {
      List<Box> boxes = new ArrayList<>();
      for (int i = 0; i < entries.size(); i++) {
        if (entries.get(i).decides()) {
          boxes.addAll(areas.get(i).boxes(f));
        }
      }
      index[f] = new BoxIndex(boxes);
    }
  }

  /** How much of an area none of the lines above {@code before} takes, one line left out. */
  Space.Size left(Area area, int before, int without) {
    Space.Size sum = Space.Size.ZERO;
    for (int f = 0; f < 2; f++) {
      for (Box box : area.boxes(f)) {
        Box[] takers = takers(f, box, before, without);
        Remainder.Left left = space.left(remainder, f, box, takers, takers.length);
        sum =
            sum.plus(
                f == 0
                    ? new Space.Size(left.size(), BigInteger.ZERO)
                    : new Space.Size(BigInteger.ZERO, left.size()));
      }
    }
    return sum;
  }

  /** Whether any of an area is left for a line before {@code before}. */
  boolean anyLeft(Area area, int before, int without) {
    for (int f = 0; f < 2; f++) {
      for (Box box : area.boxes(f)) {
        Box[] takers = takers(f, box, before, without);
        if (!remainder.nothing(box, takers, takers.length)) {
          return true;
        }
      }
    }
    return false;
  }

  /** The index of the first line that decides some of an area; the count of lines for none. */
  int firstMeeting(Area area, int without) {
    int first = entries.size();
    for (int f = 0; f < 2; f++) {
      for (Box box : area.boxes(f)) {
        Box[] takers = takers(f, box, first, without);
        first = takers.length > 0 ? Math.min(first, takers[0].place().order()) : first;
      }
    }
    return first;
  }

  private Box[] takers(int family, Box box, int before, int without) {
    List<Box> out = new ArrayList<>();
    for (Box taker : index[family].meeting(box)) {
      int order = taker.place().order();
      if (order < before && order != without) {
        out.add(taker);
      }
    }
    return out.toArray(Box[]::new);
  }
}
