package org.tinshelf.core.diagram;

import java.math.BigInteger;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.space.Dimension;

/** What a set holds in one field, whatever the others are. */
public final class Projection {

  private final PacketSpace space;
  private final Diagrams diagrams;

  /** Projects sets of a space. */
  public Projection(PacketSpace space) {
    this.space = space;
    this.diagrams = space.diagrams();
  }

  /** The zones that packets of the set come from, or go to. */
  public BitSet zones(int set, boolean from) {
    return atoms(set, from ? Dimension.FROM : Dimension.TO);
  }

  /** How many addresses of the family occur as source, or as destination. */
  public BigInteger addresses(int set, boolean source, boolean six) {
    Dimension d = source ? Dimension.SOURCE : Dimension.DESTINATION;
    return space.size(d, atoms(diagrams.and(set, space.family(six)), d));
  }

  /** How many pairs of protocol and destination port occur, over tcp, udp and sctp. */
  public BigInteger ports(int set) {
    BigInteger sum = BigInteger.ZERO;
    for (int p : List.of(Protocol.TCP, Protocol.UDP, Protocol.SCTP)) {
      int part = diagrams.and(set, space.protocol(p));
      sum = sum.add(space.size(Dimension.SECOND, atoms(part, Dimension.SECOND)));
    }
    return sum;
  }

  /** Whether every service that can exist occurs, in each family the set holds. */
  public boolean anyService(int set) {
    for (boolean six : new boolean[] {false, true}) {
      int part = diagrams.and(set, space.family(six));
      if (part != Diagrams.EMPTY && services(part) != services(space.family(six))) {
        return false;
      }
    }
    return true;
  }

  private BitSet atoms(int set, Dimension d) {
    BitSet out = new BitSet();
    if (set != Diagrams.EMPTY) {
      collect(set, d.ordinal(), out, new HashSet<>());
    }
    return out;
  }

  private void collect(int set, int level, BitSet out, Set<Integer> seen) {
    if (!seen.add(set)) {
      return;
    }
    int own = diagrams.level(set);
    if (own > level) {
      out.set(0, diagrams.domain(level));
    } else if (own == level) {
      diagrams.edges(set, (values, child) -> out.or(values));
    } else {
      diagrams.edges(set, (values, child) -> collect(child, level, out, seen));
    }
  }

  /** The services of a set, as a set over protocol and numbers alone. */
  private int services(int set) {
    return services(set, new HashMap<>());
  }

  private int services(int set, Map<Integer, Integer> known) {
    int level = diagrams.level(set);
    if (set == Diagrams.EMPTY || level > Dimension.SECOND.ordinal()) {
      return set == Diagrams.EMPTY ? Diagrams.EMPTY : Diagrams.FULL;
    }
    Integer old = known.get(set);
    if (old != null) {
      return old;
    }
    int[] union = {Diagrams.EMPTY};
    diagrams.edges(
        set,
        (values, child) -> {
          int below = services(child, known);
          int piece =
              level < Dimension.PROTOCOL.ordinal() ? below : diagrams.pick(level, values, below);
          union[0] = diagrams.or(union[0], piece);
        });
    known.put(set, union[0]);
    return union[0];
  }
}
