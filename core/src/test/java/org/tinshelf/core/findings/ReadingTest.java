package org.tinshelf.core.findings;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.space.Diagrams;
import org.tinshelf.core.space.Measure;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/** The sets of a stack's lines and its decisions, packet by packet, say the same. */
class ReadingTest {

  private static Stack stack(long seed) {
    Estate estate = new RandomPolicies(seed).estate();
    return new Stacks(estate).of(estate.firewalls().get(0), RandomPolicies.NOW);
  }

  @Property(tries = 200, shrinking = ShrinkingMode.OFF)
  void aWitnessOfWhatALineDecidesIsDecidedByThatLine(@ForAll long seed) {
    Stack stack = stack(seed);
    Reading reading = new Reading(stack);
    for (int i = 0; i < reading.count(); i++) {
      if (reading.entry(i).decides() && reading.live(i)) {
        Packet witness = reading.witness(reading.decided(i));
        assertSame(reading.entry(i), stack.decide(witness).by(), witness.toString());
      }
    }
  }

  @Property(tries = 200, shrinking = ShrinkingMode.OFF)
  void theLinesDecideEveryPacketAndNoneTwice(@ForAll long seed) {
    Reading reading = new Reading(stack(seed));
    Diagrams diagrams = reading.diagrams();
    int union = Diagrams.EMPTY;
    for (int i = 0; i < reading.count(); i++) {
      assertEquals(Diagrams.EMPTY, diagrams.and(union, reading.decided(i)));
      union = diagrams.or(union, reading.decided(i));
    }
    assertEquals(reading.space().all(), union);
  }

  @Property(tries = 200, shrinking = ShrinkingMode.OFF)
  void sharesOfDisjointPartsAddUp(@ForAll long seed) {
    Reading reading = new Reading(stack(seed));
    Measure measure = new Measure(reading.space());
    double sum = 0;
    for (int i = 0; i < reading.count(); i++) {
      double share = measure.share(reading.decided(i), reading.space().all());
      assertTrue(share >= 0 && share <= 1);
      sum += share;
    }
    assertEquals(1.0, sum, 1e-9);
  }

  @Property(tries = 100, shrinking = ShrinkingMode.OFF)
  void whatLivingObjectsCanAtMostHoldHoldsWhatTheyHoldNow(@ForAll long seed) {
    Reading reading = new Reading(stack(seed));
    for (int i = 0; i < reading.count(); i++) {
      assertTrue(reading.diagrams().within(reading.matched(i), reading.widest(i)));
      assertTrue(reading.diagrams().within(reading.surelyDecided(i), reading.decided(i)));
    }
  }

  @Property(tries = 100, shrinking = ShrinkingMode.OFF)
  void aCoverHoldsItsTargetAndLosesItWithoutAnyMember(@ForAll long seed) {
    Reading reading = new Reading(stack(seed));
    Diagrams diagrams = reading.diagrams();
    List<Integer> all = new ArrayList<>();
    for (int i = 0; i < reading.count(); i++) {
      if (reading.entry(i).kind() != Entry.Kind.DRAWER) {
        all.add(i);
      }
    }
    int last = reading.count() - 1;
    for (int target : new int[] {reading.space().all(), reading.decided(last)}) {
      if (target == Diagrams.EMPTY) {
        continue;
      }
      List<Integer> cover = reading.cover(target, all);
      for (int without = -1; without < cover.size(); without++) {
        int union = Diagrams.EMPTY;
        for (int k = 0; k < cover.size(); k++) {
          union = k == without ? union : diagrams.or(union, reading.matched(cover.get(k)));
        }
        assertEquals(without < 0, diagrams.within(target, union));
      }
    }
  }
}
