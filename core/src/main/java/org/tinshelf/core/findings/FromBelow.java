package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.stack.Outcome;

/**
 * Finds live rules whose packets would get the same outcome from what stays below. Asked from the
 * bottom up: whether a rule can go depends only on what stays below it, so one pass leaves nothing
 * that could still go (after A. X. Liu and M. G. Gouda's removal of downward redundant rules).
 */
final class FromBelow {

  private final Reading reading;

  FromBelow(Reading reading) {
    this.reading = reading;
  }

  private static Outcome outcome(Row row) {
    return row.entry.outcome().orElseThrow();
  }

  /** Whether no matter what else goes the row has to stay: one packet shows it. */
  boolean surelyStays(Row row) {
    row.fallsTo = null;
    row.fallsTo =
        !row.isRule() ? row : row.point == null ? null : fallsOtherwise(row, r -> Optional.empty());
    return row.fallsTo != null;
  }

  /** The same of a row whose point is as before, after a change in which some lines came. */
  boolean stillSurelyStays(Row row, List<Row> come) {
    if (row.fallsTo == null || row.fallsTo.gone) {
      return false;
    }
    for (Row other : come) {
      if (other.decides() && other.area.contains(row.family, row.point)) {
        return false;
      }
    }
    return true;
  }

  /** Tells whether a row stays, where that is known. */
  private interface Known {
    Optional<Boolean> stays(Row row);
  }

  /** The line that would treat a row's point otherwise were the row gone; null where none would. */
  private Row fallsOtherwise(Row row, Known known) {
    Outcome own = outcome(row);
    for (Box box : reading.matching(row.family, row.point)) {
      Row next = reading.row(box);
      if (next.place.order() <= row.place.order()) {
        continue;
      }
      boolean certain = !next.isRule() || known.stays(next).orElse(false);
      boolean gone = next.isRule() && !known.stays(next).orElse(true);
      if (gone) {
        continue;
      }
      if (outcome(next).equals(own)) {
        return null;
      }
      if (certain) {
        return next;
      }
    }
    return null;
  }

  /**
   * What becomes of a row.
   *
   * @param verdict null where there is nothing to say
   */
  record Answer(boolean stays, Verdict verdict) {
    private static final Answer STAYS = new Answer(true, null);

    /** Puts it to the row. */
    void settle(Row row) {
      row.stays = stays;
      row.fromBelow = verdict;
      row.said();
    }
  }

  /** Judges a row when all below it are judged. */
  void judge(Row row) {
    answer(row).settle(row);
  }

  /** What becomes of a row if those below it that are said to stay do. */
  Answer answer(Row row) {
    if (!row.isRule() || row.undecided) {
      return Answer.STAYS;
    }
    if (!row.live()) {
      return new Answer(false, null);
    }
    if (fallsOtherwise(row, r -> Optional.of(r.stays)) != null) {
      return Answer.STAYS;
    }
    try {
      return canGo(row) ? new Answer(false, verdict(row)) : Answer.STAYS;
    } catch (Remainder.Exhausted e) {
      return new Answer(true, Check.notDecided(row));
    }
  }

  /** Where it cannot, the row's point is one that shows it, to be asked first the next time. */
  private boolean canGo(Row row) {
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = reading.meeting(f, box);
        int above = Reading.above(met, row);
        List<Box> takers = new ArrayList<>(List.of(met).subList(0, above));
        for (Box lower : below(met, row)) {
          if (!outcome(reading.row(lower)).equals(outcome(row))) {
            Box part = box.common(lower).orElseThrow();
            long[] point =
                reading
                    .space()
                    .point(reading.remainder(), part, takers.toArray(Box[]::new), takers.size());
            if (point != null) {
              row.point = point;
              row.family = f;
              row.fallsTo = null;
              return false;
            }
          }
          takers.add(lower);
          if (box.within(lower)) {
            break;
          }
        }
      }
    }
    return true;
  }

  private List<Box> below(Box[] met, Row row) {
    List<Box> out = new ArrayList<>();
    for (int i = Reading.above(met, row); i < met.length; i++) {
      Row other = reading.row(met[i]);
      if (other != row && other.stays) {
        out.add(met[i]);
      }
    }
    return out;
  }

  private boolean nothing(Box box, List<Box> takers) {
    return reading.remainder().nothing(box, takers.toArray(Box[]::new), takers.size());
  }

  private Verdict verdict(Row row) {
    Covers covers = new Covers(reading, row.area);
    List<Box> next = new ArrayList<>();
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = reading.meeting(f, box);
        Box[] upper = java.util.Arrays.copyOf(met, Reading.above(met, row));
        covers.piece(f, box, upper);
        List<Box> takers = new ArrayList<>(List.of(upper));
        for (Box lower : below(met, row)) {
          if (!nothing(box.common(lower).orElseThrow(), takers)) {
            next.add(lower);
          }
          takers.add(lower);
        }
      }
    }
    List<Row> by = covers.of(reading.rows(next));
    return new Verdict(
        Kind.REDUNDANT,
        Severity.MEDIUM,
        Verdict.certainty(!reading.anyLiving()),
        row,
        by,
        Optional.of(reading.decided(row)),
        Sentences::coveredFromBelow);
  }
}
