package org.tinshelf.core.findings;

import java.math.BigInteger;
import java.util.List;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.space.Space;

/** Finds what rows decide: how much of what they match is left, a point of it, and how surely. */
final class Measures {

  private final Reading reading;

  Measures(Reading reading) {
    this.reading = reading;
  }

  /** Finds what each of the rows, in stack order, decides. */
  void measureAll(List<Row> some) {
    List<Row> last = some.stream().filter(row -> mostAbove(row) >= Reading.MANY).toList();
    reading.each(
        some.stream().filter(row -> mostAbove(row) < Reading.MANY).toList(), this::measure);
    last.forEach(this::measure);
  }

  private int mostAbove(Row row) {
    int most = 0;
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        most = Math.max(most, Reading.above(reading.meeting(f, box), row));
      }
    }
    return most;
  }

  /** Finds what a row decides: how much, and a point of it; all rows above are measured. */
  void measure(Row row) {
    row.undecided = false;
    row.point = null;
    row.fallsTo = null;
    BigInteger[] left = {BigInteger.ZERO, BigInteger.ZERO};
    try {
      for (int f = 0; f < Reading.FAMILIES; f++) {
        for (Box box : row.area.boxes(f)) {
          Box[] met = reading.meeting(f, box);
          Remainder.Left part = left(f, box, met, Reading.above(met, row));
          left[f] = left[f].add(part.size());
          if (row.point == null && part.point() != null) {
            row.point = part.point();
            row.family = f;
          }
        }
      }
      row.left(new Space.Size(left[0], left[1]));
    } catch (Remainder.Exhausted e) {
      undecided(row);
    }
    derive(row);
  }

  /**
   * How much the takers leave of a box. Where they are many and mostly hold nothing outside of it,
   * that is all of it less what each of them decides.
   */
  private Remainder.Left left(int family, Box box, Box[] takers, int count) {
    if (count < Reading.MANY) {
      return reading.space().left(reading.remainder(), family, box, takers, count);
    }
    BigInteger taken = BigInteger.ZERO;
    Row last = null;
    for (int i = 0; i < count; i++) {
      Row upper = reading.row(takers[i]);
      if (upper != last) {
        if (upper.undecided || !upper.area.boxes(family).stream().allMatch(b -> b.within(box))) {
          return reading.space().left(reading.remainder(), family, box, takers, count);
        }
        taken = taken.add(upper.left().of(family));
        last = upper;
      }
    }
    BigInteger size = reading.space().size(family, box).of(family).subtract(taken);
    long[] point =
        size.signum() == 0 ? null : reading.space().point(reading.remainder(), box, takers, count);
    return new Remainder.Left(size, point);
  }

  static void undecided(Row row) {
    row.undecided = true;
    row.left(null);
    row.point = null;
  }

  private void derive(Row row) {
    row.touched = touched(row);
    row.surelyLive = row.touched ? perhapsLive(row) : row.live();
  }

  private boolean perhapsLive(Row row) {
    try {
      return !row.entry.living() && reading.surelyDecides(row, row.area);
    } catch (Remainder.Exhausted e) {
      return false;
    }
  }

  /**
   * Finds the rest of what is known of a row whose measure has changed.
   *
   * @param come lines that are new
   */
  void settle(Row row, List<Row> come) {
    if (row.undecided) {
      row.gained = true;
      measure(row);
      return;
    }
    if (!row.live()) {
      row.point = null;
      row.fallsTo = null;
    } else if (row.point == null || pointTaken(row, come)) {
      row.point = null;
      row.fallsTo = null;
      for (int f = 0; f < Reading.FAMILIES && row.point == null; f++) {
        for (Box box : row.area.boxes(f)) {
          Box[] met = reading.meeting(f, box);
          long[] point =
              reading.space().point(reading.remainder(), box, met, Reading.above(met, row));
          if (point != null && row.point == null) {
            row.point = point;
            row.family = f;
          }
        }
      }
    }
    derive(row);
    row.reach();
  }

  private static boolean pointTaken(Row row, List<Row> come) {
    for (Row other : come) {
      if (other.decides()
          && other.place.order() < row.place.order()
          && other.area.contains(row.family, row.point)) {
        return true;
      }
    }
    return false;
  }

  /** Whether what a row decides may change when a living object does. */
  private boolean touched(Row row) {
    if (!reading.anyLiving()) {
      return false;
    }
    if (row.entry.living()) {
      return true;
    }
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = reading.perhapsMeeting(f, box);
        int count = Reading.above(met, row);
        for (int i = 0; i < count; i++) {
          if (reading.row(met[i]).entry.living()) {
            return true;
          }
        }
      }
    }
    return false;
  }
}
