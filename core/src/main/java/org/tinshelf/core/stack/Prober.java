package org.tinshelf.core.stack;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.BoxIndex;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Place;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Space;

/** Decides many packets of one stack: by an index, in time that hardly grows with the stack. */
public final class Prober {

  private final Stack stack;
  private final Space space;
  private final BoxIndex[] index = new BoxIndex[2];

  /** Prepares a stack. */
  public Prober(Stack stack) {
    this.stack = stack;
    Set<Region> regions = Collections.newSetFromMap(new IdentityHashMap<>());
    stack.entries().forEach(e -> regions.addAll(e.regions()));
    space = new Space(stack.universe(), regions);
    List<List<Box>> boxes = List.of(new ArrayList<>(), new ArrayList<>());
    for (int i = 0; i < stack.entries().size(); i++) {
      if (stack.entries().get(i).decides()) {
        Area area = space.area(stack.entries().get(i).regions(), new Place(i));
        boxes.get(0).addAll(area.v4());
        boxes.get(1).addAll(area.v6());
      }
    }
    index[0] = new BoxIndex(boxes.get(0));
    index[1] = new BoxIndex(boxes.get(1));
  }

  /** What {@link Stack#decide} says. */
  public Decision decide(Packet packet) {
    if (!space.holdsTime(packet.time())) {
      return stack.decide(packet);
    }
    Box[] matching = index[packet.source().v6() ? 1 : 0].holding(space.point(packet));
    Entry by = stack.entries().get(matching[0].place().order());
    Optional<Entry> next = Optional.empty();
    if (by.kind() != Entry.Kind.FLOOR) {
      int order = matching[0].place().order();
      for (Box box : matching) {
        if (box.place().order() != order) {
          next = Optional.of(stack.entries().get(box.place().order()));
          break;
        }
      }
    }
    return new Decision(by, next);
  }
}
