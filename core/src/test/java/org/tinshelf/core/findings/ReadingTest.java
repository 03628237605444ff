package org.tinshelf.core.findings;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.tinshelf.core.diagram.DiagramReading;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.space.Space;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/** What the lines of a stack decide, measured, against diagrams and packet by packet. */
class ReadingTest {

  private static Stack stack(long seed) {
    Estate estate = new RandomPolicies(seed).estate();
    return new Stacks(estate).of(estate.firewalls().get(0), RandomPolicies.NOW);
  }

  private static Reading measured(long seed) {
    Reading reading = new Reading(stack(seed));
    reading.rows().stream().filter(Row::decides).forEach(new Measures(reading)::measure);
    return reading;
  }

  @Property(tries = 300, shrinking = ShrinkingMode.OFF)
  void reachIsThatOfDiagrams(@ForAll long seed) {
    Reading reading = measured(seed);
    DiagramReading diagrams = new DiagramReading(reading.stack());
    for (int i = 0; i < diagrams.count(); i++) {
      Row row = reading.rows().get(i);
      if (row.decides()) {
        assertEquals(diagrams.live(i), row.live());
        assertEquals(diagrams.reach(i), row.reach(), 1e-12, row.entry.ref().toString());
        assertEquals(diagrams.surelyLive(i), row.surelyLive, row.entry.ref().toString());
      }
    }
  }

  @Property(tries = 200, shrinking = ShrinkingMode.OFF)
  void aWitnessOfWhatALineDecidesIsDecidedByThatLine(@ForAll long seed) {
    Reading reading = measured(seed);
    for (Row row : reading.rows()) {
      if (row.decides() && row.live()) {
        Packet witness = reading.decided(row);
        assertSame(row.entry, reading.stack().decide(witness).by(), witness.toString());
        assertSame(
            row,
            reading.row(
                reading
                    .matching(witness.source().v6() ? 1 : 0, reading.space().point(witness))[0]));
      }
    }
  }

  @Property(tries = 200, shrinking = ShrinkingMode.OFF)
  void theLinesTogetherDecideEveryPacketOnce(@ForAll long seed) {
    Reading reading = measured(seed);
    Space.Size sum = Space.Size.ZERO;
    for (Row row : reading.rows()) {
      sum = row.decides() ? sum.plus(row.left()) : sum;
    }
    assertEquals(reading.space().size(reading.space().everything()), sum);
  }

  @Property(tries = 100, shrinking = ShrinkingMode.OFF)
  void whatLivingObjectsCanAtMostHoldHoldsWhatTheyHoldNow(@ForAll long seed) {
    Reading reading = measured(seed);
    for (Row row : reading.rows()) {
      assertTrue(row.area.within(row.widest, new Remainder()));
    }
  }
}
