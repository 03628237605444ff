package org.tinshelf.core.space;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.tinshelf.core.diagram.Atoms;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.U128;

/** Intervals against plain bits. */
class IntervalSetTest {

  private static final int MOST = 40;

  private static BitSet bits(List<Integer> ends) {
    BitSet bits = new BitSet();
    for (int i = 0; i + 1 < ends.size(); i += 2) {
      int a = Math.min(ends.get(i), ends.get(i + 1));
      bits.set(a, Math.max(ends.get(i), ends.get(i + 1)) + 1);
    }
    return bits;
  }

  private static IntervalSet set(List<Integer> ends) {
    List<IntervalSet.Interval> pieces = new ArrayList<>();
    for (int i = 0; i + 1 < ends.size(); i += 2) {
      int a = Math.min(ends.get(i), ends.get(i + 1));
      int b = Math.max(ends.get(i), ends.get(i + 1));
      pieces.add(new IntervalSet.Interval(U128.of(a), U128.of(b)));
    }
    return IntervalSet.union(pieces);
  }

  private static BitSet members(IntervalSet set) {
    BitSet bits = new BitSet();
    for (int i = 0; i <= MOST; i++) {
      bits.set(i, set.contains(U128.of(i)));
    }
    return bits;
  }

  @Property
  void unionIntersectionAndComplementAreThoseOfSets(
      @ForAll @Size(max = 8) List<@IntRange(max = MOST) Integer> a,
      @ForAll @Size(max = 8) List<@IntRange(max = MOST) Integer> b) {
    BitSet union = bits(a);
    union.or(bits(b));
    assertEquals(union, members(set(a).union(set(b))));
    BitSet both = bits(a);
    both.and(bits(b));
    assertEquals(both, members(set(a).intersect(set(b))));
    BitSet rest = bits(a);
    rest.flip(0, MOST + 1);
    IntervalSet complement = set(a).complement(U128.of(MOST));
    assertEquals(rest, members(complement));
    assertEquals(BigInteger.valueOf(rest.cardinality()), complement.size());
    assertEquals(set(a), complement.complement(U128.of(MOST)));
  }

  @Property
  void atomsNeverCutASet(
      @ForAll @Size(max = 8) List<@IntRange(max = MOST) Integer> a,
      @ForAll @Size(max = 8) List<@IntRange(max = MOST) Integer> b) {
    Atoms atoms = Atoms.of(U128.of(MOST), List.of(set(a), set(b)));
    for (List<Integer> ends : List.of(a, b)) {
      List<IntervalSet.Interval> pieces = new ArrayList<>();
      atoms.of(set(ends)).stream().forEach(i -> pieces.addAll(atoms.values(i).intervals()));
      assertEquals(set(ends), IntervalSet.union(pieces));
    }
  }

  @Test
  void aMaskComesDownToItsAddresses() {
    AddressSet tills = AddressSet.wildcard(Ip.parse("10.72.0.2"), Ip.parse("255.255.252.255"));
    assertEquals(BigInteger.valueOf(4), tills.v4().size());
    for (String site : List.of("10.72.0.2", "10.72.1.2", "10.72.2.2", "10.72.3.2")) {
      assertEquals(true, tills.contains(Ip.parse(site)));
    }
    assertEquals(false, tills.contains(Ip.parse("10.72.4.2")));
  }

  @Test
  void everythingIsBothFamiliesWhole() {
    assertEquals(AddressSet.EMPTY, AddressSet.ALL.complement());
    assertEquals(BigInteger.ONE.shiftLeft(128), AddressSet.ALL.v6().size());
  }
}
