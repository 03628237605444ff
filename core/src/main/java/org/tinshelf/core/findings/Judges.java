package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.List;
import org.tinshelf.core.space.Remainder;

/** Judges the rows of a reading, all of them or some. */
final class Judges {

  private final Reading reading;
  private final Measures measures;
  private final DeadRules deadRules;
  private final Conflicts conflicts;
  private final Width width;
  private final SilentEnds silentEnds;
  private final OpenSelf openSelf;
  private final FromBelow fromBelow;
  private final Merging merging;

  Judges(Reading reading, boolean exceptions) {
    this.reading = reading;
    measures = new Measures(reading);
    deadRules = new DeadRules(reading);
    conflicts = new Conflicts(reading, exceptions);
    width = new Width(reading);
    silentEnds = new SilentEnds(reading);
    openSelf = new OpenSelf(reading);
    fromBelow = new FromBelow(reading);
    merging = new Merging(reading);
  }

  /** Everything from nothing. */
  Said fresh() {
    List<Row> rows = reading.rows();
    List<Row> deciding = rows.stream().filter(Row::decides).toList();
    measures.measureAll(deciding);
    reading.each(rows, this::judge);
    fromBelow.judgeAll(deciding);
    reading.each(rows, merging::judge);
    return new Said(reading);
  }

  /** Tells that rows are going to be judged again after another update. */
  void begin() {
    conflicts.begin();
  }

  /** What can be said of a row when all rows are measured. */
  void judge(Row row) {
    decided(row);
    opposed(row, () -> conflicts.judge(row));
    written(row);
  }

  /**
   * What has become of a row that decides something, and as surely, as before an update, or still
   * nothing.
   *
   * @param changed what the update made of the rows it came near
   */
  void again(Row row, Changed changed) {
    if (row.decided.stream().anyMatch(v -> v.kind() == Finding.Kind.NOT_DECIDED)) {
      judge(row);
      return;
    }
    boolean holds = row.decided.isEmpty() || deadRules.holds(row, changed);
    if (row.gained || !holds || reading.anyLiving()) {
      decided(row);
    }
    opposed(row, () -> conflicts.again(row, changed));
    if (reading.anyLiving()) {
      written(row);
    }
  }

  private void decided(Row row) {
    if (row.isRule()
        && !row.undecided
        && row.live()
        && !width.concerns(row)
        && !openSelf.concerns(row)) {
      if (!row.decided.isEmpty()) {
        row.decided = List.of();
        row.said();
      }
      return;
    }
    List<Verdict> out = new ArrayList<>(2);
    try {
      if (row.undecided) {
        out.add(Check.notDecided(row));
      } else {
        deadRules.judge(row, out::add);
        width.judge(row, out::add);
        silentEnds.judge(row, out::add);
        openSelf.judge(row, out::add);
      }
    } catch (Remainder.Exhausted e) {
      out.add(Check.notDecided(row));
    }
    row.decided = out;
    row.said();
  }

  private static void opposed(Row row, Runnable judge) {
    Conflicts.Found before = row.opposed;
    try {
      judge.run();
      if (row.opposed != before) {
        row.said();
      }
    } catch (Remainder.Exhausted e) {
      row.said();
      row.opposed = Conflicts.Found.NOTHING;
      List<Verdict> out = new ArrayList<>(row.decided);
      out.removeIf(v -> v.kind() == Finding.Kind.NOT_DECIDED);
      out.add(Check.notDecided(row));
      row.decided = out;
    }
  }

  private void written(Row row) {
    row.written = new ArrayList<>(2);
    row.said();
    new Housekeeping(reading.stack()).judge(row, row.written::add);
  }

  Measures measures() {
    return measures;
  }

  FromBelow fromBelow() {
    return fromBelow;
  }

  Merging merging() {
    return merging;
  }
}
