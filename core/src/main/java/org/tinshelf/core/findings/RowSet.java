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

  /** Drops the rows that do not stay in an update; they do not come in again. */
  void only(int update) {
    rows.removeIf(row -> row.update != update);
  }

  /** Not to be changed. */
  List<Row> rows() {
    return rows;
  }
}
