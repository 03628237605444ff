package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.tinshelf.core.space.Place;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.stack.Stack;

/**
 * Keeps the findings of one firewall up to date while its rules change. After a change only what it
 * can touch is worked out again: lines that share packets with a line that came or went gain or
 * lose exactly what they share with it and no line above takes; and what is said of a line is said
 * anew where something it rests on is different. The result is that of a fresh {@link Check}.
 *
 * <p>For an edit of a rule that meets k others the work is that of k small questions, however long
 * the stack; a change of zones, users or points in time is checked afresh. Serves one thread at a
 * time.
 */
public final class Recheck {

  private static final int MOST_CHANGES = 512;

  private final boolean exceptions;
  private Reading reading;
  private Gains gains;
  private Judges judges;
  private Said said;
  private Check check;

  /**
   * Checks a stack for the first time.
   *
   * @param exceptions whether to report the usual specific-above-general too
   */
  public Recheck(Stack stack, boolean exceptions) {
    this.exceptions = exceptions;
    afresh(stack);
  }

  /** What there is to say now. */
  public Check check() {
    return check;
  }

  /** The stack that was checked last. */
  public Stack stack() {
    return reading.stack();
  }

  private Check afresh(Stack stack) {
    reading = new Reading(stack);
    gains = new Gains(reading);
    judges = new Judges(reading, exceptions);
    said = judges.fresh();
    check = said.check();
    return check;
  }

  /** What there is to say of the stack as it has become. */
  public Check update(Stack next) {
    if (!comparable(reading.stack(), next)) {
      return afresh(next);
    }
    Lineup lineup = new Lineup(reading.rows(), reading.stack().entries(), next.entries());
    if (lineup.changes() > MOST_CHANGES) {
      return afresh(next);
    }
    try {
      return apply(next, lineup);
    } catch (Remainder.Exhausted | IllegalStateException e) {
      return afresh(next);
    }
  }

  private static boolean comparable(Stack a, Stack b) {
    return a.universe().equals(b.universe())
        && a.floor().equals(b.floor())
        && a.lowestTrust().equals(b.lowestTrust())
        && a.placedZones() == b.placedZones()
        && sameSurroundings(a, b);
  }

  private static boolean sameSurroundings(Stack a, Stack b) {
    return a.surroundings().today().equals(b.surroundings().today())
        && a.surroundings().inspects() == b.surroundings().inspects()
        && a.surroundings().behind().equals(b.surroundings().behind())
        && a.surroundings().management().equals(b.surroundings().management())
        && a.surroundings().managementServices().equals(b.surroundings().managementServices())
        && a.surroundings().settings().equals(b.surroundings().settings());
  }

  private Check apply(Stack next, Lineup lineup) {
    boolean hadLiving = reading.anyLiving();
    Touched touched = new Touched();
    Row below = lineup.belowMoved();
    for (Row row : lineup.gone()) {
      row.gone = true;
      touched.regroup.addAll(judges.merging().remove(row));
      reading.remove(row);
      touch(row, 1, below, touched);
    }
    List<Row> come = new ArrayList<>();
    List<Row> rows =
        lineup.rows(
            (at, above) -> {
              Row row = reading.row(next.entries().get(at), new Place(at), above);
              come.add(row);
              return row;
            });
    reading.become(next, rows);
    for (Row row : come) {
      if (row.decides()) {
        judges.measures().measure(row);
      }
      touch(row, -1, below, touched);
      reading.add(row);
      judges.merging().add(row);
      touched.regroup.addAll(Merging.below(row));
      touched.come(row);
    }
    touched.dropGone();
    if (hadLiving != reading.anyLiving()) {
      return afresh(next);
    }
    RowSet judged = judge(touched, lineup.gone(), come);
    said = new Said(reading, said, lineup.head(), lineup.tail(), judged.rows());
    check = said.check();
    return check;
  }

