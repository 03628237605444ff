package org.tinshelf.core.findings;

import java.time.LocalDate;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.RandomAccess;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Stack;

/**
 * The findings of a reading as it is now, in stack order. Holds what was said of each row; a
 * finding is put together when it is read, so that after an edit the many that stay cost nothing.
 */
final class Said extends AbstractList<Finding> implements RandomAccess {

  private final Finding.Positions positions;
  private final List<Entry> entries;
  private final List<Verdict>[] said;
  private final double[] reaches;

  /** By row, its id, and how many findings are about it. */
  private final int[] ids;

  private final int[] counts;

  /** By row, how many findings are about rows above it; at the end how many there are. */
  private final int[] starts;

  /** Whether findings about rules that take no part stand among the others. */
  private final boolean expired;

  /** All that was said of the rows. */
  Said(Reading reading) {
    this(reading, reading.rows().size());
    for (int i = 0; i < said.length; i++) {
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
    boolean taken = !before.expired;
    int last = said.length - tail;
    if (taken) {
      take(before, 0, 0, head);
      take(before, before.said.length - tail, last, tail);
    }
    for (int i = taken ? head : 0; i < (taken ? last : said.length); i++) {
      read(reading.rows().get(i), i);
    }
    again.forEach(row -> read(row, row.place.order()));
    finish(reading);
  }

  private Said(Reading reading, int count) {
    @SuppressWarnings({"unchecked", "rawtypes"})
    List<Verdict>[] all = new List[count];
    said = all;
    reaches = new double[count];
    ids = new int[count];
    counts = new int[count];
    starts = new int[count + 1];
    entries = reading.stack().entries();
    expired = !reading.stack().expired().isEmpty();
    positions = new Finding.Positions(entries, new int[reading.made()]);
  }

  private void take(Said before, int from, int to, int count) {
    System.arraycopy(before.said, from, said, to, count);
    System.arraycopy(before.reaches, from, reaches, to, count);
    System.arraycopy(before.ids, from, ids, to, count);
    System.arraycopy(before.counts, from, counts, to, count);
  }

  private void read(Row row, int at) {
    said[at] = row.verdicts();
    reaches[at] = row.decides() ? row.reach() : 0;
    ids[at] = row.id;
    counts[at] = said[at].size();
  }

  private void finish(Reading reading) {
    for (int i = 0; i < said.length; i++) {
      positions.orders()[ids[i]] = i;
    }
    if (expired) {
      addExpired(reading.rows(), reading.stack().expired());
    }
    for (int i = 0; i < said.length; i++) {
      starts[i + 1] = starts[i] + counts[i];
    }
  }

  /** What there is to say, and the reach of each rule. */
  Check check() {
    return new Check(this, new Reaches(entries, reaches));
  }

  /** Puts the rules that are past their date before the rows that come after them. */
  private void addExpired(List<Row> rows, List<Stack.LeftOut> expired) {
    int next = 0;
    for (int i = 0; i < said.length; i++) {
      List<Verdict> here = new ArrayList<>();
      while (next < expired.size() && expired.get(next).before() <= i) {
        here.add(expired(rows.get(i), expired.get(next++)));
      }
      if (!here.isEmpty()) {
        here.addAll(said[i]);
        said[i] = here;
        counts[i] = here.size();
      }
    }
  }

  private static Verdict expired(Row row, Stack.LeftOut rule) {
    LocalDate day = rule.rule().expires().orElseThrow();
    return Verdict.about(
            row, Kind.EXPIRED, Severity.LOW, true, (ref, by) -> Sentences.expired(ref, day))
        .about(rule.ref());
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
