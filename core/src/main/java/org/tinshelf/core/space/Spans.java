package org.tinshelf.core.space;

import java.util.Arrays;

/**
 * Sets of whole numbers from 0 to 2<sup>63</sup> - 1 as plain arrays: {@code from0, to0, from1,
 * to1, …}, each span without its end, sorted, disjoint and not adjacent. Nothing here changes an
 * array it is given. Operations take time linear in the spans.
 */
public final class Spans {

  /** No number. */
  public static final long[] NONE = {};

  /** How a taker stands to a cell. */
  static final int APART = 0;

  static final int PARTIAL = 1;
  static final int COVERS = 2;

  private Spans() {}

  /** From {@code from} to before {@code to}. */
  public static long[] of(long from, long to) {
    return new long[] {from, to};
  }

  /** Whether {@code taker} takes nothing, some or all of {@code cell}, which is not empty. */
  static int relation(long[] cell, long[] taker) {
    if (cell == taker) {
      return COVERS;
    }
    if (taker.length == 0
        || taker[taker.length - 1] <= cell[0]
        || cell[cell.length - 1] <= taker[0]) {
      return APART;
    }
    if (taker.length == 2 && taker[0] <= cell[0] && cell[cell.length - 1] <= taker[1]) {
      return COVERS;
    }
    if (taker.length == 2 && cell.length == 2) {
      return PARTIAL;
    }
    boolean some = false;
    boolean missed = false;
    int t = firstEndingAfter(taker, cell[0]);
    for (int c = 0; c < cell.length; c += 2) {
      long at = cell[c];
      long end = cell[c + 1];
      if (t < taker.length && taker[t + 1] <= at) {
        t = firstEndingAfter(taker, at);
      }
      if (t == taker.length || taker[t] >= end) {
        missed = true;
      } else {
        some = true;
        missed |= taker[t] > at || taker[t + 1] < end;
      }
      if (some && missed) {
        return PARTIAL;
      }
    }
    return some ? COVERS : APART;
  }

  /** The index of the first span that ends after the number; the length if there is none. */
  private static int firstEndingAfter(long[] set, long number) {
    int low = 0;
    int high = set.length >>> 1;
    while (low < high) {
      int mid = (low + high) >>> 1;
      if (set[2 * mid + 1] <= number) {
        low = mid + 1;
      } else {
        high = mid;
      }
    }
    return 2 * low;
  }

  /** Whether the number is in the set. */
  public static boolean contains(long[] set, long number) {
    int i = firstEndingAfter(set, number);
    return i < set.length && set[i] <= number;
  }

  /** Whether the sets share a number. */
  static boolean meet(long[] a, long[] b) {
    if (a.length == 0 || b.length == 0) {
      return false;
    }
    if (a.length == 2 && b.length == 2) {
      return a[0] < b[1] && b[0] < a[1];
    }
    return relation(a, b) != APART;
  }

  /** Whether the set has a number from {@code from} to before {@code to}. */
  static boolean meet(long[] set, long from, long to) {
    int i = firstEndingAfter(set, from);
    return i < set.length && set[i] < to;
  }

  /** Whether every number of {@code a} is in {@code b}. */
  static boolean within(long[] a, long[] b) {
    return a.length == 0 || relation(a, b) == COVERS;
  }

  /** What both hold; {@code a} itself where that is all of it. */
  static long[] intersect(long[] a, long[] b) {
    if (a.length == 0 || a == b) {
      return a;
    }
    if (a.length == 2 && b.length == 2) {
      long from = Math.max(a[0], b[0]);
      long to = Math.min(a[1], b[1]);
      if (from >= to) {
        return NONE;
      }
      return from == a[0] && to == a[1] ? a : new long[] {from, to};
    }
    long[] out = new long[a.length + b.length];
    int n = 0;
    int j = firstEndingAfter(b, a[0]);
    for (int i = 0; i < a.length && j < b.length; ) {
      long from = Math.max(a[i], b[j]);
      long to = Math.min(a[i + 1], b[j + 1]);
      if (from < to) {
        out[n++] = from;
        out[n++] = to;
      }
      if (a[i + 1] < b[j + 1]) {
        i += 2;
      } else {
        j += 2;
      }
    }
    return n == a.length && Arrays.equals(a, 0, n, out, 0, n) ? a : Arrays.copyOf(out, n);
  }

