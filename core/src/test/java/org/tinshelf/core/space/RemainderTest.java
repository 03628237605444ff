package org.tinshelf.core.space;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigInteger;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** What is left of a box, point by point. */
class RemainderTest {

  private static final int SIDE = 6;
  private static final Dimension[] FOUR = {
    Dimension.FROM, Dimension.SOURCE, Dimension.PROTOCOL, Dimension.USER
  };

  private final Universe universe =
      new Universe(
          List.of("a", "b", "c", "d", "e", "self"),
          List.of("unknown"),
          List.of("unknown", "u", "v", "w", "x", "y"),
          new Timeline(LocalDateTime.of(2026, 11, 23, 10, 0), List.of()));
  private final Plane plane = new Plane(universe, false, new Cuts(List.of()));

  /** A box that is restricted to parts of 0 to 5 in the four dimensions, or some of them. */
  private Box box(Random random, int order, boolean all) {
    Box box = plane.everything(new Place(order));
    for (Dimension d : FOUR) {
      if (all || random.nextInt(3) > 0) {
        long from = all ? 0 : random.nextInt(SIDE);
        long to = all ? SIDE : from + 1 + random.nextInt(SIDE - (int) from);
        long[] set =
            all || random.nextInt(4) > 0 || to < SIDE
                ? Spans.of(from, to)
                : new long[] {0, 1, from + 1 > 5 ? 5 : Math.max(2, from), SIDE};
        if (!Arrays.equals(set, plane.full[d.ordinal()])) {
          box = box.with(d, set);
        }
      }
    }
    return box;
  }

  private static long[] point(int code) {
    long[] point = new long[Dimension.COUNT];
    for (Dimension d : FOUR) {
      point[d.ordinal()] = code % SIDE;
      code /= SIDE;
    }
    return point;
  }

  private static boolean in(long[][] cell, long[] point) {
    for (int d = 0; d < cell.length; d++) {
      if (!Spans.contains(cell[d], point[d])) {
        return false;
      }
    }
    return true;
  }

  @Property(tries = 400)
  void everyPointIsLeftInExactlyOneCellOrTaken(@ForAll long seed) {
    Random random = new Random(seed);
    Box whole = box(random, 0, true);
    Box[] takers = new Box[random.nextInt(14)];
    for (int i = 0; i < takers.length; i++) {
      takers[i] = box(random, i, false);
    }
    List<long[][]> cells = new ArrayList<>();
    Remainder remainder = new Remainder();
    remainder.each(
        whole,
        takers,
        takers.length,
        cell -> {
          cells.add(Arrays.stream(cell).toArray(long[][]::new));
          return true;
        });
    int left = 0;
    for (int code = 0; code < SIDE * SIDE * SIDE * SIDE; code++) {
      long[] point = point(code);
      boolean taken = Arrays.stream(takers).anyMatch(t -> t.contains(point));
      long holding = cells.stream().filter(c -> in(c, point)).count();
      assertEquals(taken ? 0 : 1, holding);
      left += taken ? 0 : 1;
    }
    assertEquals(left == 0, remainder.nothing(whole, takers, takers.length));
    Remainder.Left measured = remainder.measure(plane, whole, takers, takers.length);
    BigInteger sum = BigInteger.ZERO;
    for (long[][] cell : cells) {
      sum = sum.add(Remainder.measure(plane, plane.box(cell, new Place(0))));
    }
    assertEquals(sum, measured.size());
    if (left == 0) {
      assertNull(measured.point());
    } else {
      assertTrue(Arrays.stream(takers).noneMatch(t -> t.contains(measured.point())));
    }
  }

  @Example
  void aQuestionPastItsBudgetIsGivenUp() {
    Random random = new Random(7);
    Box[] takers = new Box[200];
    for (int i = 0; i < takers.length; i++) {
      takers[i] = box(random, i, false);
    }
    Remainder poor = new Remainder(50);
    Box whole = box(random, 0, true);
    assertThrows(
        Remainder.Exhausted.class, () -> poor.measure(plane, whole, takers, takers.length));
  }
}
