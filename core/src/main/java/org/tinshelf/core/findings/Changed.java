package org.tinshelf.core.findings;

import java.util.BitSet;
import java.util.function.IntConsumer;
import org.tinshelf.core.space.Box;

/** Where the rows stand that a change came near. */
final class Changed {

  /** How many boxes are walked through in the time in which one is searched for. */
  private static final int STEPS = 8;

  private final BitSet all = new BitSet();
  private final BitSet letting = new BitSet();
  private final BitSet blocking = new BitSet();
  private int lettingCount;
  private int blockingCount;

  /** Notes a row; a dead one too. */
  void add(Row row) {
    int order = row.place.order();
    if (!all.get(order)) {
      all.set(order);
      if (row.live() && row.lets()) {
        letting.set(order);
        lettingCount++;
      } else if (row.live()) {
        blocking.set(order);
        blockingCount++;
      }
    }
  }

  boolean contains(Row row) {
    return all.get(row.place.order());
  }

  /**
   * Goes through the places of live rows that let through, or of those that block, and have a box
   * among some.
   *
   * @param sorted by place; a row may have several
   * @param count how many of them to look at
   */
  void each(boolean lets, Box[] sorted, int count, IntConsumer action) {
    BitSet where = lets ? letting : blocking;
    if ((lets ? lettingCount : blockingCount) * STEPS < count) {
      int at = 0;
      for (int p = where.nextSetBit(0); p >= 0 && at < count; p = where.nextSetBit(p + 1)) {
        at = Reading.above(sorted, p);
        if (at < count && sorted[at].place().order() == p) {
          action.accept(p);
        }
      }
    } else {
      for (int i = 0; i < count; i++) {
        if (where.get(sorted[i].place().order())) {
          action.accept(sorted[i].place().order());
        }
      }
    }
  }
}
