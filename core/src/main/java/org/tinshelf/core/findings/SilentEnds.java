package org.tinshelf.core.findings;

import java.util.function.Consumer;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Outcome;

/** Finds floors and drawers' ends that block traffic without logging it. */
final class SilentEnds {

  private final Reading reading;

  SilentEnds(Reading reading) {
    this.reading = reading;
  }

  void judge(Row row, Consumer<Verdict> out) {
    boolean end = row.entry.kind() == Entry.Kind.END || row.entry.kind() == Entry.Kind.FLOOR;
    if (end && silent(row.entry.outcome().orElseThrow()) && row.live() && !row.undecided) {
      boolean always = row.surelyLive;
      out.accept(
          Verdict.about(
                  row, Kind.SILENT_END, Severity.LOW, always, (rule, by) -> Sentences.silent(rule))
              .withWitness(reading.decided(row)));
    }
  }

  private static boolean silent(Outcome outcome) {
    return !outcome.action().lets() && outcome.log() == Log.NONE;
  }
}
