package org.tinshelf.core.space;

import java.util.Arrays;

/** Boxes by place, then by part: what was found of them is put in order by marking numbers. */
final class Ranks {

  /** From how many words of marks for a number on it pays to sort instead. */
  private static final int SPARSE = 2;

  private final Box[] inOrder;

  /** The rank of each box, in the order the boxes were given. */
  private final int[] ranks;

  Ranks(Box[] boxes) {
    long[] keys = new long[boxes.length];
    for (int i = 0; i < keys.length; i++) {
      keys[i] = FoundBoxes.key(boxes[i]) << FoundBoxes.MOST_BITS | i;
    }
    Arrays.parallelSort(keys);
    inOrder = new Box[keys.length];
    ranks = new int[keys.length];
    for (int rank = 0; rank < keys.length; rank++) {
      int at = (int) (keys[rank] & (1 << FoundBoxes.MOST_BITS) - 1);
      inOrder[rank] = boxes[at];
      ranks[at] = rank;
    }
  }

  /** Room for {@link Found#inOrder}, for one thread at a time. */
  long[] marks() {
    return new long[(inOrder.length + 63) / 64];
  }

  Found none() {
    return new Found();
  }

  /** A growing list of boxes, each at most once. */
  final class Found {
    private int[] found = new int[16];
    private int count;

    /** Adds the boxes given from one index to before another. */
    void add(int from, int to) {
      int more = to - from;
      if (found.length - count < more) {
        found = Arrays.copyOf(found, Math.max(2 * count, count + more));
      }
      System.arraycopy(ranks, from, found, count, more);
      count += more;
    }

    int count() {
      return count;
    }

    /**
     * What was found, by place, then by part.
     *
     * @param marks all clear, before and after
     */
    Box[] inOrder(long[] marks) {
      Box[] out = new Box[count];
      if (count < marks.length / SPARSE) {
        Arrays.sort(found, 0, count);
        for (int i = 0; i < count; i++) {
          out[i] = inOrder[found[i]];
        }
        return out;
      }
      for (int i = 0; i < count; i++) {
        marks[found[i] >>> 6] |= 1L << found[i];
      }
      int n = 0;
      for (int word = 0; n < count; word++) {
        for (long rest = marks[word]; rest != 0; rest &= rest - 1) {
          out[n++] = inOrder[word << 6 | Long.numberOfTrailingZeros(rest)];
        }
        marks[word] = 0;
      }
      return out;
    }
  }
}
