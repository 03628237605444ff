package org.tinshelf.core.space;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BiPredicate;
import java.util.stream.IntStream;

/**
 * A tree over boxes that finds those that share a packet with a given box, or hold a given point.
 *
 * <p>A tree of hulls in the manner of A. Guttman, "R-trees" (SIGMOD 1984), packed from the top: in
 * the dimension in which most pairs of boxes lie apart, those below a middle number, above it and
 * across it make three parts, as in an interval tree. Built in O(n log n). A lookup visits what it
 * finds and little more where few fields hold everything; a part all of whose boxes are sure to be
 * found is taken at once. Does not change.
 */
final class BoxTree {

  private static final int LEAF = 8;
  private static final int SAMPLE = 64;
  private static final int MOST_OF_BLOCK = 12_000_000;
  private static final int MANY = 4_096;
  private static final int BLOCK = 1_024;
  private static final int HULL = 2 * Dimension.COUNT;

  /** The boxes, so that those of each node stand side by side. */
  private final Box[] boxes;

  /** For each box and each dimension where the box begins and ends, side by side. */
  private final long[] hulls;

  private final Node root;

  /** Boxes below and above a number in one dimension, and those across it; or a few boxes. */
  private static final class Node {
    final int from;
    final int to;
    int dimension;
    long middle;
    Node below;
    Node above;
    Node across;

    /** By dimension, where the first of the boxes begins and the last ends. */
    final long[] hull = new long[HULL];

    /** By dimension, where the last of the boxes begins and the first ends. */
    final long[] inner = new long[HULL];

    /** The dimensions that all boxes restrict, that some do, and in which some have gaps. */
    int restricted = -1;

    int some;
    int gaps;

    Node(int from, int to) {
      this.from = from;
      this.to = to;
      for (int d = 0; d < Dimension.COUNT; d++) {
        hull[2 * d] = Long.MAX_VALUE;
        inner[2 * d + 1] = Long.MAX_VALUE;
      }
    }

    void add(Box box, long[] hulls, int at) {
      restricted &= box.restricted;
      some |= box.restricted;
      gaps |= box.gaps;
      widen(hulls, at, hulls, at);
    }

    void add(Node part) {
      restricted &= part.restricted;
      some |= part.some;
      gaps |= part.gaps;
      widen(part.hull, 0, part.inner, 0);
    }

    private void widen(long[] outer, int atOuter, long[] least, int atLeast) {
      for (int d = 0; d < HULL; d += 2) {
        hull[d] = Math.min(hull[d], outer[atOuter + d]);
        hull[d + 1] = Math.max(hull[d + 1], outer[atOuter + d + 1]);
        inner[d] = Math.max(inner[d], least[atLeast + d]);
        inner[d + 1] = Math.min(inner[d + 1], least[atLeast + d + 1]);
      }
    }

    boolean isLeaf() {
      return below == null;
    }
  }

  /** A tree of these boxes, which are put in another order. */
  BoxTree(Box[] boxes) {
    this.boxes = boxes;
    hulls = new long[HULL * boxes.length];
    root = boxes.length == 0 ? null : node(0, boxes.length, -1);
  }

  private Node node(int from, int to, int last) {
    Node node = new Node(from, to);
    if (to - from > LEAF && split(node, last)) {
      node.add(node.below);
      node.add(node.above);
      if (node.across != null) {
        node.add(node.across);
      }
      return node;
    }
    for (int i = from; i < to; i++) {
      hull(boxes[i], hulls, i * HULL);
      node.add(boxes[i], hulls, i * HULL);
    }
    return node;
  }

  /**
   * Makes three parts of the boxes of a node; false if they cannot be told apart. Dimensions that
   * tell about as much take turns, so that a lookup that is wide in one is narrowed by the other.
   */
  private boolean split(Node node, int last) {
    int from = node.from;
    int to = node.to;
    int[] apart = apart(boxes, from, to);
    if (last >= 0) {
      apart[last] /= 2;
    }
    for (int tries = 0; tries < apart.length; tries++) {
      int best = 0;
      for (int d = 1; d < apart.length; d++) {
        best = apart[d] > apart[best] ? d : best;
      }
      if (apart[best] < 0) {
        return false;
      }
      apart[best] = -1;
      long[] lows = new long[to - from];
      int n = 0;
      for (int i = from; i < to; i++) {
        if ((boxes[i].restricted >>> best & 1) == 1) {
          lows[n++] = boxes[i].sets[best][0];
        }
      }
      Arrays.sort(lows, 0, n);
      for (int part = 4; n > 0 && part < 8; part++) {
        long middle = lows[n * part / 8];
        int[] ends = parted(boxes, from, to, best, middle);
        if (ends[0] > from && ends[1] > ends[0]) {
          node.dimension = best;
          node.middle = middle;
          node.below = node(from, ends[0], best);
          node.above = node(ends[0], ends[1], best);
          node.across = ends[1] == to ? null : node(ends[1], to, best);
          return true;
        }
      }
    }
    return false;
  }

