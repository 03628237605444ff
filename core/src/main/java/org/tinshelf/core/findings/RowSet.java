package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.List;

/** Some rows of one reading, each once, in the order in which they were added. */
final class RowSet {

  private final List<Row> rows = new ArrayList<>();
  private final BitSet ids = new BitSet();

  /** Adds a row; false where it is in already. */
  boolean add(Row row) {
    if (ids.get(row.id)) {
      return false;
    }
    ids.set(row.id);
    rows.add(row);
    return true;
  }

  void addAll(Collection<Row> more) {
    for (Row row : more) {
      add(row);
    }
  }

  /** Whether a row was ever added. */
  boolean contains(Row row) {
    return ids.get(row.id);
  }

  /** Drops the rows that are gone; they do not come in again. */
  void dropGone() {
    rows.removeIf(row -> row.gone);
  }

  /** Not to be changed. */
  List<Row> rows() {
    return rows;
  }
}
