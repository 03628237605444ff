package org.tinshelf.core.findings;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.space.Space;

/** Finds how much more or less rows decide when a row above them comes or goes. */
final class Gains {

  private final Reading reading;
  private final ThreadLocal<Box[]> few = ThreadLocal.withInitial(() -> new Box[Reading.MANY]);

  Gains(Reading reading) {
    this.reading = reading;
  }

  /**
   * What a row meets: by family and box of it, the boxes of deciding lines; and where these are.
   */
  private final class Meeting {
    final Row row;
    final List<List<Box[]>> boxes = new ArrayList<>(Reading.FAMILIES);
    final BitSet where = new BitSet();

    Meeting(Row row) {
      this.row = row;
      for (int f = 0; f < Reading.FAMILIES; f++) {
        List<Box[]> met = new ArrayList<>();
        for (Box box : row.area.boxes(f)) {
          met.add(reading.meeting(f, box));
        }
        boxes.add(met);
        met.forEach(some -> Arrays.stream(some).forEach(box -> where.set(box.place().order())));
      }
    }

    /** Puts those of the boxes above a row that meet this one too in {@code out}; how many. */
    int among(Box[] sorted, Row lower, Box[] out) {
      int count = Reading.above(sorted, lower);
      int n = 0;
      for (int i = 0; i < count; i++) {
        if (where.get(sorted[i].place().order())) {
          out[n++] = sorted[i];
        }
      }
      return n;
    }
  }

  /**
   * Adds to what rows decide, or takes from it, what they share with an upper row and no line above
   * takes: the upper row has just left the index, or is about to enter it, and is measured. A row
   * that holds all of the upper one has what those before it leave, and those after it nothing.
   *
   * @param lower in stack order
   */
  void gain(List<Row> lower, Row upper, int sign) {
    int holding = 0;
    while (holding < lower.size() && !upper.area.withinEach(lower.get(holding).area)) {
      holding++;
    }
    Meeting met = new Meeting(upper);
    Space.Size[] gains = new Space.Size[lower.size()];
    reading.each(IntStream.range(0, holding), i -> gains[i] = gain(lower.get(i), met, sign));
    if (holding == lower.size()) {
      return;
    }
    if (upper.undecided || Arrays.stream(gains, 0, holding).anyMatch(Objects::isNull)) {
      reading.each(
          IntStream.range(holding, gains.length), i -> gains[i] = gain(lower.get(i), met, sign));
      return;
    }
    Space.Size rest = upper.left();
    for (int i = 0; i < holding; i++) {
      rest = rest.minus(gains[i]);
    }
    Row last = lower.get(holding);
    last.gained = true;
    if (!rest.isZero()) {
      last.gainedFrom = upper;
    }
    if (!last.undecided) {
      last.left(sign > 0 ? last.left().plus(rest) : last.left().minus(rest));
    }
  }

  /** What one row gains; null where that is not known. */
  private Space.Size gain(Row row, Meeting upper, int sign) {
    if (row.undecided) {
      return null;
    }
    try {
      BigInteger[] gain = {BigInteger.ZERO, BigInteger.ZERO};
      for (int f = 0; f < Reading.FAMILIES; f++) {
        for (Box box : row.area.boxes(f)) {
          Box[] own = reading.meeting(f, box);
          Box[] among = own.length < Reading.MANY ? few.get() : null;
          int count = among == null ? 0 : upper.among(own, row, among);
          for (int i = 0; i < upper.row.area.boxes(f).size(); i++) {
            Optional<Box> both = box.common(upper.row.area.boxes(f).get(i));
            if (both.isPresent()) {
              Box[] takers = among;
              if (takers == null) {
                Box[] other = upper.boxes.get(f).get(i);
                takers = other.length < Reading.MANY ? other : reading.meetingOnce(f, both.get());
                count = Reading.above(takers, row);
              }
              gain[f] =
                  gain[f].add(
                      reading
                          .space()
                          .left(reading.remainder(), f, both.get(), takers, count)
                          .size());
            }
          }
        }
      }
      Space.Size size = new Space.Size(gain[0], gain[1]);
      if (!size.isZero()) {
        row.gained = true;
        row.gainedFrom = upper.row;
        row.left(sign > 0 ? row.left().plus(size) : row.left().minus(size));
      }
      return size;
    } catch (Remainder.Exhausted e) {
      row.gained = true;
      Measures.undecided(row);
      return null;
    }
  }
}
