package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.InOrder;

/**
 * The rows of a stack lined up with its entries after an edit: which rows stay, all in the order in
 * which they were, which are gone, and which entries are new.
 */
final class Lineup {

  /** Makes the row of a new entry. */
  interface Maker {
    /**
     * Makes it.
     *
     * @param at the index of the entry
     * @param above the rows before it
     */
    Row make(int at, List<Row> above);
  }

  private final List<Row> old;
  private final List<Entry> were;
  private final List<Entry> entries;
  private final int head;
  private final int tail;

  /** For each entry between head and tail the old row that stays for it; null where none does. */
  private final Row[] middle;

  private final List<Row> gone = new ArrayList<>();
  private int come;

  /**
   * Lines up rows that stand for other entries.
   *
   * @param were the entries of the rows
   */
  Lineup(List<Row> rows, List<Entry> were, List<Entry> entries) {
    this.old = List.copyOf(rows);
    this.were = were;
    this.entries = entries;
    head = sameHead();
    tail = sameTail();
    middle = new Row[entries.size() - head - tail];
    stay();
    BitSet stays = new BitSet();
    for (Row row : middle) {
      if (row == null) {
        come++;
      } else {
        stays.set(row.id);
      }
    }
    for (Row row : old.subList(head, old.size() - tail)) {
      if (!stays.get(row.id)) {
        gone.add(row);
      }
    }
  }

  private int sameHead() {
    int most = Math.min(old.size(), entries.size());
    int i = 0;
    while (i < most && same(were.get(i), entries.get(i))) {
      i++;
    }
    return i;
  }

  private int sameTail() {
    int most = Math.min(old.size(), entries.size()) - head;
    int i = 0;
    while (i < most && same(were.get(old.size() - 1 - i), entries.get(entries.size() - 1 - i))) {
      i++;
    }
    return i;
  }

  private void stay() {
    Found found = new Found(old.subList(head, old.size() - tail));
    List<Integer> matched = new ArrayList<>();
    Row[] fitting = new Row[middle.length];
    for (int i = 0; i < fitting.length; i++) {
      fitting[i] = found.of(entries.get(head + i));
      if (fitting[i] != null) {
        matched.add(i);
      }
    }
    for (int i : InOrder.longest(matched, i -> fitting[i].place.order())) {
      middle[i] = fitting[i];
    }
  }

  /** How many rows at the beginning stay where they are. */
  int head() {
    return head;
  }

  /** How many rows at the end stay, after one another. */
  int tail() {
    return tail;
  }

  /** The rows that do not stay. */
  List<Row> gone() {
    return gone;
  }

  /** How many rows are gone or have to be made. */
  int changes() {
    return gone.size() + come;
  }

  /**
   * Where one line only moves or changes in what does not tell which packets it matches: the first
   * row below both its places, for which nothing above is different. Null in all other cases.
   */
  Row belowMoved() {
    boolean one = gone.size() == 1 && come == 1;
    if (!one || tail == 0) {
      return null;
    }
    int at = 0;
    while (middle[at] != null) {
      at++;
    }
    Entry now = entries.get(head + at);
    Row was = gone.get(0);
    boolean same =
        was.decides() == now.decides() && !was.entry.living() && sameRegions(was.entry, now);
    return same && !was.isFloor() ? old.get(old.size() - tail) : null;
  }

  /** The rows as they stand now, numbered; those that stay know their entry. */
  List<Row> rows(Maker maker) {
    List<Row> rows = new ArrayList<>(entries.size());
    rows.addAll(old.subList(0, head));
    for (int i = 0; i < head; i++) {
      if (were.get(i) != entries.get(i)) {
        rows.get(i).entry = entries.get(i);
      }
    }
    for (Row row : middle) {
      int at = rows.size();
      rows.add(row == null ? maker.make(at, rows) : placed(row, at));
    }
    for (Row row : old.subList(old.size() - tail, old.size())) {
      rows.add(placed(row, rows.size()));
    }
    return rows;
  }

  private Row placed(Row row, int at) {
    row.place.order(at);
    row.entry = entries.get(at);
    return row;
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
}
