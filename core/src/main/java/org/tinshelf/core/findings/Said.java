package org.tinshelf.core.findings;

import java.time.LocalDate;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.RandomAccess;
import java.util.Set;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.core.stack.Stack;

/**
 * The findings of a reading as it is now, in stack order. Holds what was said of each row; a
 * finding is put together when it is read, so that after an edit the many that stay cost nothing.
 */
final class Said extends AbstractList<Finding> implements RandomAccess {

  private final Finding.Positions positions;

  /** The same in all that is said of one reading while it goes through updates. */
  private final Object origin;

  private final List<Entry> entries;
  private final List<Stack.LeftOut> expired;

  /** By row, what was said of it; the next with what is said of rules that are past their date. */
  private final List<Verdict>[] own;

  private final List<Verdict>[] said;
  private final double[] reaches;

  /** By row, its id, and how many findings are about it. */
  private final int[] ids;

  private final int[] counts;

  /** By row, how many findings are about rows above it; at the end how many there are. */
  private final int[] starts;

  /** All that was said of the rows. */
  Said(Reading reading) {
    this(reading, reading.rows().size());
    for (int i = 0; i < own.length; i++) {
      read(reading.rows().get(i), i);
    }
    finish(reading);
  }

  /**
   * After an update.
   *
   * @param before what was said before it
   * @param head how many rows at the beginning stayed
   * @param tail how many rows at the end stayed
   * @param again those of the rows that stayed of which something else may be said
   */
  Said(Reading reading, Said before, int head, int tail, List<Row> again) {
    this(reading, reading.rows().size());
    int last = own.length - tail;
    take(before, 0, 0, head);
    take(before, before.own.length - tail, last, tail);
    for (int i = head; i < last; i++) {
      read(reading.rows().get(i), i);
    }
    again.forEach(row -> read(row, row.place.order()));
    finish(reading);
  }

  private Said(Reading reading, int count) {
    @SuppressWarnings({"unchecked", "rawtypes"})
    List<Verdict>[] all = new List[count];
    own = all;
    origin = reading.space();
    reaches = new double[count];
    ids = new int[count];
    counts = new int[count];
    starts = new int[count + 1];
    entries = reading.stack().entries();
    expired = reading.stack().expired();
    said = expired.isEmpty() ? own : own.clone();
    positions = new Finding.Positions(entries, new int[reading.made()]);
  }

  private void take(Said before, int from, int to, int count) {
    System.arraycopy(before.own, from, own, to, count);
    System.arraycopy(before.reaches, from, reaches, to, count);
    System.arraycopy(before.ids, from, ids, to, count);
    System.arraycopy(before.counts, from, counts, to, count);
  }

  private void read(Row row, int at) {
    own[at] = row.verdicts();
    reaches[at] = row.decides() ? row.reach() : 0;
    ids[at] = row.id;
    counts[at] = own[at].size();
  }

  private void finish(Reading reading) {
    for (int i = 0; i < said.length; i++) {
      positions.orders()[ids[i]] = i;
    }
    if (!expired.isEmpty()) {
      System.arraycopy(own, 0, said, 0, own.length);
      addExpired(reading.rows());
    }
    for (int i = 0; i < said.length; i++) {
      starts[i + 1] = starts[i] + (said == own ? counts[i] : said[i].size());
    }
  }

  /** What there is to say, and the reach of each rule. */
  Check check() {
    return new Check(this, new Reaches(entries, reaches));
  }

  /** Puts the rules that are past their date before the rows that come after them. */
  private void addExpired(List<Row> rows) {
    int next = 0;
    for (int i = 0; i < said.length; i++) {
      List<Verdict> here = new ArrayList<>();
      while (next < expired.size() && expired.get(next).before() <= i) {
        here.add(expired(rows.get(i), expired.get(next++)));
      }
      if (!here.isEmpty()) {
        here.addAll(said[i]);
        said[i] = here;
      }
    }
  }

  private static Verdict expired(Row row, Stack.LeftOut rule) {
    LocalDate day = rule.rule().expires().orElseThrow();
    return Verdict.about(
            row, Kind.EXPIRED, Severity.LOW, true, (ref, by) -> Sentences.expired(ref, day))
        .about(rule.ref());
  }

  /**
   * The rules and ends of which something else is said than before, that came, went or have another
   * reach.
   *
   * @return empty where nothing is known of what was before
   */
  Optional<Set<RuleRef>> changedSince(Said before) {
    if (origin != before.origin) {
      return Optional.empty();
    }
    int[] were = new int[before.positions.orders().length];
    Arrays.fill(were, -1);
    for (int i = 0; i < before.ids.length; i++) {
      were[before.ids[i]] = i;
    }
    Set<RuleRef> changed = new HashSet<>();
    for (int i = 0; i < ids.length; i++) {
      int was = ids[i] < were.length ? were[ids[i]] : -1;
      if (was < 0
          || !same(own[i], before.own[was])
          || Double.compare(reaches[i], before.reaches[was]) != 0) {
        changed.add(entries.get(i).ref().unplaced());
      }
      if (was >= 0) {
        were[ids[i]] = -1;
      }
    }
    for (int was : were) {
      if (was >= 0) {
        changed.add(before.entries.get(was).ref().unplaced());
      }
    }
    expired.forEach(left -> changed.add(left.ref().unplaced()));
    before.expired.forEach(left -> changed.add(left.ref().unplaced()));
    return Optional.of(changed);
  }

  private static boolean same(List<Verdict> now, List<Verdict> before) {
    return now == before || now.isEmpty() && before.isEmpty();
  }

  @Override
  public int size() {
    return starts[said.length];
  }

  @Override
  public Finding get(int at) {
    if (at < 0 || at >= size()) {
      throw new IndexOutOfBoundsException(at);
    }
    int found = Arrays.binarySearch(starts, at);
    int row = found < 0 ? -found - 2 : found;
    while (starts[row + 1] == at) {
      row++;
    }
    return finding(row, at - starts[row]);
  }

  private Finding finding(int row, int at) {
    Verdict verdict = said[row].get(at);
    return new Finding(verdict, positions, verdict.leftOut().isPresent() ? 0 : reaches[row]);
  }

  @Override
  public Iterator<Finding> iterator() {
    return new Iterator<>() {
      private int row;
      private int at;

      @Override
      public boolean hasNext() {
        while (row < said.length && at == said[row].size()) {
          row++;
          at = 0;
        }
        return row < said.length;
      }

      @Override
      public Finding next() {
        if (!hasNext()) {
          throw new NoSuchElementException();
        }
        return finding(row, at++);
      }
    };
  }
}
