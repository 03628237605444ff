package org.tinshelf.core.space;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.model.U128;

/**
 * All packets of one address family as a plain product of twelve sets of numbers, so that what a
 * rule matches is a union of few {@linkplain Box boxes}.
 *
 * <p>To make it a plain product every protocol spans all pairs of two 16-bit numbers: ports as they
 * are, a type or code of ICMP as 256 numbers in a row, and for protocols that have neither all
 * numbers, which no rule can tell apart. That leaves all shares as they are, since each protocol
 * weighs the same whatever its numbers.
 */
final class Plane {

  private static final long NUMBERS = 65_536;
  private static final int TYPE = 256;
  private static final long OTHERS = 252;

  final boolean six;
  final long[][] full = new long[Dimension.COUNT][];
  private final Universe universe;
  private final Cuts cuts;
  private final Map<BitSet, long[]> bits = new HashMap<>();
  private final Map<AddressSet, long[]> addresses = new IdentityHashMap<>();
  private final Map<When, long[]> times = new HashMap<>();
  private final Map<List<ServiceTerm>, List<long[][]>> services = new HashMap<>();

  Plane(Universe universe, boolean six, Cuts cuts) {
    this.universe = universe;
    this.six = six;
    this.cuts = cuts;
    full[Dimension.FROM.ordinal()] = Spans.of(0, universe.zones().size());
    full[Dimension.TO.ordinal()] = full[Dimension.FROM.ordinal()];
    full[Dimension.SOURCE.ordinal()] = Spans.of(0, six ? Cuts.END : 1L << 32);
    full[Dimension.DESTINATION.ordinal()] = full[Dimension.SOURCE.ordinal()];
    int absent = six ? Protocol.ICMP : Protocol.ICMP6;
    full[Dimension.PROTOCOL.ordinal()] = new long[] {0, absent, absent + 1, 256};
    full[Dimension.FIRST.ordinal()] = Spans.of(0, NUMBERS);
    full[Dimension.SECOND.ordinal()] = full[Dimension.FIRST.ordinal()];
    full[Dimension.APPLICATION.ordinal()] = Spans.of(0, universe.applications().size());
    full[Dimension.USER.ordinal()] = Spans.of(0, universe.users().size());
    full[Dimension.TIME.ordinal()] = Spans.of(0, universe.timeline().most().lo() + 1);
    full[Dimension.PROFILE.ordinal()] = Spans.of(0, Profile.values().length);
    full[Dimension.GUARD.ordinal()] = Spans.of(0, Guard.values().length);
  }

  /** Every packet of the family. */
  Box everything(Place place) {
    return new Box(full.clone(), 0, place);
  }

  /** The box of these sets, which are not empty. */
  Box box(long[][] sets, Place place) {
    for (int d = 0; d < sets.length; d++) {
      sets[d] = Arrays.equals(sets[d], full[d]) ? full[d] : sets[d];
    }
    return new Box(sets, restricted(sets), place);
  }

  /** The packets in all of the regions, as disjoint boxes. */
  List<Box> boxes(List<Region> regions, Place place) {
    List<Box> out = boxes(regions.get(0), place);
    for (int i = 1; i < regions.size(); i++) {
      List<Box> inner = boxes(regions.get(i), place);
      List<Box> both = new ArrayList<>();
      for (Box a : out) {
        for (Box b : inner) {
          Box common = a.and(b);
          if (common != null) {
            both.add(common);
          }
        }
      }
      out = both;
    }
    for (int i = 0; i < out.size(); i++) {
      out.get(i).part = i;
    }
    return out;
  }

  private List<Box> boxes(Region region, Place place) {
    long[][] sets = full.clone();
    put(sets, Dimension.FROM, bits(region.from()));
    put(sets, Dimension.TO, bits(region.to()));
    put(sets, Dimension.SOURCE, addresses(region.source()));
    put(sets, Dimension.DESTINATION, addresses(region.destination()));
    put(sets, Dimension.USER, bits(region.users()));
    if (!region.when().equals(When.ALWAYS)) {
      put(sets, Dimension.TIME, time(region.when()));
    }
    put(sets, Dimension.PROFILE, profiles(region.profiles()));
    put(sets, Dimension.GUARD, Spans.of(region.guard().ordinal(), Guard.values().length));
    for (long[] set : sets) {
      if (set.length == 0) {
        return List.of();
      }
    }
    List<Box> out = new ArrayList<>(2);
    for (Map.Entry<List<ServiceTerm>, BitSet> choice : choices(region).entrySet()) {
      long[] on = bits(choice.getValue());
      if (on.length > 0) {
        for (long[][] service : services(choice.getKey())) {
          long[][] own = sets.clone();
          put(own, Dimension.APPLICATION, on);
          put(own, Dimension.PROTOCOL, service[0]);
          put(own, Dimension.FIRST, service[1]);
          put(own, Dimension.SECOND, service[2]);
          out.add(new Box(own, restricted(own), place));
        }
      }
    }
    return out;
  }

