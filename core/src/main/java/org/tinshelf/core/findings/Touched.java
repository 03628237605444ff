package org.tinshelf.core.findings;

import java.util.BitSet;
import java.util.List;

/** What an edit touches. */
final class Touched {

  /** Rows that share packets with one that came or went above them, and those that came. */
  final RowSet below = new RowSet();

  /** Rows that share packets with one that came or went below them. */
  final RowSet above = new RowSet();

  /** Rows with another neighbour among those they may be merged with. */
  final RowSet regroup = new RowSet();

  /** Rows that began or ceased to decide anything, or to do so surely; those that came too. */
  final RowSet turned = new RowSet();

  private final BitSet wasLive = new BitSet();
  private final BitSet wasSure = new BitSet();

  /** Notes a row below one that comes or goes, before anything of it changes. */
  void below(Row row) {
    if (below.add(row)) {
      row.gained = false;
      row.gainedFrom = null;
      wasLive.set(row.id, row.live());
      wasSure.set(row.id, row.surelyLive);
    }
  }

  /** Notes a row that came, which matters to all it meets. */
  void come(Row row) {
    below(row);
    turned.add(row);
    wasLive.set(row.id, !row.live());
  }

  /** Whether a row began or ceased to decide anything, or to do so surely. */
  boolean matters(Row row) {
    return wasLive.get(row.id) != row.live() || wasSure.get(row.id) != row.surelyLive;
  }

  /**
   * What became of the rows, when all are settled.
   *
   * @param living whether what is said rests on what living objects may come to hold too
   */
  Changed changed(List<Row> gone, List<Row> come, boolean living) {
    Changed changed = new Changed(come.isEmpty() ? null : come.get(come.size() - 1));
    for (Row row : below.rows()) {
      boolean turns = turned.contains(row);
      changed.near(row);
      if (turns) {
        changed.turned(row);
      }
      if (turns || row.gained || living) {
        changed.other(row);
      }
    }
    for (Row row : above.rows()) {
      changed.near(row);
      if (living) {
        changed.other(row);
      }
    }
    gone.forEach(changed::turned);
    return changed;
  }

  /** Drops the rows that are gone. */
  void dropGone() {
    below.dropGone();
    above.dropGone();
    regroup.dropGone();
  }
}
