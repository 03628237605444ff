package org.tinshelf.bench;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.tinshelf.bench.family.Family;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.findings.Recheck;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/** On made-up rulebases the engine, the baselines and a check after edits agree. */
class BaselinesTest {

  private static final int RULES = 120;

  static List<Family> all() {
    List<Family> out = new ArrayList<>(Family.realistic());
    out.addAll(Family.hostile());
    return out;
  }

  static Stream<Family> withoutIpv6() {
    return all().stream().filter(f -> !f.name().equals("head office"));
  }

  private static Stack stack(Family family, long seed) {
    Estate estate = family.estate(RULES, seed);
    return Works.stack(new Stacks(estate), estate);
  }

  private static long count(Check check, Finding.Kind kind) {
    return check.findings().stream().filter(f -> f.kind() == kind).count();
  }

  @ParameterizedTest
  @MethodSource("all")
  void nothingIsLeftUndecided(Family family) {
    assertEquals(0, count(Check.of(stack(family, 1), true), Finding.Kind.NOT_DECIDED));
  }

  @ParameterizedTest
  @MethodSource("all")
  void pairwiseComparisonFindsNoDeadRuleTheEngineMisses(Family family) {
    Stack stack = stack(family, 2);
    Check check = Check.of(stack, false);
    long dead = check.reach().values().stream().filter(r -> r == 0).count();
    assertTrue(Pairwise.dead(stack) <= dead);
  }

  @ParameterizedTest
  @MethodSource("all")
  void afterEditsTheFindingsAreThoseOfAFreshCheck(Family family) {
    Estate estate = family.estate(RULES, 3);
    Stacks stacks = new Stacks(estate);
    Recheck recheck = new Recheck(Works.stack(stacks, estate), false);
    Edits edits = new Edits(estate, 4);
    for (int i = 0; i < 10; i++) {
      Estate now = edits.next();
      stacks = new Stacks(now, stacks);
      Check after = recheck.update(Works.stack(stacks, now));
      Check fresh = Check.of(Works.stack(new Stacks(now), now), false);
      assertEquals(fresh.findings(), after.findings());
      assertEquals(fresh.reach(), after.reach());
    }
  }
}
