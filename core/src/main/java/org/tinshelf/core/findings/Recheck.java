package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.space.Place;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.InOrder;
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
  private Judges judges;
  private Check check;
  private int updates;

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
    judges = new Judges(reading, exceptions);
    check = judges.fresh();
    return check;
  }

  /** What there is to say of the stack as it has become. */
  public Check update(Stack next) {
    if (!comparable(reading.stack(), next)) {
      return afresh(next);
    }
    List<Row> old = reading.rows();
    Row[] kept = kept(old, reading.stack().entries(), next.entries());
    int come = 0;
    int alive = 0;
    for (Row row : kept) {
      come += row == null ? 1 : 0;
      alive += row == null ? 0 : 1;
    }
    if (come + old.size() - alive > MOST_CHANGES) {
      return afresh(next);
    }
    try {
      return apply(next, kept);
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

  /** For each new entry the old row that stays for it, in the same order; null where none does. */
  private static Row[] kept(List<Row> old, List<Entry> were, List<Entry> entries) {
    Row[] kept = new Row[entries.size()];
    int head = 0;
    int most = Math.min(old.size(), kept.length);
    while (head < most && same(were.get(head), entries.get(head))) {
      kept[head] = old.get(head);
      head++;
    }
    int tail = 0;
    while (tail < most - head
        && same(were.get(old.size() - 1 - tail), entries.get(kept.length - 1 - tail))) {
      kept[kept.length - 1 - tail] = old.get(old.size() - 1 - tail);
      tail++;
    }
    Found found = new Found(old.subList(head, old.size() - tail));
    List<Integer> matched = new ArrayList<>();
    Row[] fitting = new Row[kept.length];
    for (int i = head; i < kept.length - tail; i++) {
      fitting[i] = found.of(entries.get(i));
      if (fitting[i] != null) {
        matched.add(i);
      }
    }
    for (int i : InOrder.longest(matched, i -> fitting[i].place.order())) {
      kept[i] = fitting[i];
    }
    return kept;
  }

  /** Finds the old row of an entry: by the very rule, else by its list and name. */
  private static final class Found {
    private final List<Row> rows;
    private final Map<Rule, Row[]> byRule = new IdentityHashMap<>();
    private Map<List<Object>, Row> byName;

    Found(List<Row> rows) {
      this.rows = rows;
      for (Row row : rows) {
        row.entry.rule().ifPresent(rule -> put(rule, row));
      }
    }

    private void put(Rule rule, Row row) {
      byRule
              .computeIfAbsent(rule, r -> new Row[Entry.Kind.values().length])[
              row.entry.kind().ordinal()] =
          row;
    }

    Row of(Entry entry) {
      Row[] same = entry.rule().map(byRule::get).orElse(null);
      Row row = same == null ? byName(entry) : same[entry.kind().ordinal()];
      return row != null && same(row.entry, entry) ? row : null;
    }

    private Row byName(Entry entry) {
      if (byName == null) {
        byName = new HashMap<>();
        rows.forEach(row -> byName.put(key(row.entry), row));
      }
      return byName.get(key(entry));
    }

    private static List<Object> key(Entry entry) {
      return List.of(entry.list(), entry.ref().name(), entry.kind());
    }
  }

  private static boolean same(Entry a, Entry b) {
    return a == b
        || a.kind() == b.kind()
            && sameRegions(a, b)
            && a.living() == b.living()
            && (a.outcome() == b.outcome() || a.outcome().equals(b.outcome()))
            && a.list().equals(b.list())
            && (a.rule().orElse(null) == b.rule().orElse(null) || a.rule().equals(b.rule()));
  }

  private static boolean sameRegions(Entry a, Entry b) {
    return (a.regions() == b.regions() || a.regions().equals(b.regions()))
        && (!a.living() || a.widest() == b.widest() || a.widest().equals(b.widest()));
  }

  private Check apply(Stack next, Row[] kept) {
    boolean hadLiving = reading.anyLiving();
    Touched touched = new Touched();
    updates++;
    for (Row row : kept) {
      if (row != null) {
        row.update = updates;
      }
    }
    for (Row row : reading.rows()) {
      if (row.update != updates) {
        touched.regroup.addAll(judges.merging().remove(row));
        reading.remove(row);
        touch(row, 1, touched);
      }
    }
    List<Row> rows = new ArrayList<>(kept.length);
    List<Row> come = new ArrayList<>();
    for (int i = 0; i < kept.length; i++) {
      Row row = kept[i];
      if (row == null) {
        row = reading.row(next.entries().get(i), new Place(i), rows);
        row.update = updates;
        row.near = updates;
        row.turned = updates;
        come.add(row);
      }
      row.place.order(i);
      row.entry = next.entries().get(i);
      rows.add(row);
    }
    reading.become(next, rows);
    for (Row row : come) {
      if (row.decides()) {
        reading.measure(row);
      }
      touch(row, -1, touched);
      reading.add(row);
      judges.merging().add(row);
      touched.regroup.addAll(Merging.below(row));
      touched.come(row);
    }
    touched.only(updates);
    if (hadLiving != reading.anyLiving()) {
      return afresh(next);
    }
    judge(touched, come);
    check = Check.of(reading);
    return check;
  }

  private void touch(Row row, int sign, Touched touched) {
    List<Row> lower = new ArrayList<>();
    for (Row other : reading.around(row)) {
      other.near = updates;
      if (other.place.order() < row.place.order()) {
        touched.above.add(other);
        for (Row next : Merging.below(other)) {
          if (next.place.order() > row.place.order()) {
            touched.regroup.add(next);
          }
        }
      } else {
        touched.below(other);
        if (row.decides() && other.decides()) {
          lower.add(other);
        }
      }
    }
    if (!lower.isEmpty()) {
      reading.gain(lower, row, sign);
    }
  }

  private void judge(Touched touched, List<Row> come) {
    List<Row> below = touched.below.rows();
    reading.each(below.stream().filter(Row::decides).toList(), row -> reading.settle(row, come));
    RowSet again = new RowSet();
    again.addAll(below);
    for (Row row : below) {
      if (row.decides() && touched.matters(row)) {
        row.turned = updates;
        for (Row other : reading.around(row)) {
          if (other.place.order() > row.place.order()) {
            again.add(other);
          }
        }
      }
    }
    BitSet changed = changed();
    judges.begin();
    reading.each(again.rows(), row -> judge(row, changed));
    judgeFromBelow(touched, come);

    RowSet merges = new RowSet();
    merges.addAll(below);
    merges.addAll(touched.regroup.rows());
    below.forEach(row -> merges.addAll(Merging.below(row)));
    reading.each(merges.rows(), judges.merging()::judge);
  }

  /** Where the rows stand that a change came near, or that began or ceased to decide anything. */
  private BitSet changed() {
    BitSet changed = new BitSet();
    List<Row> rows = reading.rows();
    for (int i = 0; i < rows.size(); i++) {
      if (rows.get(i).near == updates || rows.get(i).turned == updates) {
        changed.set(i);
      }
    }
    return changed;
  }

  private void judge(Row row, BitSet changed) {
    if (row.turned == updates || row.undecided || !row.live()) {
      judges.judge(row);
    } else {
      judges.again(row, changed, updates);
    }
  }

  private void judgeFromBelow(Touched touched, List<Row> come) {
    RowSet near = new RowSet();
    near.addAll(touched.below.rows());
    near.addAll(touched.above.rows());
    List<Row> deciding = near.rows().stream().filter(Row::decides).toList();
    boolean[] sure = new boolean[deciding.size()];
    FromBelow fromBelow = judges.fromBelow();
    reading.each(
        IntStream.range(0, sure.length),
        i -> {
          Row row = deciding.get(i);
          sure[i] =
              row.live()
                  && (fromBelow.stillSurelyStays(row, come, updates) || fromBelow.surelyStays(row));
        });
    TreeSet<Row> waiting = new TreeSet<>(Comparator.comparing(r -> -r.place.order()));
    for (int i = 0; i < sure.length; i++) {
      Row row = deciding.get(i);
      if (!sure[i] || !row.stays || row.fromBelow != null) {
        waiting.add(row);
      }
    }
    while (!waiting.isEmpty()) {
      Row row = waiting.pollFirst();
      boolean stayed = row.stays;
      fromBelow.judge(row);
      if (row.stays != stayed) {
        for (Row other : reading.around(row)) {
          if (other.decides() && other.place.order() < row.place.order()) {
            waiting.add(other);
          }
        }
      }
    }
  }
}
