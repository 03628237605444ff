package org.tinshelf.core.space;

import java.math.BigInteger;
import java.util.Arrays;

/**
 * Works out what of a box is left when other boxes, the takers, have taken their part: all of it as
 * disjoint cells, its exact measure, or one cell as a proof that there is any.
 *
 * <p>The method is that of T. M. Chan, "Klee's measure problem made easy" (FOCS 2013), on products
 * of sets instead of intervals. <em>Simplify</em>: a taker that holds all of the cell ends it; one
 * that holds all of it in every dimension but one is a slab, which is cut out of the cell's set in
 * that dimension. <em>Cut</em>: what remains restricts the cell in two dimensions or more; the cell
 * is cut in two where most takers end, and each part is worked out with the takers that still meet
 * it. For n takers in d dimensions that is O(n^(d/2)) at worst; where few takers meet, as in
 * rulebases people write, it is near linear. Memory is that of one path of cuts.
 *
 * <p>Work is counted; past a budget {@link Exhausted} is thrown, and nothing is guessed. One of
 * these serves one thread.
 */
public final class Remainder {

  /** Takers looked at, those of many spans counted more, before a question is given up. */
  public static final long BUDGET = 200_000_000L;

  private static final int MANY_SPANS = 16;
  private static final int SAMPLE = 64;
  private static final int STRONG = 8;
  private static final int FEW_SLABS = 16;

  /** Says that a question took more work than its budget. */
  public static final class Exhausted extends RuntimeException {
    private static final long serialVersionUID = 1;

    Exhausted() {
      super("the budget is used up", null, false, false);
    }
  }

  /** Receives the cells that are left. */
  interface Leaf {
    /**
     * A cell that is left, as one set per dimension.
     *
     * @return whether to go on
     */
    boolean at(long[][] cell);
  }

  /** Lets a walk leave out cells that are of no use to it. */
  interface Skip {
    boolean skip(long[][] cell);
  }

  private final long budget;
  private final Slabs slabs = new Slabs();
  private final long[] ends = new long[2 * SAMPLE * MANY_SPANS];
  private final int[] counts = new int[Dimension.COUNT];
  private Box[][] kept = new Box[16][0];
  private int[][] keptOpen = new int[16][0];
  private long spent;
  private int rootOpen;
  private Skip skip;

  /** With the usual budget for each question. */
  public Remainder() {
    this(BUDGET);
  }

  /**
   * With another budget.
   *
   * @param budget in takers looked at
   */
  public Remainder(long budget) {
    this.budget = budget;
  }

  /** Visits what is left of the box, as disjoint cells in a fixed order. */
  void each(Box box, Box[] takers, int count, Leaf leaf) {
    each(box, takers, count, null, leaf);
  }

  void each(Box box, Box[] takers, int count, Skip unless, Leaf leaf) {
    spent = 0;
    rootOpen = 0;
    skip = unless;
    int[] open = new int[count];
    int all = 0;
    for (int i = 0; i < count; i++) {
      open[i] = takers[i].restricted;
      all |= open[i];
    }
    walk(0, box.sets, takers, open, count, all, leaf);
  }

  /** The first cell that is left, or null. */
  public long[][] first(Box box, Box[] takers, int count) {
    long[][][] found = new long[1][][];
    each(
        box,
        takers,
        count,
        cell -> {
          found[0] = cell;
          return false;
        });
    return found[0];
  }

  /** Whether nothing is left. */
  public boolean nothing(Box box, Box[] takers, int count) {
    return first(box, takers, count) == null;
  }

  /** How much of a box is left, and a point that is; none where nothing is left. */
  public record Left(BigInteger size, long[] point) {}

  /** The exact measure of what is left. */
  Left measure(Plane plane, Box box, Box[] takers, int count) {
    Sum sum = new Sum(plane, box);
    each(box, takers, count, sum);
    return new Left(sum.total(), sum.point);
  }

  /** Adds up cells; only the dimensions that takers restrict are multiplied for each. */
  private final class Sum implements Leaf {
    private final Plane plane;
    private final Box box;
    private boolean ready;
    private boolean fits;
    private long small;
    private BigInteger sum = BigInteger.ZERO;
    private long[] point;

    Sum(Plane plane, Box box) {
      this.plane = plane;
      this.box = box;
    }

    private void prepare() {
      ready = true;
      int bits = 0;
      for (int rest = rootOpen; rest != 0; rest &= rest - 1) {
        int d = Integer.numberOfTrailingZeros(rest);
        bits += plane.weight(d, box.sets[d]).bitLength();
      }
      fits = bits <= 62;
    }

    @Override
    public boolean at(long[][] cell) {
      if (!ready) {
        prepare();
        point = Space.point(cell);
      }
      if (fits) {
        long product = 1;
        for (int rest = rootOpen; rest != 0; rest &= rest - 1) {
          int d = Integer.numberOfTrailingZeros(rest);
          product *= plane.small(d, cell[d]);
        }
        small += product;
      } else {
        sum = sum.add(product(plane, cell, rootOpen));
      }
      return true;
    }

