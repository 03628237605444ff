package org.tinshelf.core.findings;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.stack.Decision;
import org.tinshelf.core.stack.Prober;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/** Every finding and every decision, against a reading of the definitions packet by packet. */
class FindingsAgainstBruteForceTest {

  private final class Case {
    final Estate estate;
    final Stack stack;
    final Check check;
    final BruteForce brute;
    final List<Packet> packets;
    final List<BruteForce.Row> rows;
    final List<BitSet> matched;
    final List<BitSet> decided = new ArrayList<>();
    final Map<String, Integer> index = new LinkedHashMap<>();

    Case(long seed) {
      RandomPolicies policies = new RandomPolicies(seed);
      estate = policies.estate();
      stack = new Stacks(estate).of(estate.firewalls().get(0), RandomPolicies.NOW);
      check = Check.of(stack, true);
      brute = new BruteForce(estate);
      packets = policies.packets();
      rows = brute.rows();
      matched = brute.matched(packets);
      BitSet taken = new BitSet();
      for (int i = 0; i < rows.size(); i++) {
        index.put(rows.get(i).place(), i);
        BitSet own = (BitSet) matched.get(i).clone();
        own.andNot(taken);
        if (rows.get(i).action() == null) {
          own.clear();
        } else {
          taken.or(matched.get(i));
        }
        decided.add(own);
      }
    }

    String outcome(int packet, Set<Integer> without) {
      for (int i = 0; i < rows.size(); i++) {
        if (rows.get(i).action() != null && !without.contains(i) && matched.get(i).get(packet)) {
          return rows.get(i).outcome();
        }
      }
      return brute.floor(packets.get(packet)).getValue();
    }

    boolean changesNothing(Set<Integer> kept, Set<Integer> gone) {
      for (int p = 0; p < packets.size(); p++) {
        if (!outcome(p, kept).equals(outcome(p, gone))) {
          return false;
        }
      }
      return true;
    }

    List<Finding> of(Finding.Kind kind) {
      return check.findings().stream().filter(f -> f.kind() == kind).toList();
    }

    int row(RuleRef ref) {
      return index.get(ref.shelf() + " " + ref.position());
    }

    BitSet liveAbove(int i, Action action) {
      BitSet out = new BitSet();
      for (int k = 0; k < i; k++) {
        if (rows.get(k).action() == action && !decided.get(k).isEmpty()) {
          out.or(matched.get(k));
        }
      }
      return out;
    }
  }

  private static Set<String> places(List<Finding> findings) {
    Set<String> out = new HashSet<>();
    findings.forEach(f -> out.add(f.rule().shelf() + " " + f.rule().position()));
    return out;
  }

  @Property(tries = 25, shrinking = ShrinkingMode.OFF)
  void decisionsAreThoseOfTheFirstMatchingRule(@ForAll long seed) {
    Case c = new Case(seed);
    Prober prober = new Prober(c.stack);
    for (int p = 0; p < c.packets.size(); p += 7) {
      Decision decision = c.stack.decide(c.packets.get(p));
      assertEquals(decision, prober.decide(c.packets.get(p)));
      List<String> deciders = new ArrayList<>();
      for (int i = 0; i < c.rows.size(); i++) {
        if (c.rows.get(i).action() != null && c.matched.get(i).get(p)) {
          deciders.add(c.rows.get(i).place());
        }
      }
      deciders.add("floor ");
      assertEquals(deciders.get(0), place(decision.by().ref()));
      assertEquals(
          deciders.size() > 1 ? deciders.get(1) : "none",
          decision.next().map(e -> place(e.ref())).orElse("none"));
      if (deciders.size() == 1) {
        assertEquals(c.brute.floor(c.packets.get(p)).getKey(), decision.outcome().action());
      }
    }
  }

  private static String place(RuleRef ref) {
    return ref.shelf() + " " + ref.position();
  }

  @Property(tries = 25, shrinking = ShrinkingMode.OFF)
  void deadRulesAreFoundAndNamedForWhatTheyAre(@ForAll long seed) {
    Case c = new Case(seed);
    Set<String> shadowed = new HashSet<>();
    Set<String> fromAbove = new HashSet<>();
    Set<String> never = new HashSet<>();
    for (int i = 0; i < c.rows.size(); i++) {
      BruteForce.Row row = c.rows.get(i);
      if (c.matched.get(i).isEmpty() && !row.place().endsWith("end")) {
        never.add(row.place());
      } else if (row.rule() && c.decided.get(i).isEmpty()) {
        BitSet rest = (BitSet) c.matched.get(i).clone();
        rest.andNot(c.liveAbove(i, row.action()));
        (rest.isEmpty() ? fromAbove : shadowed).add(row.place());
      }
    }
    assertEquals(never, places(c.of(Finding.Kind.NEVER_MATCHES)));
    assertEquals(shadowed, places(c.of(Finding.Kind.SHADOWED)));
    Set<String> redundant = places(c.of(Finding.Kind.REDUNDANT));
    assertTrue(redundant.containsAll(fromAbove));
    redundant.removeAll(fromAbove);
    redundant.forEach(p -> assertFalse(c.decided.get(c.index.get(p)).isEmpty()));
    c.check
        .reach()
        .forEach(
            (ref, reach) -> {
              int i = c.row(ref);
              assertEquals(c.decided.get(i).isEmpty(), reach == 0, place(ref));
              assertEquals(
                  c.decided.get(i).equals(c.matched.get(i)) && !c.matched.get(i).isEmpty(),
                  reach == 1,
                  place(ref));
            });
  }

