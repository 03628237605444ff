package org.tinshelf.core.space;

import java.util.List;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.model.U128;

/** Picks from a cell the packet that is easiest to recognise; the same one every time. */
final class Picks {

  private static final List<U128> ADDRESSES4 =
      List.of(
          Ip.parse("203.0.113.9").value(),
          Ip.parse("198.51.100.9").value(),
          Ip.parse("192.0.2.9").value());
  private static final List<U128> ADDRESSES6 = List.of(Ip.parse("2001:db8::9").value());
  private static final int[] PROTOCOLS = {
    Protocol.TCP, Protocol.UDP, Protocol.ICMP, Protocol.ICMP6
  };
  private static final int[] PORTS = {443, 80, 22, 53};
  private static final int[] SOURCE_PORTS = {40_000};

  private final Universe universe;

  Picks(Universe universe) {
    this.universe = universe;
  }

  /** The part of a box that holds its most usual packets; null where that is all of it. */
  Box usual(Plane plane, Box box) {
    Box out = box;
    long self = universe.zones().size() - 1L;
    out = prefer(out, Dimension.FROM, Spans.of(0, self));
    out = prefer(out, Dimension.TO, Spans.of(0, self));
    out = prefer(out, Dimension.PROTOCOL, one(protocol(box.set(Dimension.PROTOCOL))));
    int protocol = (int) out.set(Dimension.PROTOCOL)[0];
    if (Protocol.hasPorts(protocol)) {
      out = prefer(out, Dimension.SECOND, one(among(out.set(Dimension.SECOND), PORTS)));
    }
    out = prefer(out, Dimension.APPLICATION, one(0));
    out = prefer(out, Dimension.USER, one(0));
    out = prefer(out, Dimension.PROFILE, one(Profile.OFFICE.ordinal()));
    out = prefer(out, Dimension.GUARD, one(Guard.NONE.ordinal()));
    return out == box ? null : out;
  }

  private static long[] one(long number) {
    return Spans.of(number, number + 1);
  }

  private static Box prefer(Box box, Dimension d, long[] wanted) {
    long[] common = Spans.intersect(box.set(d), wanted);
    return common.length == 0 || common == box.set(d) ? box : box.with(d, common);
  }

  private static long protocol(long[] set) {
    return among(set, PROTOCOLS);
  }

  private static long among(long[] set, int[] wanted) {
    for (int number : wanted) {
      if (Spans.contains(set, number)) {
        return number;
      }
    }
    return set[0];
  }

  /** A packet of the cell. */
  Packet packet(Plane plane, long[][] cell) {
    int protocol = (int) protocol(cell[Dimension.PROTOCOL.ordinal()]);
    boolean ports = Protocol.hasPorts(protocol);
    int[] none = {};
    long first = among(cell[Dimension.FIRST.ordinal()], ports ? SOURCE_PORTS : none);
    long second = among(cell[Dimension.SECOND.ordinal()], ports ? PORTS : none);
    return new Packet(
        universe.zones().get(least(cell, Dimension.FROM)),
        universe.zones().get(least(cell, Dimension.TO)),
        address(plane, cell[Dimension.SOURCE.ordinal()]),
        address(plane, cell[Dimension.DESTINATION.ordinal()]),
        protocol,
        Plane.number(protocol, first),
        Plane.number(protocol, second),
        universe.applications().get(least(cell, Dimension.APPLICATION)),
        universe.users().get(least(cell, Dimension.USER)),
        universe.timeline().at(U128.of(least(cell, Dimension.TIME))),
        Profile.values()[least(cell, Dimension.PROFILE)],
        Guard.values()[least(cell, Dimension.GUARD)]);
  }

  private static int least(long[][] cell, Dimension d) {
    return (int) cell[d.ordinal()][0];
  }

  private static Ip address(Plane plane, long[] set) {
    IntervalSet values = plane.values(set);
    for (U128 wanted : plane.six ? ADDRESSES6 : ADDRESSES4) {
      if (values.contains(wanted)) {
        return new Ip(plane.six, wanted);
      }
    }
    for (IntervalSet.Interval interval : values.intervals()) {
      U128 ninth = interval.first().or(U128.of(9));
      if (ninth.compareTo(interval.last()) <= 0) {
        return new Ip(plane.six, ninth);
      }
    }
    return new Ip(plane.six, values.intervals().get(0).last());
  }
}
