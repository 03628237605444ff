package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.tinshelf.core.findings.Finding.Certainty;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.space.Diagrams;

/**
 * Finds pairs of live rules with opposite effects whose order matters; a drawer's end may be upper.
 */
final class Conflicts {

  private final Reading reading;
  private final Diagrams diagrams;
  private final Sentences sentences;
  private final int lowestTrust;

  Conflicts(Reading reading) {
    this.reading = reading;
    this.diagrams = reading.diagrams();
    this.sentences = new Sentences(reading);
    this.lowestTrust = reading.space().touchingZones(reading.stack().lowestTrust());
  }

  /** Exceptions too where asked for. */
  void find(boolean exceptions, Consumer<Finding> out) {
    for (int j = 0; j < reading.count(); j++) {
      if (reading.isRule(j) && reading.live(j)) {
        List<Integer> conflicting = new ArrayList<>();
        List<Integer> excepting = new ArrayList<>();
        for (int i = 0; i < j; i++) {
          if (opposed(i, j)) {
            boolean specific = diagrams.within(reading.matched(i), reading.matched(j));
            boolean general = diagrams.within(reading.matched(j), reading.matched(i));
            if (specific && !general) {
              excepting.add(i);
            } else if (!specific && !general) {
              conflicting.add(i);
            }
          }
        }
        if (!conflicting.isEmpty()) {
          out.accept(finding(Kind.CONFLICT, severity(j, conflicting), j, conflicting));
        }
        if (exceptions && !excepting.isEmpty()) {
          out.accept(finding(Kind.EXCEPTION, Severity.INFO, j, excepting));
        }
      }
    }
  }

  private boolean opposed(int i, int j) {
    return reading.live(i) && lets(i) != lets(j) && contested(i, j) != Diagrams.EMPTY;
  }

  private boolean lets(int i) {
    return reading.entry(i).outcome().orElseThrow().action().lets();
  }

  private int contested(int i, int j) {
    return diagrams.and(reading.decided(i), reading.matched(j));
  }

  private Severity severity(int j, List<Integer> upper) {
    boolean exposed =
        upper.stream().anyMatch(i -> diagrams.and(contested(i, j), lowestTrust) != Diagrams.EMPTY);
    return exposed ? Severity.HIGH : Severity.MEDIUM;
  }

  /** What j would decide next were i off, where there is such; else what both claim. */
  private int best(int i, int j) {
    int next = contested(i, j);
    for (int k = i + 1; k < j && next != Diagrams.EMPTY; k++) {
      if (reading.entry(k).decides()) {
        next = diagrams.minus(next, reading.matched(k));
      }
    }
    return next == Diagrams.EMPTY ? contested(i, j) : next;
  }

  private Finding finding(Kind kind, Severity severity, int j, List<Integer> upper) {
    boolean always =
        !reading.livingSoFar(j)
            || reading.surelyLive(j)
                && upper.stream()
                    .allMatch(
                        i ->
                            diagrams.and(reading.surelyDecided(i), reading.matched(j))
                                != Diagrams.EMPTY);
    return new Finding(
        kind,
        severity,
        always ? Certainty.ALWAYS : Certainty.AS_IT_STANDS,
        reading.entry(j).ref(),
        upper.stream().map(i -> reading.entry(i).ref()).toList(),
        reading.reach(j),
        Optional.of(reading.witness(best(upper.get(0), j))),
        kind == Kind.CONFLICT ? sentences.conflict(j, upper) : sentences.exception(j, upper));
  }
}
