package org.tinshelf.core.findings;

import java.util.List;
import java.util.Optional;
import org.tinshelf.core.findings.Finding.Certainty;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.space.Packet;

/**
 * A finding before positions are put to it.
 *
 * @param by in stack order
 */
record Verdict(
    Kind kind,
    Severity severity,
    Certainty certainty,
    Row row,
    List<Row> by,
    Optional<Packet> witness,
    Finding.Says says) {

  static Certainty certainty(boolean always) {
    return always ? Certainty.ALWAYS : Certainty.AS_IT_STANDS;
  }

  static Verdict about(Row row, Kind kind, Severity severity, boolean always, Finding.Says says) {
    return new Verdict(
        kind, severity, certainty(always), row, List.of(), Optional.empty(), says);
  }

  Verdict withWitness(Packet packet) {
    return new Verdict(kind, severity, certainty, row, by, Optional.ofNullable(packet), says);
  }
}
