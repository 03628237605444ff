package org.tinshelf.core.diagram;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.List;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.model.U128;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.Dimension;
import org.tinshelf.core.space.IntervalSet;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Universe;

/**
 * The space of all packets that can exist on one firewall, cut into the atoms that a given family
 * of regions tells apart; makes diagrams of regions. One space serves one thread.
 */
public final class PacketSpace {

  private static final U128 MOST_PORT = U128.of(65_535);

  private final Universe universe;
  private final AddressAtoms source;
  private final AddressAtoms destination;
  private final Atoms protocol;
  private final Atoms first;
  private final Atoms second;
  private final Atoms application;
  private final Atoms user;
  private final Atoms time;
  private final Diagrams diagrams;
  private final int all;

  /** Atoms of both families, IPv4 first. */
  record AddressAtoms(Atoms v4, Atoms v6) {
    static AddressAtoms of(List<AddressSet> sets) {
      return new AddressAtoms(
          Atoms.of(U128.ones(32), sets.stream().map(AddressSet::v4).distinct().toList()),
          Atoms.of(U128.ones(128), sets.stream().map(AddressSet::v6).distinct().toList()));
    }

    int count() {
      return v4.count() + v6.count();
    }

    BitSet of(AddressSet set) {
      BitSet bits = v4.of(set.v4());
      v6.of(set.v6()).stream().forEach(i -> bits.set(v4.count() + i));
      return bits;
    }

    BitSet family(boolean six) {
      return six ? range(v4.count(), count()) : range(0, v4.count());
    }
  }

  /** The space in which {@code regions} can be told apart. */
  public PacketSpace(Universe universe, Collection<Region> regions) {
    this.universe = universe;
    source = AddressAtoms.of(regions.stream().map(Region::source).distinct().toList());
    destination = AddressAtoms.of(regions.stream().map(Region::destination).distinct().toList());
    List<IntervalSet> protocols = new ArrayList<>();
    for (int p :
        List.of(Protocol.ICMP, Protocol.TCP, Protocol.UDP, Protocol.ICMP6, Protocol.SCTP)) {
      protocols.add(IntervalSet.of(p, p));
    }
    List<IntervalSet> firsts =
        new ArrayList<>(List.of(IntervalSet.of(0, 0), IntervalSet.of(0, 255)));
    List<IntervalSet> seconds = new ArrayList<>(firsts);
    List<IntervalSet> applications = new ArrayList<>();
    for (Region region : regions) {
      for (Region.Choice choice : region.choices()) {
        applications.add(numbers(choice.applications()));
        for (ServiceTerm term : choice.terms().orElse(List.of())) {
          protocols.add(IntervalSet.of(term.protocol(), term.protocol()));
          firsts.add(numbers(term.first()));
          seconds.add(numbers(term.second()));
        }
      }
    }
    protocol = Atoms.of(U128.of(255), distinct(protocols));
    first = Atoms.of(MOST_PORT, distinct(firsts));
    second = Atoms.of(MOST_PORT, distinct(seconds));
    application = Atoms.of(U128.of(universe.applications().size() - 1L), distinct(applications));
    user =
        Atoms.of(
            U128.of(universe.users().size() - 1L),
            distinct(regions.stream().map(r -> numbers(r.users())).toList()));
    time =
        Atoms.of(
            universe.timeline().most(),
            distinct(regions.stream().map(r -> universe.timeline().numbers(r.when())).toList()));
    diagrams =
        new Diagrams(
            new int[] {
              universe.zones().size(),
              universe.zones().size(),
              source.count(),
              destination.count(),
              protocol.count(),
              first.count(),
              second.count(),
              application.count(),
              user.count(),
              time.count(),
              Profile.values().length,
              Guard.values().length
            });
    all = everything();
  }

  private static List<IntervalSet> distinct(List<IntervalSet> sets) {
    return sets.stream().distinct().toList();
  }

  static BitSet range(int from, int to) {
    BitSet bits = new BitSet(to);
    bits.set(from, to);
    return bits;
  }

  private static IntervalSet numbers(BitSet bits) {
    List<IntervalSet.Interval> out = new ArrayList<>();
    bits.stream().forEach(i -> out.add(new IntervalSet.Interval(U128.of(i), U128.of(i))));
    return IntervalSet.union(out);
  }

  private static IntervalSet numbers(List<ServiceTerm.Span> spans) {
    return spans.isEmpty()
        ? IntervalSet.of(U128.ZERO, MOST_PORT)
        : IntervalSet.union(
            spans.stream()
                .map(s -> new IntervalSet.Interval(U128.of(s.first()), U128.of(s.last())))
                .toList());
  }

  private int pick(Dimension dimension, BitSet values, int below) {
    return diagrams.pick(dimension.ordinal(), values, below);
  }

