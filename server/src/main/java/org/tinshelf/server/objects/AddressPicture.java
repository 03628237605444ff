package org.tinshelf.server.objects;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.U128;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.IntervalSet;
import org.tinshelf.core.space.IntervalSet.Interval;

/**
 * Addresses drawn as bars on their address space: a few stretches, each a network around addresses
 * that are near each other, with other objects of the network below.
 */
public final class AddressPicture {

  /**
   * A piece of a stretch.
   *
   * @param from where it begins, as a share of the stretch
   * @param to where it ends, likewise
   */
  public record Bar(double from, double to) {}

  /** Another object on a stretch. */
  public record Beside(String name, List<Bar> bars) {}

  /**
   * A network and what lies in it.
   *
   * @param network in the notation of a policy document
   */
  public record Stretch(String network, List<Bar> bars, List<Beside> others) {}

  /** Stretches of one family, at most. */
  static final int MOST_STRETCHES = 4;

  /** Other objects on a stretch, at most. */
  static final int MOST_OTHERS = 5;

  /** Bars nearer to each other than this share of a stretch are drawn as one. */
  private static final double NEAR = 1.0 / 400;

  /** Neighbours are drawn on one stretch that is at most this many times the smaller one. */
  private static final int TOGETHER = 16;

  private static final int SHORTEST_V4 = 24;
  private static final int SHORTEST_V6 = 64;

  private AddressPicture() {}

  /**
   * Draws addresses.
   *
   * @param others by name, objects that share some of them
   */
  public static List<Stretch> of(AddressSet own, Map<String, AddressSet> others) {
    List<Stretch> out = new ArrayList<>();
    for (boolean v6 : new boolean[] {false, true}) {
      IntervalSet set = family(own, v6);
      if (!set.isEmpty()) {
        networks(set.intervals(), v6).forEach(n -> out.add(n.stretch(set, others)));
      }
    }
    return out;
  }

  private static IntervalSet family(AddressSet set, boolean v6) {
    return v6 ? set.v6() : set.v4();
  }

  /** Networks around addresses that are near each other, in order. */
  private static List<Network> networks(List<Interval> intervals, boolean v6) {
    int bits = Network.bits(v6);
    int prefix = v6 ? SHORTEST_V6 : SHORTEST_V4;
    List<List<Interval>> parts = parts(intervals, bits - prefix);
    while (parts.size() > MOST_STRETCHES) {
      parts = parts(intervals, bits - --prefix);
    }
    for (int i = 0; i + 1 < parts.size(); ) {
      List<Interval> both = new ArrayList<>(parts.get(i));
      both.addAll(parts.get(i + 1));
      BigInteger upper = Network.around(parts.get(i), v6).size();
      BigInteger lower = Network.around(parts.get(i + 1), v6).size();
      BigInteger most = upper.min(lower).multiply(BigInteger.valueOf(TOGETHER));
      if (Network.around(both, v6).size().compareTo(most) <= 0) {
        parts.set(i, both);
        parts.remove(i + 1);
        i = Math.max(0, i - 1);
      } else {
        i++;
      }
    }
    return parts.stream().map(part -> Network.around(part, v6)).toList();
  }

  /** Parts the intervals by the network in which they begin or to whose neighbour they reach. */
  private static List<List<Interval>> parts(List<Interval> intervals, int hostBits) {
    List<List<Interval>> out = new ArrayList<>();
    BigInteger last = BigInteger.ONE.negate();
    for (Interval i : intervals) {
      if (!i.first().toBigInteger().shiftRight(hostBits).equals(last)) {
        out.add(new ArrayList<>());
      }
      out.get(out.size() - 1).add(i);
      last = i.last().toBigInteger().shiftRight(hostBits);
    }
    return out;
  }

  /** A network by its first address and the length of its prefix. */
  private record Network(BigInteger first, int prefix, boolean v6) {

    static Network around(List<Interval> some, boolean v6) {
      int bits = bits(v6);
      BigInteger low = some.get(0).first().toBigInteger();
      BigInteger high = some.get(some.size() - 1).last().toBigInteger();
      int prefix = Math.min(bits - low.xor(high).bitLength(), v6 ? SHORTEST_V6 : SHORTEST_V4);
      Network exact = at(low, prefix, v6, bits);
      boolean full =
          exact.first.equals(low)
              && exact.first.add(exact.size()).subtract(BigInteger.ONE).equals(high);
      // What fills its network alone is drawn in a wider one, so that one sees where it lies.
      return full && some.size() == 1 ? at(low, Math.max(0, prefix - 2), v6, bits) : exact;
    }

    private static Network at(BigInteger address, int prefix, boolean v6, int bits) {
      return new Network(address.shiftRight(bits - prefix).shiftLeft(bits - prefix), prefix, v6);
    }

    static int bits(boolean v6) {
      return v6 ? 128 : 32;
    }

    BigInteger size() {
      return BigInteger.ONE.shiftLeft(bits(v6) - prefix);
    }

    private BigInteger last() {
      return first.add(size()).subtract(BigInteger.ONE);
    }

    private Ip ip(BigInteger address) {
      return new Ip(v6, new U128(address.shiftRight(64).longValue(), address.longValue()));
    }

    Stretch stretch(IntervalSet own, Map<String, AddressSet> others) {
      List<Beside> beside =
          others.entrySet().stream()
              .map(e -> Map.entry(e.getKey(), family(e.getValue(), v6)))
              .filter(e -> !bars(e.getValue()).isEmpty())
              .sorted(Comparator.comparing(e -> e.getValue().size()))
              .limit(MOST_OTHERS)
              .map(e -> new Beside(e.getKey(), bars(e.getValue())))
              .toList();
      String name = new AddressRange(ip(first), ip(last())).toString();
      return new Stretch(name, bars(own), beside);
    }

    private List<Bar> bars(IntervalSet set) {
      List<Bar> out = new ArrayList<>();
      for (Interval i : set.intervals()) {
        BigInteger from = i.first().toBigInteger().max(first);
        BigInteger to = i.last().toBigInteger().min(last());
        if (from.compareTo(to) <= 0) {
          Bar bar = new Bar(share(from), share(to.add(BigInteger.ONE)));
          int end = out.size() - 1;
          if (end >= 0 && bar.from - out.get(end).to < NEAR) {
            out.set(end, new Bar(out.get(end).from, bar.to));
          } else {
            out.add(bar);
          }
        }
      }
      return out;
    }

    private double share(BigInteger address) {
      return Math.scalb(address.subtract(first).doubleValue(), prefix - bits(v6));
    }
  }
}
