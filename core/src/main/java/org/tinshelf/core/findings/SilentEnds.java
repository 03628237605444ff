package org.tinshelf.core.findings;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.tinshelf.core.findings.Finding.Certainty;
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

  void find(Consumer<Finding> out) {
    for (int i = 0; i < reading.count(); i++) {
      Entry entry = reading.entry(i);
      boolean end = entry.kind() == Entry.Kind.END || entry.kind() == Entry.Kind.FLOOR;
      if (end && silent(entry.outcome().orElseThrow()) && reading.live(i)) {
        boolean always = !reading.livingSoFar(i) || reading.surelyLive(i);
        out.accept(
            new Finding(
                Kind.SILENT_END,
                Severity.LOW,
                always ? Certainty.ALWAYS : Certainty.AS_IT_STANDS,
                entry.ref(),
                List.of(),
                reading.reach(i),
                Optional.of(reading.witness(reading.decided(i))),
                entry.ref().isFloor()
                    ? "The floor blocks what no rule decides and leaves no line in the log."
                    : "The end of the drawer "
                        + Sentences.quoted(entry.ref())
                        + " blocks the rest and leaves no line in the log."));
      }
    }
  }

  private static boolean silent(Outcome outcome) {
    return !outcome.action().lets() && outcome.log() == Log.NONE;
  }
}
