package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Lists of rows of which very many are alike: the thousands of rules below a list of blocked
 * networks conflict with the same few hundred. Equal lists are one, also after many updates, and
 * what becomes of a list in an update is worked out once. May be used by several threads.
 */
final class SharedLists {

  /** Lists shorter than this are not worth sharing. */
  private static final int FEW = 8;

  /** How many lists are kept to be told again. */
  private static final int MOST = 256;

  /** Equal to another only if it names the very same list. */
  private record Very(List<Row> rows) {
    @Override
    public boolean equals(Object other) {
      return other instanceof Very v && v.rows == rows;
    }

    @Override
    public int hashCode() {
      return System.identityHashCode(rows);
    }
  }

  private record Union(Very known, List<Row> more) {}

  private final Map<Long, List<Row>> byContent = new ConcurrentHashMap<>();
  private final Map<Very, List<Row>> left = new ConcurrentHashMap<>();
  private final Map<Union, List<Row>> unions = new ConcurrentHashMap<>();

  /** Forgets what became of lists, before another update. */
  void forget() {
    if (byContent.size() > MOST) {
      byContent.clear();
    }
    left.clear();
    unions.clear();
  }

  /** Those that decide the same as before; the very list where that is all of them. */
  List<Row> untouched(List<Row> rows, Changed changed) {
    if (rows.size() < FEW) {
      return withoutTouched(rows, changed);
    }
    return left.computeIfAbsent(
        new Very(rows),
        key -> {
          List<Row> some = withoutTouched(rows, changed);
          return some == rows ? rows : shared(some);
        });
  }

  private static List<Row> withoutTouched(List<Row> rows, Changed changed) {
    int n = 0;
    while (n < rows.size() && untouched(rows.get(n), changed)) {
      n++;
    }
    if (n == rows.size()) {
      return rows;
    }
    List<Row> out = new ArrayList<>(rows.size());
    out.addAll(rows.subList(0, n));
    for (int i = n + 1; i < rows.size(); i++) {
      if (untouched(rows.get(i), changed)) {
        out.add(rows.get(i));
      }
    }
    return List.copyOf(out);
  }

  private static boolean untouched(Row row, Changed changed) {
    return !row.gone && !changed.contains(row);
  }

  /** Both, in stack order; neither holds a row of the other. */
  List<Row> union(List<Row> known, List<Row> more) {
    if (more.isEmpty()) {
      return known;
    }
    if (known.isEmpty()) {
      return shared(more);
    }
    return known.size() < FEW
        ? merged(known, more)
        : unions.computeIfAbsent(
            new Union(new Very(known), more), key -> shared(merged(known, more)));
  }

  private List<Row> shared(List<Row> rows) {
    if (rows.size() < FEW) {
      return List.copyOf(rows);
    }
    long hash = 0;
    for (Row row : rows) {
      hash = (hash ^ row.id) * 0x9e3779b97f4a7c15L;
    }
    List<Row> known = byContent.get(hash);
    if (known != null && known.equals(rows)) {
      return known;
    }
    return byContent.merge(hash, List.copyOf(rows), (was, now) -> was.equals(now) ? was : now);
  }

  private static List<Row> merged(List<Row> known, List<Row> more) {
    List<Row> out = new ArrayList<>(known.size() + more.size());
    int next = 0;
    for (Row row : more) {
      while (next < known.size() && known.get(next).place.order() < row.place.order()) {
        out.add(known.get(next++));
      }
      out.add(row);
    }
    out.addAll(known.subList(next, known.size()));
    return List.copyOf(out);
  }
}
