package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.Space;

/**
 * Finds an irreducible part of some rows whose union still holds a target: one alone where one
 * suffices, else by divide and conquer after U. Junker, "QuickXplain" (AAAI 2004), preferring rows
 * that hold more of the target. For a cover of k out of n rows that asks O(k log(n/k)) questions.
 */
final class Covers {

  /** One box of the target and what does not count of it. */
  private record Piece(int family, Box box, Box[] apart) {}

  private final Reading reading;
  private final List<Piece> pieces = new ArrayList<>();
  private final Space.Size size;
  private final Area target;

  /** Covers of an area. */
  Covers(Reading reading, Area target) {
    this.reading = reading;
    this.target = target;
    this.size = reading.space().size(target);
  }

  /** Adds a box of the target; packets in the given boxes need no cover. */
  Covers piece(int family, Box box, Box[] apart) {
    pieces.add(new Piece(family, box, apart));
    return this;
  }

  /** Adds all of the target. */
  Covers whole() {
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : target.boxes(f)) {
        piece(f, box, new Box[0]);
      }
    }
    return this;
  }

  /**
   * The cover.
   *
   * @param candidates together they hold the target
   * @return in stack order
   */
  List<Row> of(List<Row> candidates) {
    for (Row row : candidates) {
      if (hold(List.of(row))) {
        return List.of(row);
      }
    }
    Map<Row, Double> shares = new HashMap<>();
    for (Row row : candidates) {
      shares.put(row, reading.space().size(target.and(row.area)).shareOf(size));
    }
    List<Row> preferred = new ArrayList<>(candidates);
    preferred.sort(
        Comparator.comparing((Row r) -> -shares.get(r)).thenComparing(r -> r.place.order()));
    List<Row> out = new ArrayList<>(explain(List.of(), false, preferred));
    out.sort(Comparator.comparing(r -> r.place.order()));
    return out;
  }

  private List<Row> explain(List<Row> kept, boolean grown, List<Row> rest) {
    if (grown && hold(kept)) {
      return List.of();
    }
    if (rest.size() == 1) {
      return rest;
    }
    int half = rest.size() / 2;
    List<Row> first = rest.subList(0, half);
    List<Row> second = rest.subList(half, rest.size());
    List<Row> ofSecond = explain(join(kept, first), true, second);
    List<Row> ofFirst = explain(join(kept, ofSecond), !ofSecond.isEmpty(), first);
    return join(ofFirst, ofSecond);
  }

  private static List<Row> join(List<Row> a, List<Row> b) {
    List<Row> out = new ArrayList<>(a);
    out.addAll(b);
    return out;
  }

  private boolean hold(List<Row> rows) {
    for (Piece piece : pieces) {
      List<Box> takers = new ArrayList<>(List.of(piece.apart));
      for (Row row : rows) {
        takers.addAll(row.area.boxes(piece.family));
      }
      if (!reading.remainder().nothing(piece.box, takers.toArray(Box[]::new), takers.size())) {
        return false;
      }
    }
    return true;
  }
}