    BigInteger total() {
      BigInteger inner = fits ? BigInteger.valueOf(small) : sum;
      return inner.signum() == 0
          ? inner
          : inner.multiply(product(plane, box.sets, ~rootOpen & (1 << Dimension.COUNT) - 1));
    }
  }

  private static BigInteger product(Plane plane, long[][] cell, int dimensions) {
    BigInteger product = BigInteger.ONE;
    long part = 1;
    for (int rest = dimensions; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      long weight = plane.small(d, cell[d]);
      if (weight < 0) {
        product = product.multiply(plane.weight(d, cell[d]));
      } else if (weight > 1) {
        if (Math.multiplyHigh(part, weight) != 0 || part * weight < 0) {
          product = product.multiply(BigInteger.valueOf(part));
          part = weight;
        } else {
          part *= weight;
        }
      }
    }
    return product.multiply(BigInteger.valueOf(part));
  }

  /** The measure of a box. */
  static BigInteger measure(Plane plane, Box box) {
    return product(plane, box.sets, (1 << Dimension.COUNT) - 1);
  }

  /**
   * Visits what is left of a cell.
   *
   * @param open for each taker, the dimensions in which it may not hold all of the cell
   * @param dirty the dimensions in which the cell is smaller than when {@code open} was found
   * @return false to stop
   */
  private boolean walk(
      int depth, long[][] given, Box[] takers, int[] open, int count, int dirty, Leaf leaf) {
    long[][] cell = given;
    boolean own = false;
    Box[] left = room(depth, count);
    int[] leftOpen = keptOpen[depth];
    Box[] from = takers;
    int[] fromOpen = open;
    int n = count;
    while (true) {
      spent += n + 1;
      if (spent > budget) {
        throw new Exhausted();
      }
      int m = 0;
      int slabbed = 0;
      int base = slabs.mark();
      for (int i = 0; i < n; i++) {
        Box taker = from[i];
        int mask = open(cell, taker, fromOpen[i], dirty);
        if (mask < 0) {
          continue;
        }
        if (depth == 0) {
          rootOpen |= mask;
        }
        if (mask == 0) {
          slabs.reset(base);
          return true;
        }
        if ((mask & mask - 1) == 0) {
          int d = Integer.numberOfTrailingZeros(mask);
          slabs.add(d, taker.sets[d]);
          slabbed |= mask;
        } else {
          left[m] = taker;
          leftOpen[m++] = mask;
        }
      }
      from = left;
      fromOpen = leftOpen;
      n = m;
      if (slabbed == 0) {
        break;
      }
      if (!own) {
        cell = cell.clone();
        own = true;
      }
      for (int rest = slabbed; rest != 0; rest &= rest - 1) {
        int d = Integer.numberOfTrailingZeros(rest);
        cell[d] = slabs.cutOut(cell[d], d, base);
        if (cell[d].length == 0) {
          slabs.reset(base);
          return true;
        }
      }
      slabs.reset(base);
      dirty = slabbed;
    }
    if (skip != null && skip.skip(cell)) {
      return true;
    }
    if (n == 0) {
      return leaf.at(cell);
    }
    if (depth == 0 && n >= STRONG) {
      n = withoutDominated(cell, left, leftOpen, n);
    }
    int d = busiest(leftOpen, n);
    long[][] parts = cut(cell[d], d, left, leftOpen, n);
    for (long[] part : parts) {
      long[][] half = cell.clone();
      half[d] = part;
      if (!walk(depth + 1, half, left, leftOpen, n, 1 << d, leaf)) {
        return false;
      }
    }
    return true;
  }

  /** The dimensions in which the taker does not hold all of the cell; -1 where it holds nothing. */
  private int open(long[][] cell, Box taker, int before, int dirty) {
    int mask = before;
    for (int rest = before & dirty; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      int relation = Spans.relation(cell[d], taker.sets[d]);
      spent += taker.sets[d].length >>> 4;
      if (relation == Spans.APART) {
        return -1;
      }
      if (relation == Spans.COVERS) {
        mask &= ~(1 << d);
      }
    }
    return mask;
  }

  private Box[] room(int depth, int count) {
    if (depth == kept.length) {
      kept = Arrays.copyOf(kept, 2 * depth);
      keptOpen = Arrays.copyOf(keptOpen, 2 * depth);
      Arrays.fill(kept, depth, 2 * depth, new Box[0]);
      Arrays.fill(keptOpen, depth, 2 * depth, new int[0]);
    }
    if (kept[depth].length < count) {
      int size = Math.max(16, count + count / 2);
      kept[depth] = new Box[size];
      keptOpen[depth] = new int[size];
    }
    return kept[depth];
  }

