package org.tinshelf.core.space;

import java.nio.LongBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The packets with which two lists of areas do different things, as few disjoint cells. Both lists
 * are read from the top. Only what a line of one list alone matches need be looked at.
 */
public final class Differences {

  /**
   * What one line matches and does. Lines that both lists have stand in the same order in both.
   *
   * @param area its place is the index of the line among those given
   * @param first where the line stands in the first list; -1 where it does not
   * @param second likewise
   */
  public record Line(Area area, int action, int first, int second) {
    private int at(int list) {
      return list == 0 ? first : second;
    }
  }

  /**
   * Packets of one family with which both lists do something, but not the same.
   *
   * @param first index of the line of the first list that decides; -1 where none does
   * @param second likewise
   */
  public record Cell(int family, Box box, int first, int second) {}

  private final Space space;
  private final List<Line> lines;
  private final int otherwise;
  private final int[][] owners;
  private final List<Cell> cells = new ArrayList<>();

  /**
   * Compares two lists.
   *
   * @param lines of either list and of both, in any order
   * @param otherwise what is done where no line decides
   * @param owners of each list, by the index of a line in it, the index by which cells name the
   *     line; lines that are one to a reader have the same
   */
  public Differences(Space space, List<Line> lines, int otherwise, int[]... owners) {
    this.space = space;
    this.lines = lines;
    this.otherwise = otherwise;
    this.owners = owners;
    Remainder remainder = new Remainder();
    List<Line> alone = lines.stream().filter(l -> l.first < 0 || l.second < 0).toList();
    for (int f = 0; f < 2 && !alone.isEmpty(); f++) {
      int family = f;
      BoxIndex index =
          new BoxIndex(lines.stream().flatMap(l -> l.area.boxes(family).stream()).toList());
      List<Box> seen = new ArrayList<>();
      Map<List<Integer>, List<long[][]>> found = new LinkedHashMap<>();
      for (Line line : alone) {
        for (Box box : line.area.boxes(family)) {
          compare(index.find(box), box, seen, remainder, found);
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
      Box[] met,
      Box box,
      List<Box> seen,
      Remainder remainder,
      Map<List<Integer>, List<long[][]>> found) {
    Box[][] boxes = new Box[2][];
    int[][] at = new int[2][];
    int[][] actions = new int[2][];
    for (int list = 0; list < 2; list++) {
      int which = list;
      boxes[list] =
          Arrays.stream(met)
              .filter(b -> line(b).at(which) >= 0)
              .sorted(Comparator.comparingInt(b -> line(b).at(which)))
              .toArray(Box[]::new);
      at[list] = Arrays.stream(boxes[list]).mapToInt(b -> line(b).at(which)).toArray();
      actions[list] = Arrays.stream(boxes[list]).mapToInt(b -> line(b).action).toArray();
    }
    Partition partition =
        new Partition(
            boxes,
            actions,
            otherwise,
            (cell, a, b) -> {
              int first = a < at[0].length ? owners[0][at[0][a]] : -1;
              int second = b < at[1].length ? owners[1][at[1][b]] : -1;
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

  private Line line(Box box) {
    return lines.get(box.place().order());
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