  private static final List<ServiceTerm> ANY_SERVICE = List.of(ServiceTerm.all(-1));

  /** Applications by the services they are taken on; each application occurs once. */
  private static Map<List<ServiceTerm>, BitSet> choices(Region region) {
    if (region.choices().size() == 1) {
      Region.Choice only = region.choices().get(0);
      return Map.of(only.terms().orElse(ANY_SERVICE), only.applications());
    }
    Map<List<ServiceTerm>, BitSet> out = new LinkedHashMap<>();
    for (Region.Choice choice : region.choices()) {
      out.computeIfAbsent(choice.terms().orElse(ANY_SERVICE), t -> new BitSet())
          .or(choice.applications());
    }
    return out;
  }

  private int restricted(long[][] sets) {
    int mask = 0;
    for (int d = 0; d < sets.length; d++) {
      mask |= sets[d] == full[d] ? 0 : 1 << d;
    }
    return mask;
  }

  private void put(long[][] sets, Dimension dimension, long[] set) {
    int d = dimension.ordinal();
    long[] common = dimension == Dimension.PROTOCOL ? Spans.intersect(set, full[d]) : set;
    sets[d] = Arrays.equals(common, full[d]) ? full[d] : common;
  }

  /** Numbers for the bits of a set. */
  long[] bits(BitSet set) {
    long[] known = bits.get(set);
    if (known == null) {
      List<Long> ends = new ArrayList<>();
      for (int i = set.nextSetBit(0); i >= 0; i = set.nextSetBit(i)) {
        ends.add((long) i);
        i = set.nextClearBit(i);
        ends.add((long) i);
      }
      known = ends.stream().mapToLong(Long::longValue).toArray();
      bits.put((BitSet) set.clone(), known);
    }
    return known;
  }

  private long[] addresses(AddressSet set) {
    return addresses.computeIfAbsent(set, s -> six ? cuts.spans(s.v6()) : spans(s.v4()));
  }

  private static long[] spans(IntervalSet set) {
    long[] out = new long[2 * set.intervals().size()];
    int n = 0;
    for (IntervalSet.Interval i : set.intervals()) {
      out[n++] = i.first().lo();
      out[n++] = i.last().lo() + 1;
    }
    return out;
  }

  private long[] time(When when) {
    return times.computeIfAbsent(when, w -> spans(universe.timeline().numbers(w)));
  }

  private static long[] profiles(EnumSet<Profile> profiles) {
    long[] pairs = new long[2 * profiles.size()];
    int n = 0;
    for (Profile p : profiles) {
      pairs[n++] = p.ordinal();
      pairs[n++] = p.ordinal() + 1;
    }
    return Spans.union(pairs, n);
  }

  /** Disjoint products of protocols, first and second numbers. */
  private List<long[][]> services(List<ServiceTerm> terms) {
    return services.computeIfAbsent(terms, this::split);
  }

  private List<long[][]> split(List<ServiceTerm> terms) {
    long[] all = full[Dimension.FIRST.ordinal()];
    if (terms == ANY_SERVICE) {
      return List.<long[][]>of(new long[][] {full[Dimension.PROTOCOL.ordinal()], all, all});
    }
    Map<Integer, List<long[][]>> byProtocol = new LinkedHashMap<>();
    for (ServiceTerm term : terms) {
      long[][] rest = {numbers(term, term.first()), numbers(term, term.second())};
      add(byProtocol.computeIfAbsent(term.protocol(), p -> new ArrayList<>()), rest);
    }
    List<long[][]> out = new ArrayList<>();
    byProtocol.forEach(
        (protocol, pairs) -> {
          if (Spans.contains(full[Dimension.PROTOCOL.ordinal()], protocol)) {
            pairs.forEach(pair -> join(out, protocol, pair));
          }
        });
    return out;
  }

