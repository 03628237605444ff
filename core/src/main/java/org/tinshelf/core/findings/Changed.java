package org.tinshelf.core.findings;

import java.util.BitSet;
import java.util.EnumSet;
import java.util.Set;
import java.util.function.IntConsumer;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.space.Box;

/** What an update made of the rows it came near. */
final class Changed {

  /** Nothing is. */
  static final Changed NOTHING = new Changed(null);

  /** How many boxes are walked through in the time in which one is searched for. */
  private static final int STEPS = 8;

  private final Row last;
  private final BitSet near = new BitSet();
  private final BitSet other = new BitSet();
  private final BitSet letting = new BitSet();
  private final BitSet blocking = new BitSet();
  private final Set<Action> turned = EnumSet.noneOf(Action.class);
  private int lettingCount;
  private int blockingCount;

  /**
   * So far nothing changed.
   *
   * @param last the row that came last; null where none did
   */
  Changed(Row last) {
    this.last = last;
  }

  /** Notes a row that shares packets with one that came or went. */
  void near(Row row) {
    near.set(row.place.order());
  }

  /** Notes a row that decides something else than before, or may do so; a dead one too. */
  void other(Row row) {
    int order = row.place.order();
    if (!other.get(order)) {
      other.set(order);
      if (row.live() && row.lets()) {
        letting.set(order);
        lettingCount++;
      } else if (row.live()) {
        blocking.set(order);
        blockingCount++;
      }
    }
  }

  /** Notes a row that came, went, or began or ceased to decide anything. */
  void turned(Row row) {
    row.entry.outcome().ifPresent(outcome -> turned.add(outcome.action()));
  }

  /** Whether a row shares packets with one that came or went. */
  boolean cameNear(Row row) {
    return near.get(row.place.order());
  }

  /** Whether a row may decide something else than before. */
  boolean contains(Row row) {
    return other.get(row.place.order());
  }

  /** Whether any row with an action came, went, or began or ceased to decide anything. */
  boolean turned(Action action) {
    return turned.contains(action);
  }

  /** Whether it is known from the update that the upper row decides something of the lower one. */
  boolean shares(Row upper, Row lower) {
    return upper == last && lower.gainedFrom == upper;
  }

  /**
   * Goes through the places of live rows that may decide something else, of those that let through
   * or of those that block, and have a box among some.
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
