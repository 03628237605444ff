package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
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

  /** Takers from which on those of a part are looked up anew. */
  private static final int MANY = 64;

  private final Reading reading;
  private final Area lowestTrust;
  private final boolean exceptions;

  /** Exceptions too where asked for. */
  Conflicts(Reading reading, boolean exceptions) {
    this.reading = reading;
    this.exceptions = exceptions;
    this.lowestTrust = reading.space().touchingZones(reading.stack().lowestTrust());
  }

  /** What a lower rule meets of one family: a box of it, and the boxes above that share packets. */
  private record Meeting(int family, Box box, Box[] upper) {}

  void judge(Row row, Consumer<Verdict> out) {
    if (!row.isRule() || !row.live() || !exceptions && row.area.isEverything()) {
      return;
    }
    List<Meeting> meetings = new ArrayList<>();
    List<Box> opposed = new ArrayList<>();
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] upper = reading.above(f, box, row, r -> true);
        meetings.add(new Meeting(f, box, upper));
        for (Box other : upper) {
          Row above = reading.row(other);
          if (above.live() && above.lets() != row.lets()) {
            opposed.add(other);
          }
        }
      }
    }
    if (opposed.isEmpty()) {
      return;
    }
    List<Row> conflicting = new ArrayList<>();
    List<Row> excepting = new ArrayList<>();
    Remainder remainder = reading.remainder();
    for (Row upper : reading.rows(opposed)) {
      boolean specific = upper.area.within(row.area, remainder);
      if (specific && !exceptions) {
        continue;
      }
      boolean general = row.area.within(upper.area, remainder);
      if (!general && contested(upper, row, meetings)) {
        (specific ? excepting : conflicting).add(upper);
      }
    }
    if (!conflicting.isEmpty()) {
      Severity severity =
          conflicting.stream().anyMatch(u -> exposed(u, meetings))
              ? Severity.HIGH
              : Severity.MEDIUM;
      String effect = row.lets() ? "let through" : "block";
      out.accept(
          verdict(
              Kind.CONFLICT,
              severity,
              row,
              conflicting,
              meetings,
              (rule, by) -> Sentences.conflict(rule, by, effect)));
    }
    if (!excepting.isEmpty()) {
      out.accept(
          verdict(Kind.EXCEPTION, Severity.INFO, row, excepting, meetings, Sentences::exception));
    }
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

  private boolean exposed(Row upper, List<Meeting> meetings) {
    return !lowestTrust.isEmpty() && somePart(upper, meetings, lowestTrust);
  }

  private boolean somePart(Row upper, List<Meeting> meetings, Area within) {
    for (Meeting meeting : meetings) {
      boolean many = meeting.upper.length > MANY;
      for (Box part : parts(upper, meeting, within)) {
        Box[] takers = many ? reading.meetingOnce(meeting.family, part) : meeting.upper;
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
            next
                ? reading.filter(meeting.upper, meeting.upper.length, r -> r != upper)
                : meeting.upper;
        int count = next ? takers.length : Reading.above(meeting.upper, upper);
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
      List<Meeting> meetings,
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
        kind,
        severity,
        Verdict.certainty(always),
        row,
        List.copyOf(upper),
        Optional.of(best(upper.get(0), meetings)),
        says);
  }
}