  /**
   * Notes what a row that goes or comes touches, and adds to what lower rows decide or takes from
   * it.
   *
   * @param end the first row for which all the above is as it was: the row only moves
   */
  private void touch(Row row, int sign, Row end, Touched touched) {
    List<Row> lower = new ArrayList<>();
    int last = end == null ? Integer.MAX_VALUE : end.place.order();
    for (Row other : reading.around(row)) {
      if (other.place.order() < row.place.order()) {
        touched.above.add(other);
        for (Row next : Merging.below(other)) {
          if (next.place.order() > row.place.order()) {
            touched.regroup.add(next);
          }
        }
      } else {
        touched.below(other);
        if (row.decides() && other.decides() && other.place.order() < last) {
          lower.add(other);
        }
      }
    }
    if (!lower.isEmpty()) {
      gains.gain(lower, row, sign);
    }
  }

  /** Judges what is touched; the rows about which something else may be said now. */
  private RowSet judge(Touched touched, List<Row> gone, List<Row> come) {
    List<Row> below = touched.below.rows();
    reading.each(
        below.stream().filter(Row::decides).toList(), row -> judges.measures().settle(row, come));
    RowSet again = new RowSet();
    again.addAll(below);
    for (Row row : below) {
      if (row.decides() && touched.matters(row)) {
        touched.turned.add(row);
        for (Row other : reading.around(row)) {
          if (other.place.order() > row.place.order()) {
            again.add(other);
          }
        }
      }
    }
    Changed changed = touched.changed(gone, come, reading.anyLiving());
    judges.begin();
    reading.each(again.rows(), row -> judge(row, touched.turned, changed));
    again.addAll(judgeFromBelow(touched, come));

    RowSet merges = new RowSet();
    merges.addAll(below);
    merges.addAll(touched.regroup.rows());
    below.forEach(row -> merges.addAll(Merging.below(row)));
    List<Row> mergeable = merges.rows().stream().filter(Merging::concerns).toList();
    reading.each(mergeable, judges.merging()::judge);
    again.addAll(mergeable);
    return again;
  }

  private void judge(Row row, RowSet turned, Changed changed) {
    if (turned.contains(row) || row.undecided) {
      judges.judge(row);
    } else {
      judges.again(row, changed);
    }
  }

  /**
   * Judges from the bottom up what can go. Most answers hold, so they are worked out side by side
   * first; one is asked for anew where a row below turns out to stay or to go other than before.
   *
   * @return the rows that were judged
   */
  private List<Row> judgeFromBelow(Touched touched, List<Row> come) {
    RowSet near = new RowSet();
    near.addAll(touched.below.rows());
    near.addAll(touched.above.rows());
    List<Row> deciding =
        near.rows().stream().filter(row -> row.decides() && !FromBelow.stillGone(row)).toList();
    boolean[] sure = new boolean[deciding.size()];
    FromBelow fromBelow = judges.fromBelow();
    reading.each(
        IntStream.range(0, sure.length),
        i -> {
          Row row = deciding.get(i);
          sure[i] =
              row.live() && (fromBelow.stillSurelyStays(row, come) || fromBelow.surelyStays(row));
        });
    TreeSet<Row> waiting = new TreeSet<>(Comparator.comparing(r -> -r.place.order()));
    for (int i = 0; i < sure.length; i++) {
      Row row = deciding.get(i);
      if (!sure[i] || !row.stays || row.fromBelow != null) {
        waiting.add(row);
      }
    }
    List<Row> first = List.copyOf(waiting);
    FromBelow.Answer[] answers = new FromBelow.Answer[first.size()];
    reading.each(
        IntStream.range(0, answers.length), i -> answers[i] = fromBelow.answer(first.get(i)));
    Map<Row, FromBelow.Answer> ready = new IdentityHashMap<>();
    for (int i = 0; i < answers.length; i++) {
      ready.put(first.get(i), answers[i]);
    }
    List<Row> judged = new ArrayList<>();
    while (!waiting.isEmpty()) {
      Row row = waiting.pollFirst();
      boolean stayed = row.stays;
      FromBelow.Answer answer = ready.get(row);
      (answer == null ? fromBelow.answer(row) : answer).settle(row);
      judged.add(row);
      if (row.stays != stayed) {
        for (Row other : reading.around(row)) {
          if (other.decides() && other.place.order() < row.place.order()) {
            ready.remove(other);
            waiting.add(other);
          }
        }
      }
    }
    return judged;
  }
}