  @Property(tries = 25, shrinking = ShrinkingMode.OFF)
  void reportedRulesCanGoTogetherAndNoOtherCanGoAfterThem(@ForAll long seed) {
    Case c = new Case(seed);
    Set<Integer> gone = new HashSet<>();
    c.of(Finding.Kind.SHADOWED).forEach(f -> gone.add(c.row(f.rule())));
    c.of(Finding.Kind.REDUNDANT).forEach(f -> gone.add(c.row(f.rule())));
    assertTrue(c.changesNothing(Set.of(), gone));
    for (int i = 0; i < c.rows.size(); i++) {
      if (c.rows.get(i).rule() && !gone.contains(i) && !c.matched.get(i).isEmpty()) {
        Set<Integer> more = new HashSet<>(gone);
        more.add(i);
        assertFalse(c.changesNothing(gone, more), c.rows.get(i).place() + " could go too");
      }
    }
  }

  @Property(tries = 25, shrinking = ShrinkingMode.OFF)
  void coversHoldTheRuleAndNoMemberIsSpare(@ForAll long seed) {
    Case c = new Case(seed);
    List<Finding> dead = new ArrayList<>(c.of(Finding.Kind.SHADOWED));
    dead.addAll(c.of(Finding.Kind.REDUNDANT));
    for (Finding f : dead) {
      int i = c.row(f.rule());
      boolean above = c.decided.get(i).isEmpty();
      BitSet target = above ? c.matched.get(i) : c.decided.get(i);
      if (f.by().contains(RuleRef.FLOOR)) {
        continue;
      }
      for (int spare = -1; spare < f.by().size(); spare++) {
        BitSet rest = (BitSet) target.clone();
        for (int k = 0; k < f.by().size(); k++) {
          if (k != spare) {
            rest.andNot(c.matched.get(c.row(f.by().get(k))));
          }
        }
        assertEquals(spare >= 0, !rest.isEmpty());
      }
      f.by().forEach(b -> assertEquals(above, c.row(b) < i));
      if (f.kind() == Finding.Kind.SHADOWED) {
        Packet p = f.witness().orElseThrow();
        assertTrue(c.brute.matches(c.rows.get(i), p));
        int decider = c.row(c.stack.decide(p).by().ref());
        assertTrue(decider < i && c.rows.get(decider).action() != c.rows.get(i).action());
        for (int k = 0; k < i; k++) {
          boolean alike = c.rows.get(k).action() == c.rows.get(i).action();
          assertFalse(alike && !c.decided.get(k).isEmpty() && c.brute.matches(c.rows.get(k), p));
        }
      }
    }
  }

  @Property(tries = 25, shrinking = ShrinkingMode.OFF)
  void conflictsAndExceptionsAreExactlyTheOpposedPairsWhoseOrderMatters(@ForAll long seed) {
    Case c = new Case(seed);
    Map<String, List<String>> conflicts = new TreeMap<>();
    Map<String, List<String>> exceptions = new TreeMap<>();
    for (int j = 0; j < c.rows.size(); j++) {
      for (int i = 0; i < j; i++) {
        boolean live = !c.decided.get(i).isEmpty() && !c.decided.get(j).isEmpty();
        if (!live || !c.rows.get(j).rule()) {
          continue;
        }
        boolean opposed =
            (c.rows.get(i).action() == Action.ALLOW) != (c.rows.get(j).action() == Action.ALLOW);
        if (opposed && c.decided.get(i).intersects(c.matched.get(j))) {
          boolean specific = within(c.matched.get(i), c.matched.get(j));
          boolean general = within(c.matched.get(j), c.matched.get(i));
          if (!specific && !general || specific && !general) {
            (specific ? exceptions : conflicts)
                .computeIfAbsent(c.rows.get(j).place(), k -> new ArrayList<>())
                .add(c.rows.get(i).place());
          }
        }
      }
    }
    assertEquals(conflicts, pairs(c, Finding.Kind.CONFLICT));
    assertEquals(exceptions, pairs(c, Finding.Kind.EXCEPTION));
    for (Finding f : c.of(Finding.Kind.CONFLICT)) {
      Packet p = f.witness().orElseThrow();
      assertEquals(f.by().get(0), c.stack.decide(p).by().ref());
      assertTrue(c.brute.matches(c.rows.get(c.row(f.rule())), p));
    }
  }

  private static boolean within(BitSet a, BitSet b) {
    BitSet rest = (BitSet) a.clone();
    rest.andNot(b);
    return rest.isEmpty();
  }

  private static Map<String, List<String>> pairs(Case c, Finding.Kind kind) {
    Map<String, List<String>> out = new TreeMap<>();
    c.of(kind)
        .forEach(
            f ->
                out.put(
                    place(f.rule()),
                    f.by().stream().map(FindingsAgainstBruteForceTest::place).toList()));
    return out;
  }

  @Property(tries = 25, shrinking = ShrinkingMode.OFF)
  void silentEndsAreThoseThatBlockSomethingUnlogged(@ForAll long seed) {
    Case c = new Case(seed);
    Set<String> silent = new HashSet<>();
    BitSet taken = new BitSet();
    for (int i = 0; i < c.rows.size(); i++) {
      BruteForce.Row row = c.rows.get(i);
      if (row.action() != null) {
        taken.or(c.matched.get(i));
        boolean quiet = row.action() != Action.ALLOW && row.outcome().contains("/NONE[");
        if (!row.rule() && quiet && !c.decided.get(i).isEmpty()) {
          silent.add(row.place());
        }
      }
    }
    for (int p = taken.nextClearBit(0); p < c.packets.size(); p = taken.nextClearBit(p + 1)) {
      if (c.brute.floor(c.packets.get(p)).getValue().startsWith("DROP/NONE")) {
        silent.add("floor ");
      }
    }
    assertEquals(silent, places(c.of(Finding.Kind.SILENT_END)));
  }
}
