package org.tinshelf.core.findings;

import java.util.BitSet;

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

  /** Where the rows stand that share packets with one that came or went, and those that came. */
  Changed places() {
    Changed changed = new Changed();
    below.rows().forEach(changed::add);
    above.rows().forEach(changed::add);
    return changed;
  }

  /** Drops the rows that are gone. */
  void dropGone() {
    below.dropGone();
    above.dropGone();
    regroup.dropGone();
  }
}