  /** Sorts the boxes into those below a number, above it and across it; where each part ends. */
  private static int[] parted(Box[] boxes, int from, int to, int d, long middle) {
    int below = from;
    for (int i = from; i < to; i++) {
      if (boxes[i].sets[d][boxes[i].sets[d].length - 1] <= middle) {
        swap(boxes, i, below++);
      }
    }
    int above = below;
    for (int i = below; i < to; i++) {
      if (boxes[i].sets[d][0] >= middle) {
        swap(boxes, i, above++);
      }
    }
    return new int[] {below, above, to};
  }

  private static void swap(Box[] boxes, int i, int k) {
    Box moved = boxes[i];
    boxes[i] = boxes[k];
    boxes[k] = moved;
  }

  /** By dimension, how many pairs of boxes of a sample lie apart; -1 where none is restricted. */
  private static int[] apart(Box[] boxes, int from, int to) {
    int[] apart = new int[Dimension.COUNT];
    int n = to - from;
    int some = 0;
    for (int s = 0; s < SAMPLE; s++) {
      Box a = boxes[from + (int) (s * 7_919L % n)];
      Box b = boxes[from + (int) ((s * 104_729L + n / 2) % n)];
      some |= a.restricted | b.restricted;
      for (int rest = a.restricted & b.restricted; rest != 0; rest &= rest - 1) {
        int d = Integer.numberOfTrailingZeros(rest);
        long[] x = a.sets[d];
        long[] y = b.sets[d];
        apart[d] += x[x.length - 1] <= y[0] || y[y.length - 1] <= x[0] ? 1 : 0;
      }
    }
    for (int d = 0; d < apart.length; d++) {
      apart[d] = (some >>> d & 1) == 0 ? -1 : apart[d];
    }
    return apart;
  }

  Box[] boxes() {
    return boxes;
  }

  /** Finds the boxes that share a packet with the given one. */
  void meeting(Box box, FoundBoxes found) {
    if (root != null) {
      meeting(root, box, hull(box, new long[HULL], 0), found);
    }
  }

  private void meeting(Node node, Box box, long[] hull, FoundBoxes found) {
    int both = node.restricted & box.restricted;
    if (!near(node.hull, 0, hull, 0, both) || !reaches(box, node, both & box.gaps)) {
      return;
    }
    if (allMeet(node, box, hull, 0)) {
      found.addAll(boxes, node.from, node.to);
    } else if (node.isLeaf()) {
      for (int i = node.from; i < node.to; i++) {
        if (meet(boxes[i], hulls, i * HULL, box, hull, 0)) {
          found.add(boxes[i]);
        }
      }
    } else {
      meeting(node.below, box, hull, found);
      meeting(node.above, box, hull, found);
      if (node.across != null) {
        meeting(node.across, box, hull, found);
      }
    }
  }

  private static boolean meet(Box a, long[] hullsA, int atA, Box b, long[] hullsB, int atB) {
    int both = a.restricted & b.restricted;
    return near(hullsA, atA, hullsB, atB, both) && (((a.gaps | b.gaps) & both) == 0 || a.meets(b));
  }

  /** Whether all boxes of a node are sure to share a packet with a box. */
  private static boolean allMeet(Node node, Box box, long[] hulls, int at) {
    int both = node.some & box.restricted;
    return ((node.gaps | box.gaps) & both) == 0 && near(node.inner, 0, hulls, at, both);
  }

  /** Whether spans of a box reach in between where the boxes of a node begin and end. */
  private static boolean reaches(Box box, Node node, int dimensions) {
    for (int rest = dimensions; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      if (!Spans.meet(box.sets[d], node.hull[2 * d], node.hull[2 * d + 1])) {
        return false;
      }
    }
    return true;
  }

  private static boolean near(long[] a, int atA, long[] b, int atB, int dimensions) {
    for (int rest = dimensions; rest != 0; rest &= rest - 1) {
      int d = 2 * Integer.numberOfTrailingZeros(rest);
      if (a[atA + d] >= b[atB + d + 1] || a[atA + d + 1] <= b[atB + d]) {
        return false;
      }
    }
    return true;
  }

