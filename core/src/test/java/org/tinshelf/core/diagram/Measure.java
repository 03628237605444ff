package org.tinshelf.core.diagram;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.space.Dimension;
import org.tinshelf.core.space.IntervalSet;

/**
 * Exact sizes of sets: every dimension weighs evenly, save that tcp, udp, the family's icmp and all
 * other protocols together weigh a quarter each.
 */
public final class Measure {

  /** How many protocols share the last quarter in either family: 256 less tcp, udp and two icmp. */
  private static final BigInteger OTHERS = BigInteger.valueOf(252);

  private static final BigInteger PORT_PAIRS = BigInteger.ONE.shiftLeft(32);
  private static final BigInteger TYPE_CODES = BigInteger.ONE.shiftLeft(16);

  private final PacketSpace space;
  private final BigInteger[][] weights;
  private final BigInteger[] totals;
  private final List<Map<Integer, BigInteger>> known = List.of(new HashMap<>(), new HashMap<>());

  /** Measures sets of a space. */
  public Measure(PacketSpace space) {
    this.space = space;
    Diagrams diagrams = space.diagrams();
    weights = new BigInteger[Dimension.COUNT][];
    totals = new BigInteger[Dimension.COUNT];
    for (Dimension d : Dimension.values()) {
      BigInteger[] w = new BigInteger[diagrams.domain(d.ordinal())];
      totals[d.ordinal()] = BigInteger.ZERO;
      for (int atom = 0; atom < w.length; atom++) {
        IntervalSet values = space.values(d, atom);
        w[atom] = d == Dimension.PROTOCOL ? protocolWeight(values) : values.size();
        totals[d.ordinal()] = totals[d.ordinal()].add(w[atom]);
      }
      weights[d.ordinal()] = w;
    }
  }

  /** Scaled so that a protocol's weight times its number pairs fills its share. */
  private static BigInteger protocolWeight(IntervalSet values) {
    int number = (int) values.intervals().get(0).first().lo();
    return switch (number) {
      case Protocol.TCP, Protocol.UDP -> OTHERS;
      case Protocol.ICMP, Protocol.ICMP6 -> OTHERS.multiply(PORT_PAIRS).divide(TYPE_CODES);
      case Protocol.SCTP -> BigInteger.ONE;
      default -> values.size().multiply(PORT_PAIRS);
    };
  }

  /**
   * The share of {@code whole} that {@code part} is, each family alone and then the mean of the
   * families present in {@code whole}.
   *
   * @param part a subset of {@code whole}
   * @return 0 exactly when {@code part} is empty, 1 exactly when both are equal
   */
  public double share(int part, int whole) {
    if (part == Diagrams.EMPTY) {
      return 0;
    }
    if (part == whole) {
      return 1;
    }
    List<BigDecimal> shares = new ArrayList<>();
    for (int family = 0; family < 2; family++) {
      BigInteger size = measure(whole, 0, family);
      if (size.signum() > 0) {
        shares.add(
            new BigDecimal(measure(part, 0, family))
                .divide(new BigDecimal(size), MathContext.DECIMAL64));
      }
    }
    BigDecimal mean =
        shares.stream()
            .reduce(BigDecimal.ZERO, BigDecimal::add)
            .divide(BigDecimal.valueOf(shares.size()), MathContext.DECIMAL64);
    return Math.min(Math.max(mean.doubleValue(), Double.MIN_NORMAL), Math.nextDown(1.0));
  }

  private BigInteger measure(int set, int level, int family) {
    if (set == Diagrams.EMPTY) {
      return BigInteger.ZERO;
    }
    Diagrams diagrams = space.diagrams();
    int own = diagrams.level(set);
    BigInteger size = BigInteger.ONE;
    for (int skipped = level; skipped < own; skipped++) {
      size = size.multiply(totals[skipped]);
    }
    if (set == Diagrams.FULL) {
      return size;
    }
    BigInteger below = known.get(family).get(set);
    if (below == null) {
      BigInteger[] sum = {BigInteger.ZERO};
      diagrams.edges(
          set,
          (values, child) -> {
            BitSet counted = values;
            if (own == Dimension.SOURCE.ordinal()) {
              counted = (BitSet) values.clone();
              counted.and(space.familyAtoms(Dimension.SOURCE, family == 1));
            }
            BigInteger weight =
                counted.stream()
                    .mapToObj(a -> weights[own][a])
                    .reduce(BigInteger.ZERO, BigInteger::add);
            if (weight.signum() > 0) {
              sum[0] = sum[0].add(weight.multiply(measure(child, own + 1, family)));
            }
          });
      below = sum[0];
      known.get(family).put(set, below);
    }
    return size.multiply(below);
  }
}
