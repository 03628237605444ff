package org.tinshelf.core.findings;

import java.util.List;
import java.util.Optional;
import org.tinshelf.core.findings.Finding.Certainty;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.stack.RuleRef;

/**
 * A finding before positions are put to it.
 *
 * @param by in stack order
 * @param leftOut the rule it is about where that has no row; the row is the one after it then
 */
record Verdict(
    Kind kind,
    Severity severity,
    Certainty certainty,
    Row row,
    List<Row> by,
    Optional<Packet> witness,
    Finding.Says says,
    Optional<RuleRef> leftOut) {

  Verdict(
      Kind kind,
      Severity severity,
      Certainty certainty,
      Row row,
      List<Row> by,
      Optional<Packet> witness,
      Finding.Says says) {
    this(kind, severity, certainty, row, by, witness, says, Optional.empty());
  }

  static Certainty certainty(boolean always) {
    return always ? Certainty.ALWAYS : Certainty.AS_IT_STANDS;
  }

  static Verdict about(Row row, Kind kind, Severity severity, boolean always, Finding.Says says) {
    return new Verdict(kind, severity, certainty(always), row, List.of(), Optional.empty(), says);
  }

  Verdict withWitness(Packet packet) {
    return new Verdict(kind, severity, certainty, row, by, Optional.ofNullable(packet), says);
  }

  Verdict about(RuleRef rule) {
    return new Verdict(kind, severity, certainty, row, by, witness, says, Optional.of(rule));
  }
}
