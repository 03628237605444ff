package org.tinshelf.core.findings;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Place;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.stack.Stack;

/** Finds lines that let strangers reach a management service of the firewall itself. */
final class OpenSelf {

  private final Reading reading;
  private final Area strangers;

  OpenSelf(Reading reading) {
    this.reading = reading;
    Stack stack = reading.stack();
    BitSet self = new BitSet();
    self.set(stack.universe().zones().size() - 1);
    List<ServiceTerm> services = stack.surroundings().managementServices();
    Region all = stack.everything();
    strangers =
        reading
            .space()
            .area(
                List.of(
                    new Region(
                        all.from(),
                        self,
                        stack.surroundings().management().complement(),
                        AddressSet.ALL,
                        List.of(
                            new Region.Choice(
                                all.choices().get(0).applications(), Optional.of(services))),
                        all.users(),
                        all.when(),
                        all.profiles(),
                        all.guard())),
                new Place(-1));
  }

  /** Whether a row may let strangers in, whatever the lines above it leave. */
  boolean concerns(Row row) {
    if (row.meetsStrangers == null) {
      row.meetsStrangers = row.area.meets(strangers);
    }
    return row.decides() && row.lets() && row.meetsStrangers;
  }

  void judge(Row row, Consumer<Verdict> out) {
    if (!row.live() || !concerns(row)) {
      return;
    }
    Area part = row.area.and(strangers);
    Packet witness = reading.within(row, part, r -> true);
    if (witness != null) {
      boolean always = !row.touched || !row.entry.living() && reading.surelyDecides(row, part);
      out.accept(
          Verdict.about(
                  row,
                  Kind.OPEN_SELF,
                  Severity.HIGH,
                  always,
                  (rule, by) -> Sentences.openSelf(rule, witness))
              .withWitness(witness));
    }
  }
}
