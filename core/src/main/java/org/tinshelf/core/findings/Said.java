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
import org.tinshelf.core.stack.Stack;

/**
 * The findings of a reading as it is now, in stack order. Holds what was said of each row; a
 * finding is put together when it is read, so that after an edit the many that stay cost nothing.
 */
final class Said extends AbstractList<Finding> implements RandomAccess {

  private final Finding.Positions positions;
  private final List<Verdict>[] said;
  private final double[] reaches;

  /** By row, how many findings are about rows above it; at the end how many there are. */
  private final int[] starts;

  Said(Reading reading) {
    List<Row> rows = reading.rows();
    int[] orders = new int[reading.made()];
    @SuppressWarnings({"unchecked", "rawtypes"})
    List<Verdict>[] all = new List[rows.size()];
    said = all;
    reaches = new double[said.length];
    starts = new int[said.length + 1];
    for (int i = 0; i < said.length; i++) {
      Row row = rows.get(i);
      orders[row.id] = i;
      said[i] = row.verdicts();
      reaches[i] = row.decides() ? row.reach() : 0;
      starts[i + 1] = starts[i] + said[i].size();
    }
    positions = new Finding.Positions(reading.stack().entries(), orders);
    if (!reading.stack().expired().isEmpty()) {
      addExpired(rows, reading.stack().expired());
    }
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
      }
      starts[i + 1] = starts[i] + said[i].size();
    }
  }

  private static Verdict expired(Row row, Stack.LeftOut rule) {
    LocalDate day = rule.rule().expires().orElseThrow();
    return Verdict.about(
            row, Kind.EXPIRED, Severity.LOW, true, (ref, by) -> Sentences.expired(ref, day))
        .about(rule.ref());
  }

  /** By row; 0 for rows that decide nothing. */
  double[] reaches() {
    return reaches;
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
