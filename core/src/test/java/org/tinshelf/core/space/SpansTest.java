package org.tinshelf.core.space;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Arrays;
import java.util.BitSet;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Sets of numbers as spans, against bit sets. */
class SpansTest {

  private static final int MOST = 40;

  private static long[] spans(BitSet set) {
    long[] out = new long[2 * MOST];
    int n = 0;
    for (int i = set.nextSetBit(0); i >= 0; i = set.nextSetBit(i)) {
      out[n++] = i;
      i = set.nextClearBit(i);
      out[n++] = i;
    }
    return Arrays.copyOf(out, n);
  }

  private static BitSet random(Random random) {
    BitSet set = new BitSet();
    for (int n = random.nextInt(5); n > 0; n--) {
      int from = random.nextInt(MOST);
      set.set(from, Math.min(MOST, from + 1 + random.nextInt(8)));
    }
    return set;
  }

  @Property(tries = 2_000)
  void theyAgreeWithBitSets(@ForAll long seed) {
    Random random = new Random(seed);
    BitSet a = random(random);
    BitSet b = random(random);
    long[] x = spans(a);
    long[] y = spans(b);
    BitSet both = (BitSet) a.clone();
    both.and(b);
    BitSet less = (BitSet) a.clone();
    less.andNot(b);
    BitSet either = (BitSet) a.clone();
    either.or(b);
    assertArrayEquals(spans(both), Spans.intersect(x, y));
    assertArrayEquals(spans(less), Spans.minus(x, y));
    assertArrayEquals(spans(either), Spans.union(x, y));
    assertEquals(a.cardinality(), Spans.count(x));
    assertEquals(!both.isEmpty(), Spans.meet(x, y));
    assertEquals(less.isEmpty(), Spans.within(x, y));
    for (int i = 0; i < MOST; i++) {
      assertEquals(a.get(i), Spans.contains(x, i));
    }
    if (!a.isEmpty()) {
      int expected = both.isEmpty() ? Spans.APART : less.isEmpty() ? Spans.COVERS : Spans.PARTIAL;
      assertEquals(expected, Spans.relation(x, y));
    }
  }

  @Property(tries = 500)
  void spansInAnyOrderAreJoined(@ForAll long seed) {
    Random random = new Random(seed);
    BitSet set = new BitSet();
    long[] pairs = new long[2 * random.nextInt(9)];
    for (int i = 0; i < pairs.length; i += 2) {
      pairs[i] = random.nextInt(MOST);
      pairs[i + 1] = pairs[i] + 1 + random.nextInt(6);
      set.set((int) pairs[i], (int) pairs[i + 1]);
    }
    assertArrayEquals(spans(set), Spans.union(pairs, pairs.length));
  }
}