  private long[] numbers(ServiceTerm term, List<ServiceTerm.Span> spans) {
    boolean typed = Protocol.hasType(term.protocol());
    if (spans.isEmpty() || !typed && !Protocol.hasPorts(term.protocol())) {
      return full[Dimension.FIRST.ordinal()];
    }
    int scale = typed ? TYPE : 1;
    long[] pairs = new long[2 * spans.size()];
    int n = 0;
    for (ServiceTerm.Span span : spans) {
      pairs[n++] = Math.min(NUMBERS, (long) span.first() * scale);
      pairs[n++] = Math.min(NUMBERS, (span.last() + 1L) * scale);
    }
    return Spans.union(pairs, n);
  }

  /** Adds to disjoint pairs of number sets what of {@code pair} is not yet in them. */
  private static void add(List<long[][]> pairs, long[][] pair) {
    List<long[][]> rest = new ArrayList<>(List.<long[][]>of(pair));
    for (long[][] old : pairs) {
      List<long[][]> next = new ArrayList<>();
      rest.forEach(r -> remainder(r, old, next));
      rest = next;
    }
    for (long[][] piece : rest) {
      pairs.stream()
          .filter(old -> Arrays.equals(old[0], piece[0]))
          .findFirst()
          .ifPresentOrElse(old -> old[1] = Spans.union(old[1], piece[1]), () -> pairs.add(piece));
    }
  }

  /** Adds {@code a} without {@code b}, as at most two products. */
  private static void remainder(long[][] a, long[][] b, List<long[][]> out) {
    long[] outside = Spans.minus(a[0], b[0]);
    if (outside.length > 0) {
      out.add(new long[][] {outside, a[1]});
    }
    long[] inside = Spans.intersect(a[0], b[0]);
    long[] left = Spans.minus(a[1], b[1]);
    if (inside.length > 0 && left.length > 0) {
      out.add(new long[][] {inside, left});
    }
  }

  private static void join(List<long[][]> out, int protocol, long[][] pair) {
    long[] one = Spans.of(protocol, protocol + 1L);
    for (long[][] old : out) {
      if (Arrays.equals(old[1], pair[0]) && Arrays.equals(old[2], pair[1])) {
        old[0] = Spans.union(old[0], one);
        return;
      }
    }
    out.add(new long[][] {one, pair[0], pair[1]});
  }

  /** The weight of a set in one dimension, or -1 if it does not fit 62 bits. */
  long small(int dimension, long[] set) {
    if (dimension == Dimension.PROTOCOL.ordinal()) {
      return protocols(set);
    }
    if (six && isAddress(dimension)) {
      BigInteger size = cuts.size(set);
      return size.bitLength() < 62 ? size.longValue() : -1;
    }
    return Spans.count(set);
  }

  /** The weight of a set in one dimension. */
  BigInteger weight(int dimension, long[] set) {
    return six && isAddress(dimension) ? cuts.size(set) : BigInteger.valueOf(small(dimension, set));
  }

  private static boolean isAddress(int dimension) {
    return dimension == Dimension.SOURCE.ordinal() || dimension == Dimension.DESTINATION.ordinal();
  }

  /** tcp, udp and the family's icmp weigh as much as all others together. */
  private long protocols(long[] set) {
    long weight = Spans.count(set);
    int icmp = six ? Protocol.ICMP6 : Protocol.ICMP;
    for (int p : new int[] {Protocol.TCP, Protocol.UDP, icmp}) {
      weight += Spans.contains(set, p) ? OTHERS - 1 : 0;
    }
    return weight;
  }

  /** The number that stands for an address. */
  long coordinate(U128 address) {
    return six ? cuts.floor(address) : address.lo();
  }

  /** The set of one address, or of as many as no set so far tells from it. */
  IntervalSet values(long[] set) {
    List<IntervalSet.Interval> out = new ArrayList<>();
    for (int i = 0; i < set.length; i += 2) {
      U128 first = six ? cuts.value(set[i]) : U128.of(set[i]);
      U128 last =
          six
              ? set[i + 1] == Cuts.END ? U128.ones(128) : cuts.value(set[i + 1]).previous()
              : U128.of(set[i + 1] - 1);
      out.add(new IntervalSet.Interval(first, last));
    }
    return new IntervalSet(List.copyOf(out));
  }

  /** The number of a type or code, or port, that a number of the plane stands for. */
  static int number(int protocol, long coordinate) {
    if (Protocol.hasType(protocol)) {
      return (int) (coordinate / TYPE);
    }
    return Protocol.hasPorts(protocol) ? (int) coordinate : 0;
  }

  /** A number of the plane that stands for a port, type or code. */
  static long coordinate(int protocol, int number) {
    return Protocol.hasType(protocol) ? (long) number * TYPE : number;
  }
}