  /** Two addresses of one family, ICMP of that family only, and numbers where there are such. */
  private int everything() {
    BitSet small = first.of(IntervalSet.of(0, 255));
    BitSet smallCode = second.of(IntervalSet.of(0, 255));
    int typed = pick(Dimension.FIRST, small, pick(Dimension.SECOND, smallCode, Diagrams.FULL));
    int bare =
        pick(
            Dimension.FIRST,
            first.of(IntervalSet.of(0, 0)),
            pick(Dimension.SECOND, second.of(IntervalSet.of(0, 0)), Diagrams.FULL));
    int services = Diagrams.EMPTY;
    BitSet bareProtocols = range(0, protocol.count());
    for (int p : List.of(Protocol.TCP, Protocol.UDP, Protocol.SCTP)) {
      services = diagrams.or(services, pick(Dimension.PROTOCOL, atom(p), Diagrams.FULL));
      bareProtocols.andNot(atom(p));
    }
    bareProtocols.andNot(atom(Protocol.ICMP));
    bareProtocols.andNot(atom(Protocol.ICMP6));
    services = diagrams.or(services, pick(Dimension.PROTOCOL, bareProtocols, bare));
    int set = Diagrams.EMPTY;
    for (boolean six : new boolean[] {false, true}) {
      int icmp = pick(Dimension.PROTOCOL, atom(six ? Protocol.ICMP6 : Protocol.ICMP), typed);
      int family =
          pick(
              Dimension.SOURCE,
              source.family(six),
              pick(Dimension.DESTINATION, destination.family(six), diagrams.or(services, icmp)));
      set = diagrams.or(set, family);
    }
    return set;
  }

  private BitSet atom(int protocolNumber) {
    return protocol.of(IntervalSet.of(protocolNumber, protocolNumber));
  }

  /** Every packet that can exist. */
  public int all() {
    return all;
  }

  /** The store the sets live in. */
  public Diagrams diagrams() {
    return diagrams;
  }

  /** The packets of one of the regions the space was made for. */
  public int set(Region region) {
    BitSet profiles = new BitSet();
    region.profiles().forEach(p -> profiles.set(p.ordinal()));
    BitSet guards = range(region.guard().ordinal(), Guard.values().length);
    int lower = pick(Dimension.PROFILE, profiles, pick(Dimension.GUARD, guards, Diagrams.FULL));
    lower = pick(Dimension.TIME, time.of(universe.timeline().numbers(region.when())), lower);
    lower = pick(Dimension.USER, user.of(numbers(region.users())), lower);
    int services = Diagrams.EMPTY;
    for (Region.Choice choice : region.choices()) {
      int on = pick(Dimension.APPLICATION, application.of(numbers(choice.applications())), lower);
      services = diagrams.or(services, choice.terms().map(t -> terms(t, on)).orElse(on));
    }
    int set = pick(Dimension.DESTINATION, destination.of(region.destination()), services);
    set = pick(Dimension.SOURCE, source.of(region.source()), set);
    set = pick(Dimension.TO, region.to(), set);
    set = pick(Dimension.FROM, region.from(), set);
    return diagrams.and(set, all);
  }

  private int terms(List<ServiceTerm> terms, int below) {
    int set = Diagrams.EMPTY;
    for (ServiceTerm term : terms) {
      boolean numbered = Protocol.hasPorts(term.protocol()) || Protocol.hasType(term.protocol());
      int numbers =
          numbered
              ? pick(
                  Dimension.FIRST,
                  first.of(numbers(term.first())),
                  pick(Dimension.SECOND, second.of(numbers(term.second())), below))
              : below;
      set = diagrams.or(set, pick(Dimension.PROTOCOL, atom(term.protocol()), numbers));
    }
    return set;
  }

  /** The packets from one of the zones to any, and from any to one of them. */
  public int touchingZones(BitSet zones) {
    int either =
        diagrams.or(
            pick(Dimension.FROM, zones, Diagrams.FULL), pick(Dimension.TO, zones, Diagrams.FULL));
    return diagrams.and(either, all);
  }

  /** The packets whose source is of the family. */
  int family(boolean six) {
    return diagrams.and(pick(Dimension.SOURCE, source.family(six), Diagrams.FULL), all);
  }

  /** The packets of one of the five protocols that have a meaning here. */
  int protocol(int number) {
    return diagrams.and(pick(Dimension.PROTOCOL, atom(number), Diagrams.FULL), all);
  }

  Universe universe() {
    return universe;
  }

  /** The atoms of one family in {@link Dimension#SOURCE} or {@link Dimension#DESTINATION}. */
  BitSet familyAtoms(Dimension dimension, boolean six) {
    return (dimension == Dimension.SOURCE ? source : destination).family(six);
  }

  /** The values of one atom; of an address dimension, those of its family. */
  IntervalSet values(Dimension dimension, int atom) {
    return switch (dimension) {
      case SOURCE -> addresses(source, atom);
      case DESTINATION -> addresses(destination, atom);
      case PROTOCOL -> protocol.values(atom);
      case FIRST -> first.values(atom);
      case SECOND -> second.values(atom);
      case APPLICATION -> application.values(atom);
      case USER -> user.values(atom);
      case TIME -> time.values(atom);
      default -> IntervalSet.of(atom, atom);
    };
  }

  private static IntervalSet addresses(AddressAtoms atoms, int atom) {
    return atom < atoms.v4.count()
        ? atoms.v4.values(atom)
        : atoms.v6.values(atom - atoms.v4.count());
  }

  /** How many values the atoms of a dimension together hold. */
  BigInteger size(Dimension dimension, BitSet atoms) {
    return atoms.stream()
        .mapToObj(a -> values(dimension, a).size())
        .reduce(BigInteger.ZERO, BigInteger::add);
  }
}
