package org.tinshelf.core.diagram;

import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.model.U128;
import org.tinshelf.core.model.Zone;
import org.tinshelf.core.space.Dimension;
import org.tinshelf.core.space.IntervalSet;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Universe;

/** Picks from a set the packet that is easiest to recognise; the same one every time. */
public final class Witnesses {

  private static final List<U128> ADDRESSES4 =
      List.of(
          Ip.parse("203.0.113.9").value(),
          Ip.parse("198.51.100.9").value(),
          Ip.parse("192.0.2.9").value());
  private static final List<U128> ADDRESSES6 = List.of(Ip.parse("2001:db8::9").value());
  private static final List<Integer> PROTOCOLS =
      List.of(Protocol.TCP, Protocol.UDP, Protocol.ICMP, Protocol.ICMP6);
  private static final List<U128> PORTS =
      List.of(U128.of(443), U128.of(80), U128.of(22), U128.of(53));
  private static final List<U128> SOURCE_PORTS = List.of(U128.of(40_000));

  private final PacketSpace space;

  /** Picks from sets of a space. */
  public Witnesses(PacketSpace space) {
    this.space = space;
  }

  /**
   * One packet of the set.
   *
   * @param set not empty
   */
  public Packet of(int set) {
    Diagrams diagrams = space.diagrams();
    Map<Dimension, Integer> chosen = new HashMap<>();
    int at = set;
    for (Dimension d : Dimension.values()) {
      BitSet open = new BitSet();
      Map<Integer, Integer> next = new HashMap<>();
      if (diagrams.level(at) == d.ordinal()) {
        diagrams.edges(
            at,
            (values, child) -> {
              open.or(values);
              values.stream().forEach(v -> next.put(v, child));
            });
      } else {
        open.set(0, diagrams.domain(d.ordinal()));
      }
      int atom = prefer(d, open);
      chosen.put(d, atom);
      at = next.getOrDefault(atom, at);
    }
    return packet(chosen);
  }

  private int prefer(Dimension d, BitSet open) {
    List<Integer> atoms = open.stream().boxed().toList();
    return switch (d) {
      case FROM, TO ->
          atoms.stream()
              .min(Comparator.comparing(a -> space.universe().zones().get(a).equals(Zone.SELF)))
              .orElseThrow();
      case SOURCE, DESTINATION -> {
        BitSet four = (BitSet) open.clone();
        four.and(space.familyAtoms(d, false));
        BitSet among = four.isEmpty() ? open : four;
        yield among.stream()
            .boxed()
            .max(Comparator.comparing(a -> space.values(d, a).size()))
            .orElseThrow();
      }
      case PROTOCOL ->
          atoms.stream()
              .min(
                  Comparator.comparing(
                      a -> {
                        int rank = PROTOCOLS.indexOf((int) least(d, a).lo());
                        return rank < 0 ? PROTOCOLS.size() : rank;
                      }))
              .orElseThrow();
      case FIRST -> withOneOf(d, atoms, SOURCE_PORTS);
      case SECOND -> withOneOf(d, atoms, PORTS);
      default -> atoms.get(0);
    };
  }

  private int withOneOf(Dimension d, List<Integer> atoms, List<U128> wanted) {
    for (U128 value : wanted) {
      for (int atom : atoms) {
        if (space.values(d, atom).contains(value)) {
          return atom;
        }
      }
    }
    return atoms.get(0);
  }

  private U128 least(Dimension d, int atom) {
    return space.values(d, atom).intervals().get(0).first();
  }

  private U128 value(Dimension d, int atom, List<U128> wanted) {
    IntervalSet values = space.values(d, atom);
    return wanted.stream()
        .filter(values::contains)
        .findFirst()
        .orElse(values.intervals().get(0).first());
  }

  private Ip address(Dimension d, int atom) {
    boolean six = space.familyAtoms(d, true).get(atom);
    IntervalSet values = space.values(d, atom);
    for (U128 wanted : six ? ADDRESSES6 : ADDRESSES4) {
      if (values.contains(wanted)) {
        return new Ip(six, wanted);
      }
    }
    for (IntervalSet.Interval interval : values.intervals()) {
      U128 ninth = interval.first().or(U128.of(9));
      if (ninth.compareTo(interval.last()) <= 0) {
        return new Ip(six, ninth);
      }
    }
    return new Ip(six, values.intervals().get(0).last());
  }

  private Packet packet(Map<Dimension, Integer> chosen) {
    int protocol = (int) least(Dimension.PROTOCOL, chosen.get(Dimension.PROTOCOL)).lo();
    boolean ports = Protocol.hasPorts(protocol);
    U128 first =
        value(Dimension.FIRST, chosen.get(Dimension.FIRST), ports ? SOURCE_PORTS : List.of());
    U128 second = value(Dimension.SECOND, chosen.get(Dimension.SECOND), ports ? PORTS : List.of());
    Universe u = space.universe();
    return new Packet(
        u.zones().get(chosen.get(Dimension.FROM)),
        u.zones().get(chosen.get(Dimension.TO)),
        address(Dimension.SOURCE, chosen.get(Dimension.SOURCE)),
        address(Dimension.DESTINATION, chosen.get(Dimension.DESTINATION)),
        protocol,
        (int) first.lo(),
        (int) second.lo(),
        u.applications()
            .get((int) least(Dimension.APPLICATION, chosen.get(Dimension.APPLICATION)).lo()),
        u.users().get((int) least(Dimension.USER, chosen.get(Dimension.USER)).lo()),
        u.timeline().at(least(Dimension.TIME, chosen.get(Dimension.TIME))),
        Profile.values()[chosen.get(Dimension.PROFILE)],
        Guard.values()[chosen.get(Dimension.GUARD)]);
  }
}
