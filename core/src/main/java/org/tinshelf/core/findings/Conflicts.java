package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Remainder;

/**
 * Finds, for a live rule, the live rules above with the opposite effect whose order matters; a
 * drawer's end may be upper.
 */
final class Conflicts {

  /**
   * What was found about a row.
   *
   * @param conflicting live rows above with the opposite effect, in stack order
   * @param excepting those of them that are exceptions to the row
   * @param exposing one of the conflicting that touches the lowest trust; null where none does
   */
  record Found(List<Row> conflicting, List<Row> excepting, Row exposing, List<Verdict> verdicts) {
    static final Found NOTHING = new Found(List.of(), List.of(), null, List.of());
  }

  /** Takers from which on those of a part are looked up anew. */
  private static final int MANY = 2_048;

  private final Reading reading;
  private final Area lowestTrust;
  private final boolean exceptions;

  /** Exceptions too where asked for. */
  Conflicts(Reading reading, boolean exceptions) {
    this.reading = reading;
    this.exceptions = exceptions;
    this.lowestTrust = reading.space().touchingZones(reading.stack().lowestTrust());
  }

  /**
   * What a lower rule meets of one family: a box of it, the boxes that share packets with it, and
   * how many of these stand above.
   */
  private record Meeting(int family, Box box, Box[] met, int above) {}

  /** Finds all there is of a row. */
  void judge(Row row) {
    judge(row, Found.NOTHING, upper -> false);
  }

  /**
   * Finds what has become of a row that itself is as it was: what it has to do with a row that no
   * change came near is as it was too.
   */
  void again(Row row, int update) {
    if (!onlyLost(row, update)) {
      judge(row, row.opposed, upper -> upper.near != update && upper.turned != update);
    }
  }

