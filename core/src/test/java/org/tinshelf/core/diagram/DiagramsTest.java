package org.tinshelf.core.diagram;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import java.util.Random;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Diagrams against plain sets of points, in a space of 3 × 4 × 2 × 3. */
class DiagramsTest {

  private static final int[] DOMAINS = {3, 4, 2, 3};
  private static final int POINTS = 3 * 4 * 2 * 3;

  private final Diagrams diagrams = new Diagrams(DOMAINS);

  /** A set as a diagram and as points. */
  private record Pair(int set, BitSet points) {}

  private Pair random(Random random) {
    int set = Diagrams.EMPTY;
    BitSet points = new BitSet();
    for (int boxes = random.nextInt(4); boxes >= 0; boxes--) {
      BitSet[] sides = new BitSet[DOMAINS.length];
      for (int level = 0; level < DOMAINS.length; level++) {
        sides[level] = new BitSet();
        for (int value = 0; value < DOMAINS[level]; value++) {
          sides[level].set(value, random.nextInt(3) > 0);
        }
      }
      int box = Diagrams.FULL;
      for (int level = DOMAINS.length - 1; level >= 0; level--) {
        box = diagrams.pick(level, sides[level], box);
      }
      set = diagrams.or(set, box);
      for (int point = 0; point < POINTS; point++) {
        points.set(point, points.get(point) || inside(point, sides));
      }
    }
    return new Pair(set, points);
  }

  private static boolean inside(int point, BitSet[] sides) {
    int rest = point;
    for (int level = DOMAINS.length - 1; level >= 0; level--) {
      if (!sides[level].get(rest % DOMAINS[level])) {
        return false;
      }
      rest /= DOMAINS[level];
    }
    return true;
  }

  private BitSet points(int set) {
    BitSet out = new BitSet();
    for (int point = 0; point < POINTS; point++) {
      int single = Diagrams.FULL;
      int rest = point;
      for (int level = DOMAINS.length - 1; level >= 0; level--) {
        BitSet one = new BitSet();
        one.set(rest % DOMAINS[level]);
        single = diagrams.pick(level, one, single);
        rest /= DOMAINS[level];
      }
      out.set(point, diagrams.and(single, set) != Diagrams.EMPTY);
    }
    return out;
  }

  @Property(tries = 300)
  void theOperationsAreThoseOfSets(@ForAll long seed) {
    Random random = new Random(seed);
    Pair a = random(random);
    Pair b = random(random);
    assertEquals(a.points, points(a.set));
    BitSet and = (BitSet) a.points.clone();
    and.and(b.points);
    assertEquals(and, points(diagrams.and(a.set, b.set)));
    BitSet or = (BitSet) a.points.clone();
    or.or(b.points);
    assertEquals(or, points(diagrams.or(a.set, b.set)));
    BitSet minus = (BitSet) a.points.clone();
    minus.andNot(b.points);
    assertEquals(minus, points(diagrams.minus(a.set, b.set)));
    assertEquals(minus.isEmpty(), diagrams.within(a.set, b.set));
  }

  @Property(tries = 300)
  void equalSetsAreOneNumberHoweverTheyCameAbout(@ForAll long seed) {
    Random random = new Random(seed);
    int a = random(random).set;
    int b = random(random).set;
    int c = random(random).set;
    assertEquals(
        diagrams.and(a, diagrams.or(b, c)), diagrams.or(diagrams.and(a, b), diagrams.and(a, c)));
    assertEquals(diagrams.minus(a, diagrams.or(b, c)), diagrams.minus(diagrams.minus(a, b), c));
    assertEquals(a, diagrams.or(diagrams.and(a, b), diagrams.minus(a, b)));
  }

  @Example
  void aLevelThatDoesNotMatterIsLeftOut() {
    BitSet all = new BitSet();
    all.set(0, 4);
    BitSet one = new BitSet();
    one.set(1);
    int lower = diagrams.pick(2, one, Diagrams.FULL);
    assertEquals(lower, diagrams.pick(1, all, lower));
    assertTrue(diagrams.level(diagrams.pick(1, all, lower)) == 2);
  }
}
