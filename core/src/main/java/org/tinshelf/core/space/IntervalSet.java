package org.tinshelf.core.space;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.tinshelf.core.model.U128;

/**
 * A set of unsigned numbers of up to 128 bits, as sorted, disjoint, non-adjacent intervals.
 * Operations take time linear in the number of intervals.
 */
public record IntervalSet(List<Interval> intervals) {

  /** Numbers from first to last, both included. */
  public record Interval(U128 first, U128 last) {}

  /** No number. */
  public static final IntervalSet EMPTY = new IntervalSet(List.of());

  /** One interval. */
  public static IntervalSet of(U128 first, U128 last) {
    return new IntervalSet(List.of(new Interval(first, last)));
  }

  /** One interval of small numbers. */
  public static IntervalSet of(long first, long last) {
    return of(U128.of(first), U128.of(last));
  }

  /** The union of intervals in any order. */
  public static IntervalSet union(List<Interval> pieces) {
    if (pieces.isEmpty()) {
      return EMPTY;
    }
    List<Interval> sorted = new ArrayList<>(pieces);
    sorted.sort(Comparator.comparing(Interval::first));
    List<Interval> out = new ArrayList<>();
    U128 first = sorted.get(0).first();
    U128 last = sorted.get(0).last();
    for (Interval piece : sorted) {
      boolean apart = piece.first().compareTo(last) > 0 && !piece.first().equals(last.next());
      if (apart) {
        out.add(new Interval(first, last));
        first = piece.first();
        last = piece.last();
      } else if (piece.last().compareTo(last) > 0) {
        last = piece.last();
      }
    }
    out.add(new Interval(first, last));
    return new IntervalSet(List.copyOf(out));
  }

  public IntervalSet union(IntervalSet other) {
    List<Interval> all = new ArrayList<>(intervals);
    all.addAll(other.intervals);
    return union(all);
  }

  /** What of 0 to {@code most} is not in this set. */
  public IntervalSet complement(U128 most) {
    List<Interval> out = new ArrayList<>();
    U128 next = U128.ZERO;
    for (Interval i : intervals) {
      if (next.compareTo(i.first()) < 0) {
        out.add(new Interval(next, i.first().previous()));
      }
      if (i.last().compareTo(most) >= 0) {
        return new IntervalSet(List.copyOf(out));
      }
      next = i.last().next();
    }
    out.add(new Interval(next, most));
    return new IntervalSet(List.copyOf(out));
  }

  public IntervalSet intersect(IntervalSet other) {
    List<Interval> out = new ArrayList<>();
    int a = 0;
    int b = 0;
    while (a < intervals.size() && b < other.intervals.size()) {
      Interval x = intervals.get(a);
      Interval y = other.intervals.get(b);
      U128 first = x.first().compareTo(y.first()) > 0 ? x.first() : y.first();
      U128 last = x.last().compareTo(y.last()) < 0 ? x.last() : y.last();
      if (first.compareTo(last) <= 0) {
        out.add(new Interval(first, last));
      }
      if (x.last().compareTo(y.last()) < 0) {
        a++;
      } else {
        b++;
      }
    }
    return new IntervalSet(List.copyOf(out));
  }

  public boolean isEmpty() {
    return intervals.isEmpty();
  }

  /** Whether the number is in the set; logarithmic. */
  public boolean contains(U128 number) {
    int low = 0;
    int high = intervals.size() - 1;
    while (low <= high) {
      int mid = (low + high) >>> 1;
      Interval i = intervals.get(mid);
      if (number.compareTo(i.first()) < 0) {
        high = mid - 1;
      } else if (number.compareTo(i.last()) > 0) {
        low = mid + 1;
      } else {
        return true;
      }
    }
    return false;
  }

  /** How many numbers the set holds. */
  public BigInteger size() {
    BigInteger size = BigInteger.ZERO;
    for (Interval i : intervals) {
      size =
          size.add(i.last().toBigInteger().subtract(i.first().toBigInteger()).add(BigInteger.ONE));
    }
    return size;
  }
}