  /** What {@code a} holds and {@code b} does not. */
  static long[] minus(long[] a, long[] b) {
    if (a.length == 0 || b.length == 0) {
      return a;
    }
    long[] out = new long[a.length + b.length];
    int n = 0;
    int j = firstEndingAfter(b, a[0]);
    for (int i = 0; i < a.length; i += 2) {
      long at = a[i];
      long end = a[i + 1];
      while (j < b.length && b[j + 1] <= at) {
        j += 2;
      }
      int k = j;
      while (k < b.length && b[k] < end) {
        if (b[k] > at) {
          out[n++] = at;
          out[n++] = b[k];
        }
        at = Math.max(at, b[k + 1]);
        k += 2;
      }
      if (at < end) {
        out[n++] = at;
        out[n++] = end;
      }
      j = Math.max(j, k - 2);
    }
    return Arrays.copyOf(out, n);
  }

  /** The union of spans in any order, given as pairs in the first {@code length} numbers. */
  static long[] union(long[] pairs, int length) {
    if (length == 0) {
      return NONE;
    }
    long[] sorted = sorted(pairs, length);
    long[] out = new long[length];
    int n = 0;
    for (int i = 0; i < length; i += 2) {
      if (n > 0 && sorted[i] <= out[n - 1]) {
        out[n - 1] = Math.max(out[n - 1], sorted[i + 1]);
      } else {
        out[n++] = sorted[i];
        out[n++] = sorted[i + 1];
      }
    }
    return Arrays.copyOf(out, n);
  }

  /** The pairs by their first numbers. */
  private static long[] sorted(long[] pairs, int length) {
    boolean inOrder = true;
    long highest = pairs[0];
    for (int i = 2; i < length; i += 2) {
      inOrder &= pairs[i - 2] <= pairs[i];
      highest = Math.max(highest, pairs[i]);
    }
    if (inOrder) {
      return pairs;
    }
    long[] out = new long[length];
    if (highest >>> 33 == 0) {
      long[] keys = new long[length / 2];
      for (int i = 0; i < keys.length; i++) {
        keys[i] = pairs[2 * i] << 30 | i;
      }
      Arrays.sort(keys);
      for (int i = 0; i < keys.length; i++) {
        int at = 2 * (int) (keys[i] & (1 << 30) - 1);
        out[2 * i] = pairs[at];
        out[2 * i + 1] = pairs[at + 1];
      }
      return out;
    }
    Integer[] order = new Integer[length / 2];
    Arrays.setAll(order, i -> i);
    Arrays.sort(order, (x, y) -> Long.compare(pairs[2 * x], pairs[2 * y]));
    for (int i = 0; i < order.length; i++) {
      out[2 * i] = pairs[2 * order[i]];
      out[2 * i + 1] = pairs[2 * order[i] + 1];
    }
    return out;
  }

  /** What either holds. */
  static long[] union(long[] a, long[] b) {
    if (a.length == 0 || a == b) {
      return b;
    }
    if (b.length == 0) {
      return a;
    }
    long[] both = Arrays.copyOf(a, a.length + b.length);
    System.arraycopy(b, 0, both, a.length, b.length);
    return union(both, both.length);
  }

  /** How many numbers the set holds. */
  static long count(long[] set) {
    long n = 0;
    for (int i = 0; i < set.length; i += 2) {
      n += set[i + 1] - set[i];
    }
    return n;
  }
}
