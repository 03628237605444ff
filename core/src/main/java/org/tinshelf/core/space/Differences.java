package org.tinshelf.core.space;

import java.nio.LongBuffer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The packets with which two lists of areas do different things, as few disjoint cells. Both lists
 * are read from the top; areas of both that are known to decide alike need not be looked at.
 */
public final class Differences {

  /** What one line of a list matches and does. */
  public record Line(Area area, int action) {}

  /**
   * Packets of one family with which both lists do something, but not the same.
   *
   * @param first index of the line of the first list that decides; -1 where none does
   * @param second likewise
   */
  public record Cell(int family, Box box, int first, int second) {}

  private final Space space;
  private final List<List<Line>> lists;
  private final int otherwise;
  private final List<Cell> cells = new ArrayList<>();

  /**
   * Compares two lists.
   *
   * @param where no packet outside of it is treated differently
   * @param otherwise what is done where no line decides
   */
  public Differences(
      Space space, List<Line> first, List<Line> second, List<Area> where, int otherwise) {
    this.space = space;
    this.lists = List.of(first, second);
    this.otherwise = otherwise;
    Remainder remainder = new Remainder();
    for (int family = 0; family < 2; family++) {
      List<Box> seen = new ArrayList<>();
      Map<List<Integer>, List<long[][]>> found = new LinkedHashMap<>();
      for (Area area : where) {
        for (Box box : area.boxes(family)) {
          compare(family, box, seen, remainder, found);
          seen.add(box);
        }
      }
      for (Map.Entry<List<Integer>, List<long[][]>> pair : found.entrySet()) {
        for (long[][] cell : joined(pair.getValue())) {
          Box whole = space.plane(family).box(cell, new Place(-1));
          cells.add(new Cell(family, whole, pair.getKey().get(0), pair.getKey().get(1)));
        }
      }
    }
  }

  /** In a fixed order. */
  public List<Cell> cells() {
    return cells;
  }

  private void compare(
      int family,
      Box box,
      List<Box> seen,
      Remainder remainder,
      Map<List<Integer>, List<long[][]>> found) {
    Box[][] boxes = new Box[2][];
    int[][] owners = new int[2][];
    int[][] actions = new int[2][];
    for (int list = 0; list < 2; list++) {
      List<Box> near = new ArrayList<>();
      List<Integer> of = new ArrayList<>();
      for (int i = 0; i < lists.get(list).size(); i++) {
        for (Box other : lists.get(list).get(i).area().boxes(family)) {
          if (other.meets(box)) {
            near.add(other);
            of.add(i);
          }
        }
      }
      List<Line> lines = lists.get(list);
      boxes[list] = near.toArray(Box[]::new);
      owners[list] = of.stream().mapToInt(Integer::intValue).toArray();
      actions[list] = of.stream().mapToInt(i -> lines.get(i).action()).toArray();
    }
    Partition partition =
        new Partition(
            boxes,
            actions,
            otherwise,
            (cell, a, b) -> {
              int first = a < owners[0].length ? owners[0][a] : -1;
              int second = b < owners[1].length ? owners[1][b] : -1;
              found.computeIfAbsent(List.of(first, second), p -> new ArrayList<>()).add(cell);
            });
    remainder.each(
        box,
        seen.toArray(Box[]::new),
        seen.size(),
        cell -> {
          partition.of(cell);
          return true;
        });
  }

  /** The same packets in fewer cells: those that differ in one dimension alone become one. */
  private static List<long[][]> joined(List<long[][]> cells) {
    List<long[][]> now = cells;
    int before;
    do {
      before = now.size();
      for (int d = 0; d < Dimension.COUNT; d++) {
        now = joined(now, d);
      }
    } while (now.size() < before);
    return now;
  }

  private static List<long[][]> joined(List<long[][]> cells, int dimension) {
    Map<List<Object>, long[][]> byRest = new LinkedHashMap<>();
    for (long[][] cell : cells) {
      List<Object> key = new ArrayList<>();
      for (int d = 0; d < cell.length; d++) {
        if (d != dimension) {
          key.add(LongBuffer.wrap(cell[d]));
        }
      }
      long[][] old = byRest.get(key);
      if (old == null) {
        byRest.put(key, cell.clone());
      } else {
        old[dimension] = Spans.union(old[dimension], cell[dimension]);
      }
    }
    return new ArrayList<>(byRest.values());
  }
}