  private static long[] hull(Box box, long[] hulls, int at) {
    for (int d = 0; d < Dimension.COUNT; d++) {
      long[] set = box.sets[d];
      hulls[at + 2 * d] = set[0];
      hulls[at + 2 * d + 1] = set[set.length - 1];
    }
    return hulls;
  }

  /** Finds the boxes that hold the point. */
  void holding(long[] point, FoundBoxes found) {
    if (root != null) {
      holding(root, point, found);
    }
  }

  private void holding(Node node, long[] point, FoundBoxes found) {
    if (node.isLeaf()) {
      for (int i = node.from; i < node.to; i++) {
        boolean near = true;
        for (int d = 0; d < Dimension.COUNT && near; d++) {
          int at = i * HULL + 2 * d;
          near = hulls[at] <= point[d] && point[d] < hulls[at + 1];
        }
        if (near && boxes[i].contains(point)) {
          found.add(boxes[i]);
        }
      }
      return;
    }
    holding(point[node.dimension] < node.middle ? node.below : node.above, point, found);
    if (node.across != null) {
      holding(node.across, point, found);
    }
  }

  /**
   * Finds for each box of the tree those it shares a packet with. Boxes that are near in the tree
   * go through it together, so that its parts are fetched once for many of them.
   *
   * @param answer is given a box and what it meets, in order, by several threads; whether to go on
   */
  void each(BiPredicate<Box, Box[]> answer) {
    Ranks ranks = new Ranks(boxes);
    int blocks = (boxes.length + BLOCK - 1) / BLOCK;
    AtomicBoolean on = new AtomicBoolean(true);
    IntStream.range(0, blocks)
        .parallel()
        .filter(b -> on.get())
        .forEach(
            b -> {
              int to = Math.min(boxes.length, (b + 1) * BLOCK);
              if (!new Block(ranks, b * BLOCK, to).answer(answer)) {
                on.set(false);
              }
            });
  }

  /** Boxes that are looked up together. */
  private final class Block {
    private final int first;
    private final Ranks ranks;
    private final Ranks.Found[] found;
    private int total;

    Block(Ranks ranks, int from, int to) {
      first = from;
      this.ranks = ranks;
      found = new Ranks.Found[to - from];
      for (int i = 0; i < found.length; i++) {
        found[i] = ranks.none();
      }
    }

    /** Whether to go on. */
    boolean answer(BiPredicate<Box, Box[]> answer) {
      long[] marks = ranks.marks();
      visit(root, IntStream.range(first, first + found.length).toArray(), found.length);
      boolean on = true;
      for (int i = 0; i < found.length; i++) {
        if (found[i] != null) {
          on = answer.test(boxes[first + i], found[i].inOrder(marks));
          found[i] = null;
        }
      }
      return on;
    }

    private void visit(Node node, int[] some, int count) {
      int[] near = new int[count];
      int n = 0;
      for (int i = 0; i < count; i++) {
        int at = some[i];
        if (!near(node, at)) {
          continue;
        }
        if (allMeet(node, boxes[at], hulls, at * HULL)) {
          add(at, node.from, node.to);
        } else {
          near[n++] = at;
        }
      }
      if (n == 0) {
        return;
      }
      if (!node.isLeaf()) {
        visit(node.below, near, n);
        visit(node.above, near, n);
        if (node.across != null) {
          visit(node.across, near, n);
        }
        return;
      }
      for (int k = node.from; k < node.to; k++) {
        for (int i = 0; i < n; i++) {
          if (meet(boxes[k], hulls, k * HULL, boxes[near[i]], hulls, near[i] * HULL)) {
            add(near[i], k, k + 1);
          }
        }
      }
    }

    /** Notes what was found; of boxes that meet very many, some have to be asked one by one. */
    private void add(int at, int from, int to) {
      Ranks.Found own = found[at - first];
      if (own != null) {
        own.add(from, to);
        total += to - from;
        if (total > MOST_OF_BLOCK && own.count() > MANY) {
          total -= own.count();
          found[at - first] = null;
        }
      }
    }

    private boolean near(Node node, int at) {
      int both = boxes[at].restricted & node.restricted;
      return BoxTree.near(node.hull, 0, hulls, at * HULL, both)
          && reaches(boxes[at], node, both & boxes[at].gaps);
    }
  }
}
