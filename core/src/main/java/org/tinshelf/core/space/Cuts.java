package org.tinshelf.core.space;

import java.math.BigInteger;
import java.util.Arrays;
import java.util.Collection;
import java.util.TreeSet;
import org.tinshelf.core.model.U128;

/**
 * Numbers of 63 bits that stand, in order, for the IPv6 addresses at which any set begins or ends.
 * Gaps are left between them, so that new ones find a number without renumbering the old (order
 * maintenance by labels, after P. Dietz and D. Sleator, STOC 1987).
 */
final class Cuts {

  /** Stands for 2^128, the end of the last set. */
  static final long END = Long.MAX_VALUE;

  private static final BigInteger ALL = BigInteger.ONE.shiftLeft(128);

  private U128[] values;
  private long[] labels;

  /** Labels for these addresses, and for the first of all. */
  Cuts(Collection<U128> addresses) {
    TreeSet<U128> sorted = new TreeSet<>(addresses);
    sorted.add(U128.ZERO);
    values = sorted.toArray(U128[]::new);
    labels = new long[values.length];
    long step = END / (values.length + 1);
    for (int i = 0; i < labels.length; i++) {
      labels[i] = i * step;
    }
  }

  /**
   * The number of an address; a new one where it has none.
   *
   * @throws IllegalStateException when some sixty new addresses fell into the same gap
   */
  long label(U128 address) {
    int at = Arrays.binarySearch(values, address);
    if (at >= 0) {
      return labels[at];
    }
    int next = -at - 1;
    long below = labels[next - 1];
    long above = next == labels.length ? END : labels[next];
    if (above - below < 2) {
      throw new IllegalStateException("no number left between two addresses");
    }
    values = Arrays.copyOf(values, values.length + 1);
    labels = Arrays.copyOf(labels, labels.length + 1);
    System.arraycopy(values, next, values, next + 1, values.length - next - 1);
    System.arraycopy(labels, next, labels, next + 1, labels.length - next - 1);
    values[next] = address;
    labels[next] = below + (above - below) / 2;
    return labels[next];
  }

  /** The set with its ends as labels. */
  long[] spans(IntervalSet set) {
    long[] out = new long[2 * set.intervals().size()];
    int n = 0;
    for (IntervalSet.Interval i : set.intervals()) {
      out[n++] = label(i.first());
      U128 after = i.last().next();
      out[n++] = after.equals(U128.ZERO) ? END : label(after);
    }
    return out;
  }

  /** The number that stands for an address for the purpose of looking it up. */
  long floor(U128 address) {
    int at = Arrays.binarySearch(values, address);
    return labels[at >= 0 ? at : -at - 2];
  }

  /** The first address of a span that begins with the label. */
  U128 value(long label) {
    return values[Arrays.binarySearch(labels, label)];
  }

  /** How many addresses a set holds. */
  BigInteger size(long[] set) {
    BigInteger size = BigInteger.ZERO;
    for (int i = 0; i < set.length; i += 2) {
      BigInteger end = set[i + 1] == END ? ALL : value(set[i + 1]).toBigInteger();
      size = size.add(end.subtract(value(set[i]).toBigInteger()));
    }
    return size;
  }
}
