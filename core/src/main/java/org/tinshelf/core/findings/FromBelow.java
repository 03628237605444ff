package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
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

  private static final int AT_ONCE = 128;

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

  /** Whether a dead row is known to be gone already. */
  static boolean stillGone(Row row) {
    return row.isRule() && !row.live() && !row.stays && row.fromBelow == null;
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

  /**
   * Judges all rows of a reading that are measured. From the bottom up some at a time are asked
   * about side by side, as if those among them all stayed; where one turns out to go, rows above
   * that it meets are asked about again.
   */
  void judgeAll(List<Row> deciding) {
    boolean[] surelyStays = new boolean[reading.rows().size()];
    reading.each(deciding, row -> surelyStays[row.place.order()] = row.live() && surelyStays(row));
    List<Row> open = new ArrayList<>();
    for (Row row : deciding) {
      if (!row.live() && row.isRule()) {
        row.stays = false;
      } else if (!surelyStays[row.place.order()]) {
        open.add(row);
      }
    }
    for (int to = open.size(); to > 0; to -= AT_ONCE) {
      judgeTogether(open.subList(Math.max(0, to - AT_ONCE), to));
    }
  }

  private void judgeTogether(List<Row> some) {
    Answer[] answers = new Answer[some.size()];
    reading.each(IntStream.range(0, answers.length), i -> answers[i] = answer(some.get(i)));
    BitSet stale = new BitSet();
    for (int i = answers.length - 1; i >= 0; i--) {
      Row row = some.get(i);
      (stale.get(row.place.order()) ? answer(row) : answers[i]).settle(row);
      if (!row.stays) {
        for (int f = 0; f < Reading.FAMILIES; f++) {
          for (Box box : row.area.boxes(f)) {
            Box[] met = reading.meeting(f, box);
            int above = Reading.above(met, row);
            for (int k = 0; k < above; k++) {
              stale.set(met[k].place().order());
            }
          }
        }
      }
    }
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
        int first = Reading.above(met, row);
        Box[] takers = met.clone();
        int count = first;
        for (int i = first; i < met.length; i++) {
          Box lower = met[i];
          if (!staysBelow(lower, row)) {
            continue;
          }
          if (!outcome(reading.row(lower)).equals(outcome(row))) {
            Box part = box.common(lower).orElseThrow();
            long[] point = reading.space().point(reading.remainder(), part, takers, count);
            if (point != null) {
              row.point = point;
              row.family = f;
              row.fallsTo = null;
              return false;
            }
          }
          takers[count++] = lower;
          if (box.within(lower)) {
            break;
          }
        }
      }
    }
    return true;
  }

  private boolean staysBelow(Box lower, Row row) {
    Row other = reading.row(lower);
    return other != row && other.stays;
  }

  private Verdict verdict(Row row) {
    Covers covers = new Covers(reading, row.area);
    List<Box> next = new ArrayList<>();
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = reading.meeting(f, box);
        int count = Reading.above(met, row);
        covers.piece(f, box, Arrays.copyOf(met, count));
        Box[] takers = met.clone();
        for (int i = count; i < met.length; i++) {
          Box lower = met[i];
          if (staysBelow(lower, row)) {
            Box part = box.common(lower).orElseThrow();
            if (!reading.remainder().nothing(part, takers, count)) {
              next.add(lower);
            }
            takers[count++] = lower;
          }
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
