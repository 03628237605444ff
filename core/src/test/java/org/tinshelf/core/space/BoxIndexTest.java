package org.tinshelf.core.space;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertSame;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.function.Predicate;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** The index finds what a look at each box would find, in order, while boxes come and go. */
class BoxIndexTest {

  private static final Dimension[] SOME = {
    Dimension.SOURCE, Dimension.DESTINATION, Dimension.SECOND, Dimension.TIME
  };
  private static final int SIDE = 12;

  private final Universe universe =
      new Universe(
          List.of("a", "b", "self"),
          List.of("unknown"),
          List.of("unknown"),
          new Timeline(LocalDateTime.of(2026, 11, 23, 10, 0), List.of()));
  private final Plane plane = new Plane(universe, false, new Cuts(List.of()));

  /** A box with a span, or several, in some of the dimensions. */
  private Box box(Random random, int order) {
    Box box = plane.everything(new Place(order));
    for (Dimension d : SOME) {
      if (random.nextInt(3) == 0) {
        long from = random.nextInt(SIDE);
        long to = from + 1 + random.nextInt(3);
        long[] set =
            random.nextInt(4) > 0 ? Spans.of(from, to) : new long[] {from, to, to + 1, to + 2};
        box = box.with(d, set);
      }
    }
    return box;
  }

  private static Box[] those(List<Box> boxes, Predicate<Box> which) {
    return boxes.stream()
        .filter(which)
        .sorted(Comparator.comparingLong(FoundBoxes::key))
        .toArray(Box[]::new);
  }

  @Property(tries = 60)
  void itFindsWhatALookAtEachBoxFinds(@ForAll long seed) {
    Random random = new Random(seed);
    // Some answers are so long that changes wait until they are asked for.
    int size = 20 + random.nextInt(2_500);
    List<Box> now = new ArrayList<>();
    for (int i = 0; i < size; i++) {
      now.add(box(random, i));
    }
    BoxIndex index = new BoxIndex(now);
    BoxIndex other = new BoxIndex(now);
    if (random.nextBoolean()) {
      index.rememberAll();
      other.rememberAll();
    }
    List<Box> all = List.copyOf(now);
    for (int edit = 0; edit < 120; edit++) {
      if (random.nextBoolean()) {
        Box come = box(random, size + edit);
        now.add(come);
        if (random.nextBoolean()) {
          index.meeting(come);
        }
        index.add(come);
      }
      if (random.nextBoolean()) {
        Box gone = now.remove(random.nextInt(now.size()));
        index.remove(gone);
      }
      Box kept = now.get(random.nextInt(now.size()));
      assertArrayEquals(those(now, kept::meets), index.meeting(kept));
      assertSame(index.meeting(kept), index.meeting(kept), "the answer is remembered");
      Box stranger = box(random, 0);
      assertArrayEquals(those(now, stranger::meets), index.meeting(stranger));
      assertArrayEquals(those(now, stranger::meets), index.find(stranger));
      Box any = all.get(random.nextInt(all.size()));
      assertArrayEquals(those(all, any::meets), other.meeting(any), "indexes share no answers");
      long[] point = new long[Dimension.COUNT];
      for (Dimension d : SOME) {
        point[d.ordinal()] = random.nextInt(SIDE);
      }
      assertArrayEquals(those(now, b -> b.contains(point)), index.holding(point));
    }
  }
}