  /** Where no change came near a row above, takes those that are gone out of what was found. */
  private boolean onlyLost(Row row, int update) {
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = reading.meeting(f, box);
        int above = Reading.above(met, row);
        for (int i = 0; i < above; i++) {
          Row upper = reading.row(met[i]);
          if (upper.near == update || upper.turned == update) {
            return false;
          }
        }
      }
    }
    Found old = row.opposed;
    List<Row> conflicting = stayed(old.conflicting, update);
    if (conflicting == old.conflicting && stayed(old.excepting, update) == old.excepting) {
      return true;
    }
    boolean tells =
        !exceptions
            && !reading.anyLiving()
            && !conflicting.isEmpty()
            && conflicting.get(0) == old.conflicting.get(0)
            && (old.exposing == null || old.exposing.update == update);
    if (tells) {
      Verdict verdict = old.verdicts.get(0).withBy(conflicting);
      row.opposed = new Found(conflicting, old.excepting, old.exposing, List.of(verdict));
    }
    return tells;
  }

  private static List<Row> stayed(List<Row> rows, int update) {
    for (Row row : rows) {
      if (row.update != update) {
        return rows.stream().filter(r -> r.update == update).toList();
      }
    }
    return rows;
  }

  private void judge(Row row, Found old, Predicate<Row> known) {
    row.opposed = Found.NOTHING;
    if (!row.isRule() || !row.live() || !exceptions && row.area.isEverything()) {
      return;
    }
    List<Meeting> meetings = new ArrayList<>();
    List<Row> opposed = opposed(row, meetings);
    if (opposed.isEmpty()) {
      return;
    }
    List<Row> conflicting = new ArrayList<>(old.conflicting.size() + 4);
    List<Row> excepting = new ArrayList<>();
    Cursor wasConflicting = new Cursor(old.conflicting);
    Cursor wasExcepting = new Cursor(old.excepting);
    Remainder remainder = reading.remainder();
    for (Row upper : opposed) {
      if (known.test(upper)) {
        if (wasConflicting.holds(upper)) {
          conflicting.add(upper);
        } else if (wasExcepting.holds(upper)) {
          excepting.add(upper);
        }
        continue;
      }
      boolean specific = upper.area.within(row.area, remainder);
      if (specific && !exceptions) {
        continue;
      }
      boolean general = row.area.within(upper.area, remainder);
      if (!general && contested(upper, row, meetings)) {
        (specific ? excepting : conflicting).add(upper);
      }
    }
    List<Verdict> verdicts = new ArrayList<>(2);
    Row exposing = null;
    if (!conflicting.isEmpty()) {
      exposing = exposing(conflicting, meetings, old, known);
      Severity severity = exposing == null ? Severity.MEDIUM : Severity.HIGH;
      String effect = row.lets() ? "let through" : "block";
      Finding.Says says = (rule, by) -> Sentences.conflict(rule, by, effect);
      Optional<Packet> packet = witness(conflicting, meetings, old.conflicting, old, known);
      verdicts.add(verdict(Kind.CONFLICT, severity, row, conflicting, packet, says));
    }
    if (!excepting.isEmpty()) {
      Optional<Packet> packet = witness(excepting, meetings, old.excepting, old, known);
      verdicts.add(
          verdict(Kind.EXCEPTION, Severity.INFO, row, excepting, packet, Sentences::exception));
    }
    row.opposed =
        new Found(
            List.copyOf(conflicting), List.copyOf(excepting), exposing, List.copyOf(verdicts));
  }

  /** The live rows above with the opposite effect that share packets with a row. */
  private List<Row> opposed(Row row, List<Meeting> meetings) {
    List<Row> out = new ArrayList<>();
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = reading.meeting(f, box);
        int above = Reading.above(met, row);
        meetings.add(new Meeting(f, box, met, above));
        for (int i = 0; i < above; i++) {
          Row upper = reading.row(met[i]);
          if (upper.live() && upper.lets() != row.lets()) {
            out.add(upper);
          }
        }
      }
    }
    return Reading.once(out);
  }

  /** Goes through rows found before, in stack order, some of which may be gone. */
  private static final class Cursor {
    private final List<Row> rows;
    private int at;

    Cursor(List<Row> rows) {
      this.rows = rows;
    }

    /** Whether the row is among them; asked in stack order of rows that are not gone. */
    boolean holds(Row row) {
      while (at < rows.size() && rows.get(at) != row && isBefore(rows.get(at), row)) {
        at++;
      }
      return at < rows.size() && rows.get(at) == row;
    }

    private static boolean isBefore(Row old, Row row) {
      return old.update != row.update || old.place.order() < row.place.order();
    }
  }

  private Row exposing(
      List<Row> conflicting, List<Meeting> meetings, Found old, Predicate<Row> known) {
    if (lowestTrust.isEmpty()) {
      return null;
    }
    boolean none = !old.conflicting.isEmpty() && old.exposing == null;
    if (old.exposing != null && known.test(old.exposing) && conflicting.contains(old.exposing)) {
      return old.exposing;
    }
    for (Row upper : conflicting) {
      boolean cannot = none && known.test(upper) && old.conflicting.contains(upper);
      if (!cannot && somePart(upper, meetings, lowestTrust)) {
        return upper;
      }
    }
    return null;
  }

  /** A packet for the first of the rows; the one found before where nothing came near it. */
  private Optional<Packet> witness(
      List<Row> rows, List<Meeting> meetings, List<Row> before, Found old, Predicate<Row> known) {
    Row first = rows.get(0);
    if (!before.isEmpty() && before.get(0) == first && known.test(first)) {
      Kind kind = before == old.conflicting ? Kind.CONFLICT : Kind.EXCEPTION;
      return old.verdicts.stream()
          .filter(v -> v.kind() == kind)
          .findFirst()
          .flatMap(Verdict::witness);
    }
    return Optional.of(best(first, meetings));
  }

  /** Whether the upper row decides something the lower one matches. */
  private boolean contested(Row upper, Row row, List<Meeting> meetings) {
    if (upper.undecided) {
      return somePart(upper, meetings, null);
    }
    return upper.full
        || row.area.contains(upper.family, upper.point)
        || somePart(upper, meetings, null);
  }

  private boolean somePart(Row upper, List<Meeting> meetings, Area within) {
    for (Meeting meeting : meetings) {
      for (Box part : parts(upper, meeting, within)) {
        Box[] takers = meeting.met;
        if (takers.length > MANY) {
          takers = reading.meetingOnce(meeting.family, part);
        }
        if (!reading.remainder().nothing(part, takers, Reading.above(takers, upper))) {
          return true;
        }
      }
    }
    return false;
  }

  private static List<Box> parts(Row upper, Meeting meeting, Area within) {
    List<Box> out = new ArrayList<>();
    for (Box box : upper.area.boxes(meeting.family)) {
      Optional<Box> part = meeting.box.common(box);
      if (part.isPresent() && within == null) {
        out.add(part.get());
      } else if (part.isPresent()) {
        for (Box some : within.boxes(meeting.family)) {
          part.get().common(some).ifPresent(out::add);
        }
      }
    }
    return out;
  }

  /** A packet the lower row would decide next were the upper off, where there is; else any. */
  private Packet best(Row upper, List<Meeting> meetings) {
    for (boolean next : new boolean[] {true, false}) {
      for (Meeting meeting : meetings) {
        Box[] takers =
            next ? reading.filter(meeting.met, meeting.above, r -> r != upper) : meeting.met;
        int count = next ? takers.length : Reading.above(meeting.met, upper);
        for (Box part : parts(upper, meeting, null)) {
          Packet packet =
              reading.space().witness(reading.remainder(), meeting.family, part, takers, count);
          if (packet != null) {
            return packet;
          }
        }
      }
    }
    throw new IllegalStateException("a contested part that is empty");
  }

  private Verdict verdict(
      Kind kind,
      Severity severity,
      Row row,
      List<Row> upper,
      Optional<Packet> witness,
      Finding.Says says) {
    boolean always =
        !reading.anyLiving()
            || row.surelyLive
                && upper.stream()
                    .allMatch(
                        u ->
                            !u.touched
                                || !u.entry.living()
                                    && reading.surelyDecides(u, u.area.and(row.area)));
    return new Verdict(
        kind, severity, Verdict.certainty(always), row, List.copyOf(upper), witness, says);
  }
}
