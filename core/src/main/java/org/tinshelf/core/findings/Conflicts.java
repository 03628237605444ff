package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
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

  /** Takers up to which nobody looks for fewer. */
  private static final int FEW = 512;

  /** Takers from which on those of a part are looked up anew. */
  private static final int MANY = 2_048;

  private final Reading reading;
  private final Area lowestTrust;
  private final boolean exceptions;
  private final SharedLists lists = new SharedLists();

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
    row.opposed = Found.NOTHING;
    if (concerns(row)) {
      List<Meeting> meetings = meetings(row);
      find(row, meetings, opposed(row, meetings), List.of(), List.of(), Changed.NOTHING);
    }
  }

  /**
   * Finds what has become of a row that itself is as it was: what it has to do with a row that
   * decides the same as before is as it was too.
   *
   * @param changed what the update made of the rows it came near
   */
  void again(Row row, Changed changed) {
    if (concerns(row)) {
      List<Row> conflicting = lists.untouched(row.opposed.conflicting, changed);
      List<Row> excepting = lists.untouched(row.opposed.excepting, changed);
      List<Meeting> meetings = meetings(row);
      List<Row> others = opposed(row, meetings, changed);
      if (!others.isEmpty()
          || conflicting != row.opposed.conflicting
          || excepting != row.opposed.excepting
          || newPacket(conflicting, changed)
          || newPacket(excepting, changed)) {
        find(row, meetings, others, conflicting, excepting, changed);
      }
    }
  }

  /** Whether another packet may show what the first of some rows does. */
  private static boolean newPacket(List<Row> upper, Changed changed) {
    return !upper.isEmpty() && changed.cameNear(upper.get(0));
  }

  /** Tells that rows are going to be judged again after another update. */
  void begin() {
    lists.forget();
  }

  private boolean concerns(Row row) {
    return row.isRule() && row.live() && (exceptions || !row.area.isEverything());
  }

  /**
   * Finds which of some rows above conflict with a row, and puts that to those known to.
   *
   * @param others not among the known
   */
  private void find(
      Row row,
      List<Meeting> meetings,
      List<Row> others,
      List<Row> conflicting,
      List<Row> excepting,
      Changed changed) {
    Remainder remainder = reading.remainder();
    List<Row> moreConflicting = new ArrayList<>(others.size());
    List<Row> moreExcepting = new ArrayList<>();
    for (Row upper : others) {
      boolean specific = upper.within(row, remainder);
      if (specific && !exceptions) {
        continue;
      }
      boolean general = row.within(upper, remainder);
      if (!general && (changed.shares(upper, row) || contested(upper, row, meetings))) {
        (specific ? moreExcepting : moreConflicting).add(upper);
      }
    }
    Found old = row.opposed;
    row.opposed = Found.NOTHING;
    List<Row> all = lists.union(conflicting, moreConflicting);
    List<Row> allExcepting = lists.union(excepting, moreExcepting);
    Row exposing = exposing(all, moreConflicting, meetings, old);
    List<Verdict> verdicts = new ArrayList<>(2);
    if (!all.isEmpty()) {
      Severity severity = exposing == null ? Severity.MEDIUM : Severity.HIGH;
      String effect = row.lets() ? "let through" : "block";
      Finding.Says says = (rule, by) -> Sentences.conflict(rule, by, effect);
      Optional<Packet> packet = witness(Kind.CONFLICT, all, conflicting, meetings, old, changed);
      verdicts.add(verdict(Kind.CONFLICT, severity, row, all, packet, says));
    }
    if (!allExcepting.isEmpty()) {
      Optional<Packet> packet =
          witness(Kind.EXCEPTION, allExcepting, excepting, meetings, old, changed);
      verdicts.add(
          verdict(Kind.EXCEPTION, Severity.INFO, row, allExcepting, packet, Sentences::exception));
    }
    row.opposed =
        verdicts.isEmpty() ? Found.NOTHING : new Found(all, allExcepting, exposing, verdicts);
  }

  private List<Meeting> meetings(Row row) {
    List<Meeting> meetings = new ArrayList<>(2);
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = reading.meeting(f, box);
        meetings.add(new Meeting(f, box, met, Reading.above(met, row)));
      }
    }
    return meetings;
  }

  /** The live rows above with the opposite effect that share packets with a row. */
  private List<Row> opposed(Row row, List<Meeting> meetings) {
    ArrayList<Row> out = new ArrayList<>();
    for (Meeting meeting : meetings) {
      out.ensureCapacity(out.size() + meeting.above);
      for (int i = 0; i < meeting.above; i++) {
        Row upper = reading.row(meeting.met[i]);
        if (upper.live() && upper.lets() != row.lets()) {
          out.add(upper);
        }
      }
    }
    return Reading.once(out);
  }

  /** Those of them that may decide something else. */
  private List<Row> opposed(Row row, List<Meeting> meetings, Changed changed) {
    List<Row> out = new ArrayList<>();
    for (Meeting meeting : meetings) {
      changed.each(
          !row.lets(), meeting.met, meeting.above, order -> out.add(reading.rows().get(order)));
    }
    return Reading.once(out);
  }

  /** One that touches the lowest trust: the one known, else of those that are not known not to. */
  private Row exposing(List<Row> all, List<Row> more, List<Meeting> meetings, Found old) {
    if (lowestTrust.isEmpty()) {
      return null;
    }
    List<Row> candidates = more;
    if (old.exposing != null) {
      if (!more.contains(old.exposing) && all.contains(old.exposing)) {
        return old.exposing;
      }
      candidates = all;
    }
    for (Row upper : candidates) {
      if (somePart(upper, meetings, lowestTrust)) {
        return upper;
      }
    }
    return null;
  }

  /** A packet for the first of the rows; the one found before where nothing came near it. */
  private Optional<Packet> witness(
      Kind kind,
      List<Row> rows,
      List<Row> known,
      List<Meeting> meetings,
      Found old,
      Changed changed) {
    Row first = rows.get(0);
    List<Row> before = kind == Kind.CONFLICT ? old.conflicting : old.excepting;
    boolean same = !known.isEmpty() && known.get(0) == first && before.get(0) == first;
    if (same && !changed.cameNear(first)) {
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
        Box[] takers = takers(upper, meeting, part);
        if (!reading.remainder().nothing(part, takers, Reading.above(takers, upper))) {
          return true;
        }
      }
    }
    return false;
  }

  /** Boxes among which are all that meet a part of an upper row. */
  private Box[] takers(Row upper, Meeting meeting, Box part) {
    Box[] takers = meeting.met;
    List<Box> own = upper.area.boxes(meeting.family);
    if (takers.length > FEW && own.size() == 1) {
      Box[] more = reading.meeting(meeting.family, own.get(0));
      takers = more.length < takers.length ? more : takers;
    }
    return takers.length > MANY ? reading.meetingOnce(meeting.family, part) : takers;
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
    return new Verdict(kind, severity, Verdict.certainty(always), row, upper, witness, says);
  }
}
