package org.tinshelf.core.space;

import java.util.Arrays;

/**
 * Cuts a box into cells in each of which one line of a first list and one of a second decide every
 * packet, and visits those where the two do different things. Cells are cut in the manner of {@link
 * Remainder} while many lines meet them, then along the first line that could decide; a cell in
 * which all lines that could decide do the same is left alone.
 */
final class Partition {

  private static final int MANY = 24;

  /** Receives the cells. */
  interface Visitor {
    /**
     * A cell, and the index in each list of the box that decides it; the length where none does.
     */
    void cell(long[][] cell, int first, int second);
  }

  private final Box[][] lists;
  private final int[][] actions;
  private final int otherwise;
  private final Visitor visitor;
  private final Remainder cuts = new Remainder();
  private long left = Remainder.BUDGET;

  /**
   * Compares two lists.
   *
   * @param actions what each box of each list does, by any numbers
   * @param otherwise what is done where no box decides
   */
  Partition(Box[][] lists, int[][] actions, int otherwise, Visitor visitor) {
    this.lists = lists;
    this.actions = actions;
    this.otherwise = otherwise;
    this.visitor = visitor;
  }

  /** The boxes of a list that still meet a cell, up to the first that holds all of it. */
  private record Open(int[] indexes, int[] masks, boolean covered) {
    boolean decided() {
      return indexes.length == 0 || masks[0] == 0;
    }
  }

  /** Visits the cells of a box. */
  void of(long[][] cell) {
    walk(cell, range(0), range(1));
  }

  private Open range(int list) {
    int[] indexes = new int[lists[list].length];
    int[] masks = new int[indexes.length];
    for (int i = 0; i < indexes.length; i++) {
      indexes[i] = i;
      masks[i] = lists[list][i].restricted;
    }
    return new Open(indexes, masks, false);
  }

  private Open open(long[][] cell, int list, Open before) {
    int[] indexes = new int[before.indexes.length];
    int[] masks = new int[indexes.length];
    int n = 0;
    boolean covered = false;
    for (int k = 0; k < before.indexes.length && !covered; k++) {
      Box box = lists[list][before.indexes[k]];
      int mask = before.masks[k];
      boolean meets = true;
      for (int rest = mask; rest != 0 && meets; rest &= rest - 1) {
        int d = Integer.numberOfTrailingZeros(rest);
        int relation = Spans.relation(cell[d], box.sets[d]);
        meets = relation != Spans.APART;
        mask &= relation == Spans.COVERS ? ~(1 << d) : -1;
      }
      if (meets) {
        indexes[n] = before.indexes[k];
        masks[n++] = mask;
        covered = mask == 0;
      }
    }
    left -= before.indexes.length;
    if (left < 0) {
      throw new Remainder.Exhausted();
    }
    return new Open(Arrays.copyOf(indexes, n), Arrays.copyOf(masks, n), covered);
  }

  private boolean allTheSame(Open first, Open second) {
    int action = first.indexes.length == 0 ? otherwise : actions[0][first.indexes[0]];
    return same(0, first, action) && same(1, second, action);
  }

  private boolean same(int list, Open open, int action) {
    for (int i : open.indexes) {
      if (actions[list][i] != action) {
        return false;
      }
    }
    return open.covered || action == otherwise;
  }

  private void walk(long[][] cell, Open firstBefore, Open secondBefore) {
    Open first = open(cell, 0, firstBefore);
    Open second = open(cell, 1, secondBefore);
    if (allTheSame(first, second)) {
      return;
    }
    if (first.decided() && second.decided()) {
      visitor.cell(cell, index(0, first), index(1, second));
    } else if (first.indexes.length + second.indexes.length > MANY) {
      halve(cell, first, second);
    } else {
      Open list = first.decided() ? second : first;
      pivot(cell, lists[list == first ? 0 : 1][list.indexes[0]], list.masks[0], first, second);
    }
  }

  private int index(int list, Open open) {
    return open.indexes.length == 0 ? lists[list].length : open.indexes[0];
  }

  private void halve(long[][] cell, Open first, Open second) {
    int n = first.indexes.length + second.indexes.length;
    Box[] boxes = new Box[n];
    int[] masks = Arrays.copyOf(first.masks, n);
    System.arraycopy(second.masks, 0, masks, first.masks.length, second.masks.length);
    for (int i = 0; i < n; i++) {
      boolean one = i < first.indexes.length;
      boxes[i] =
          one ? lists[0][first.indexes[i]] : lists[1][second.indexes[i - first.indexes.length]];
    }
    int d = cuts.busiest(masks, n);
    for (long[] part : cuts.cut(cell[d], d, boxes, masks, n)) {
      long[][] half = cell.clone();
      half[d] = part;
      walk(half, first, second);
    }
  }

  private void pivot(long[][] cell, Box box, int mask, Open first, Open second) {
    long[][] rest = cell;
    for (int bits = mask; bits != 0; bits &= bits - 1) {
      int d = Integer.numberOfTrailingZeros(bits);
      long[] outside = Spans.minus(rest[d], box.sets[d]);
      long[][] part = rest.clone();
      part[d] = outside;
      walk(part, first, second);
      rest = rest.clone();
      rest[d] = Spans.intersect(rest[d], box.sets[d]);
    }
    walk(rest, first, second);
  }
}
