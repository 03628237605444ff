package org.tinshelf.core.space;

import java.util.ArrayList;
import java.util.List;
import java.util.function.LongFunction;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.model.U128;

/** Puts the sets of a box into words. */
final class Wording {

  private final Universe universe;
  private final Plane plane;

  Wording(Universe universe, Plane plane) {
    this.universe = universe;
    this.plane = plane;
  }

  Fields fields(Box box) {
    return new Fields(
        names(box, Dimension.FROM, i -> universe.zones().get((int) i)),
        names(box, Dimension.TO, i -> universe.zones().get((int) i)),
        addresses(box, Dimension.SOURCE),
        addresses(box, Dimension.DESTINATION),
        services(box),
        names(box, Dimension.APPLICATION, i -> universe.applications().get((int) i)),
        names(box, Dimension.USER, i -> universe.users().get((int) i)),
        times(box),
        names(box, Dimension.PROFILE, i -> Profile.values()[(int) i].word()),
        names(box, Dimension.GUARD, i -> Guard.values()[(int) i].word()));
  }

  private static List<String> names(Box box, Dimension d, LongFunction<String> name) {
    List<String> out = new ArrayList<>();
    if (box.isRestricted(d)) {
      long[] set = box.set(d);
      for (int i = 0; i < set.length; i += 2) {
        for (long k = set[i]; k < set[i + 1]; k++) {
          out.add(name.apply(k));
        }
      }
    }
    return out;
  }

  /** All of one family is not everything, so it is always said. */
  private List<String> addresses(Box box, Dimension d) {
    List<String> out = new ArrayList<>();
    for (IntervalSet.Interval i : plane.values(box.set(d)).intervals()) {
      out.add(range(new Ip(plane.six, i.first()), new Ip(plane.six, i.last())));
    }
    return out;
  }

  private String range(Ip first, Ip last) {
    if (first.equals(last)) {
      return first.toString();
    }
    int bits = plane.six ? 128 : 32;
    for (int length = bits; length >= 0; length--) {
      U128 host = U128.ones(bits - length);
      boolean begins = first.value().and(host).equals(U128.ZERO);
      if (begins && first.value().or(host).equals(last.value())) {
        return first + "/" + length;
      }
    }
    return new AddressRange(first, last).first() + "-" + last;
  }

  private List<String> services(Box box) {
    boolean any =
        !box.isRestricted(Dimension.PROTOCOL)
            && !box.isRestricted(Dimension.FIRST)
            && !box.isRestricted(Dimension.SECOND);
    List<String> out = new ArrayList<>();
    if (any) {
      return out;
    }
    long[] protocols = box.set(Dimension.PROTOCOL);
    for (int i = 0; i < protocols.length; i += 2) {
      long from = protocols[i];
      while (from < protocols[i + 1]) {
        int p = (int) from;
        boolean numbered = Protocol.hasPorts(p) || Protocol.hasType(p);
        long to = from + 1;
        while (!numbered && to < protocols[i + 1] && !numbered((int) to)) {
          to++;
        }
        out.add(numbered ? numbered(box, p) : "protocol/" + p + (to > p + 1 ? "-" + (to - 1) : ""));
        from = to;
      }
    }
    return out;
  }

  private static boolean numbered(int protocol) {
    return Protocol.hasPorts(protocol) || Protocol.hasType(protocol);
  }

  private static String numbered(Box box, int protocol) {
    String name = Protocol.name(protocol) + "/";
    String first = numbers(box, Dimension.FIRST, protocol);
    String second = numbers(box, Dimension.SECOND, protocol);
    if (Protocol.hasType(protocol)) {
      return name + (first.isEmpty() ? "all" : first) + (second.isEmpty() ? "" : "/" + second);
    }
    return name
        + (second.isEmpty() ? "0-65535" : second)
        + (first.isEmpty() ? "" : " from " + first);
  }

  private static String numbers(Box box, Dimension d, int protocol) {
    if (!box.isRestricted(d)) {
      return "";
    }
    List<String> out = new ArrayList<>();
    long[] set = box.set(d);
    for (int i = 0; i < set.length; i += 2) {
      int from = Plane.number(protocol, set[i]);
      int to = Plane.number(protocol, set[i + 1] - 1);
      out.add(from == to ? "" + from : from + "-" + to);
    }
    return String.join(",", out);
  }

  private List<String> times(Box box) {
    List<String> out = new ArrayList<>();
    if (box.isRestricted(Dimension.TIME)) {
      long[] set = box.set(Dimension.TIME);
      for (int i = 0; i < set.length; i += 2) {
        out.addAll(universe.timeline().words(set[i], set[i + 1]));
      }
    }
    return out;
  }
}