  /**
   * Leaves out takers whose part of the cell one of a few others holds too, the nearest first: in
   * stairs of overlapping ranges each step hides all before it.
   */
  private static int withoutDominated(long[][] cell, Box[] takers, int[] open, int count) {
    int[] strong = new int[STRONG];
    int strongs = 0;
    boolean[] drop = new boolean[count];
    int dropped = 0;
    for (int i = count - 1; i >= 0; i--) {
      for (int s = 0; s < strongs && !drop[i]; s++) {
        drop[i] = holds(cell, takers[strong[s]], open[strong[s]], takers[i], open[i]);
      }
      if (drop[i]) {
        dropped++;
      } else if (strongs < STRONG) {
        strong[strongs++] = i;
      }
    }
    if (dropped == 0) {
      return count;
    }
    int n = 0;
    for (int i = 0; i < count; i++) {
      if (!drop[i]) {
        takers[n] = takers[i];
        open[n++] = open[i];
      }
    }
    return n;
  }

  private static boolean holds(long[][] cell, Box big, int bigOpen, Box small, int smallOpen) {
    if ((bigOpen & ~smallOpen) != 0) {
      return false;
    }
    for (int rest = bigOpen; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      if (small.sets[d] != big.sets[d]
          && !Spans.within(Spans.intersect(small.sets[d], cell[d]), big.sets[d])) {
        return false;
      }
    }
    return true;
  }

  /** The dimension in which most boxes restrict a cell. */
  int busiest(int[] open, int count) {
    Arrays.fill(counts, 0);
    for (int i = 0; i < count; i++) {
      for (int rest = open[i]; rest != 0; rest &= rest - 1) {
        counts[Integer.numberOfTrailingZeros(rest)]++;
      }
    }
    int best = 0;
    for (int d = 1; d < counts.length; d++) {
      best = counts[d] > counts[best] ? d : best;
    }
    return best;
  }

  /** Two parts of a set that at least one of the takers tells apart. */
  long[][] cut(long[] set, int d, Box[] takers, int[] open, int count) {
    int n = 0;
    int step = Math.max(1, count / SAMPLE);
    long low = set[0];
    long high = set[set.length - 1];
    for (int i = 0; i < count && n + 2 * MANY_SPANS <= ends.length; i++) {
      if ((open[i] >>> d & 1) == 0 || i % step != 0 && n > 0) {
        continue;
      }
      long[] other = takers[i].sets[d];
      if (other.length > 2 * MANY_SPANS) {
        return new long[][] {Spans.intersect(set, other), Spans.minus(set, other)};
      }
      for (long end : other) {
        if (low < end && end < high) {
          ends[n++] = end;
        }
      }
    }
    Arrays.sort(ends, 0, n);
    long[] below = Spans.of(0, ends[n / 2]);
    return new long[][] {Spans.intersect(set, below), Spans.minus(set, below)};
  }

  /** The slabs found in one pass over the takers of a cell, kept as a stack. */
  private static final class Slabs {
    private long[][] sets = new long[64][];
    private int[] dimensions = new int[64];
    private int count;
    private long[][] picked = new long[64][];
    private long[] lastSet;
    private long[][] lastSlabs = {};
    private long[] lastLeft;

    int mark() {
      return count;
    }

    void reset(int mark) {
      count = mark;
    }

    void add(int dimension, long[] set) {
      if (count == sets.length) {
        sets = Arrays.copyOf(sets, 2 * count);
        dimensions = Arrays.copyOf(dimensions, 2 * count);
      }
      sets[count] = set;
      dimensions[count++] = dimension;
    }

    /** What the slabs of a dimension leave of a set. */
    long[] cutOut(long[] set, int dimension, int base) {
      int n = 0;
      long[] last = null;
      for (int i = base; i < count; i++) {
        if (dimensions[i] == dimension && sets[i] != last) {
          last = sets[i];
          picked = n == picked.length ? Arrays.copyOf(picked, 2 * n) : picked;
          picked[n++] = last;
        }
      }
      return n < FEW_SLABS ? cutOut(set, n) : again(set, n);
    }

    /**
     * Very many lines stand below the same slabs: what these left of the same set the last time.
     */
    private long[] again(long[] set, int n) {
      if (set != lastSet
          || n != lastSlabs.length
          || Arrays.mismatch(picked, 0, n, lastSlabs, 0, n) >= 0) {
        lastLeft = cutOut(set, n);
        lastSet = set;
        lastSlabs = Arrays.copyOf(picked, n);
      }
      return lastLeft;
    }

    private long[] cutOut(long[] set, int n) {
      if (n == 1) {
        return Spans.minus(set, picked[0]);
      }
      int length = 0;
      for (int i = 0; i < n; i++) {
        length += picked[i].length;
      }
      long[] pairs = new long[length];
      int at = 0;
      for (int i = 0; i < n; i++) {
        System.arraycopy(picked[i], 0, pairs, at, picked[i].length);
        at += picked[i].length;
      }
      return Spans.minus(set, Spans.union(pairs, length));
    }
  }
}
