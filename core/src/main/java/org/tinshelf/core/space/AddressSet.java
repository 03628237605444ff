package org.tinshelf.core.space;

import java.util.ArrayList;
import java.util.List;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.U128;

/** A set of IPv4 and IPv6 addresses. */
public record AddressSet(IntervalSet v4, IntervalSet v6) {

  private static final U128 MOST4 = U128.ones(32);
  private static final U128 MOST6 = U128.ones(128);

  /** No address. */
  public static final AddressSet EMPTY = new AddressSet(IntervalSet.EMPTY, IntervalSet.EMPTY);

  /** Every address of both families. */
  public static final AddressSet ALL =
      new AddressSet(IntervalSet.of(U128.ZERO, MOST4), IntervalSet.of(U128.ZERO, MOST6));

  /** The union of ranges. */
  public static AddressSet of(List<AddressRange> ranges) {
    List<IntervalSet.Interval> four = new ArrayList<>();
    List<IntervalSet.Interval> six = new ArrayList<>();
    for (AddressRange r : ranges) {
      (r.first().v6() ? six : four)
          .add(new IntervalSet.Interval(r.first().value(), r.last().value()));
    }
    return new AddressSet(IntervalSet.union(four), IntervalSet.union(six));
  }

  /** The addresses that agree with {@code address} in the 1 bits of {@code mask}. */
  public static AddressSet wildcard(Ip address, Ip mask) {
    int bits = mask.bits();
    int low = 0;
    while (low < bits && !mask.value().bit(low)) {
      low++;
    }
    List<Integer> free = new ArrayList<>();
    for (int bit = low; bit < bits; bit++) {
      if (!mask.value().bit(bit)) {
        free.add(bit);
      }
    }
    U128 fixed = address.value().and(mask.value());
    List<AddressRange> ranges = new ArrayList<>();
    for (int choice = 0; choice < 1 << free.size(); choice++) {
      U128 first = fixed;
      for (int k = 0; k < free.size(); k++) {
        if ((choice >>> k & 1) == 1) {
          first = first.withBit(free.get(k));
        }
      }
      ranges.add(
          new AddressRange(new Ip(mask.v6(), first), new Ip(mask.v6(), first.or(U128.ones(low)))));
    }
    return of(ranges);
  }

  public AddressSet union(AddressSet o) {
    return new AddressSet(v4.union(o.v4), v6.union(o.v6));
  }

  public AddressSet complement() {
    return new AddressSet(v4.complement(MOST4), v6.complement(MOST6));
  }

  public AddressSet minus(AddressSet o) {
    AddressSet rest = o.complement();
    return new AddressSet(v4.intersect(rest.v4), v6.intersect(rest.v6));
  }

  /** Whether the two share an address. */
  public boolean meets(AddressSet o) {
    return !v4.intersect(o.v4).isEmpty() || !v6.intersect(o.v6).isEmpty();
  }

  public boolean contains(Ip ip) {
    return (ip.v6() ? v6 : v4).contains(ip.value());
  }

  public boolean isEmpty() {
    return v4.isEmpty() && v6.isEmpty();
  }
}
