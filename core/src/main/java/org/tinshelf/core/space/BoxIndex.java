package org.tinshelf.core.space;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Finds the boxes that share a packet with a given box, or hold a given point.
 *
 * <p>A tree of hulls in the manner of A. Guttman, "R-trees" (SIGMOD 1984), packed from the top: in
 * the dimension in which most pairs of boxes lie apart, those below a middle number, above it and
 * across it make three parts, as in an interval tree. Built in O(n log n). A lookup visits what it
 * finds and little more where few fields hold everything. New boxes wait in a list and are searched
 * one by one; the tree is built anew when they are many.
 */
public final class BoxIndex {

  private static final int LEAF = 8;
  private static final int SAMPLE = 64;
  private static final int MOST_WAITING = 48;
  private static final int MOST_REMEMBERED = 4_000_000;

  /** Boxes below and above a number in one dimension, and those across it; or a few boxes. */
  private static final class Node {
    int dimension;
    long middle;
    Node below;
    Node above;
    Node across;
    Box[] boxes;

    /** For each box of a leaf and each dimension where it begins and ends, side by side. */
    long[] hulls;
  }

  private static final int HULL = 2 * Dimension.COUNT;

  private final List<Box> waiting = new ArrayList<>();
  private final Set<Box> gone = Collections.newSetFromMap(new IdentityHashMap<>());
  private final AtomicInteger remembered = new AtomicInteger();
  private Object version = new Object();
  private Box[] built;
  private Node root;

  /** An index of these boxes. */
  public BoxIndex(Collection<Box> boxes) {
    build(boxes.toArray(Box[]::new));
  }

  private void build(Box[] boxes) {
    built = boxes;
    waiting.clear();
    gone.clear();
    root = boxes.length == 0 ? null : node(boxes.clone(), 0, boxes.length, -1);
  }

  private static Node node(Box[] boxes, int from, int to, int last) {
    Node node = new Node();
    if (to - from <= LEAF || !split(node, boxes, from, to, last)) {
      node.boxes = Arrays.copyOfRange(boxes, from, to);
      node.hulls = new long[HULL * node.boxes.length];
      for (int i = 0; i < node.boxes.length; i++) {
        for (int d = 0; d < Dimension.COUNT; d++) {
          long[] set = node.boxes[i].sets[d];
          node.hulls[i * HULL + 2 * d] = set[0];
          node.hulls[i * HULL + 2 * d + 1] = set[set.length - 1];
        }
      }
    }
    return node;
  }

  /**
   * Makes three parts of the boxes; false if they cannot be told apart. Dimensions that tell about
   * as much take turns, so that a lookup that is wide in one is narrowed by the other.
   */
  private static boolean split(Node node, Box[] boxes, int from, int to, int last) {
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
          node.below = node(boxes, from, ends[0], best);
          node.above = node(boxes, ends[0], ends[1], best);
          node.across = ends[1] == to ? null : node(boxes, ends[1], to, best);
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

  /** Lets go of remembered answers. */
  public void forget() {
    version = new Object();
    remembered.set(0);
  }

  /** Adds a box. */
  public void add(Box box) {
    forget();
    waiting.add(box);
    tidy();
  }

  /** Takes a box out. */
  public void remove(Box box) {
    forget();
    if (!waiting.remove(box)) {
      gone.add(box);
      tidy();
    }
  }

  private void tidy() {
    if (waiting.size() + gone.size() > MOST_WAITING) {
      List<Box> all = new ArrayList<>(built.length + waiting.size());
      for (Box box : built) {
        if (!gone.contains(box)) {
          all.add(box);
        }
      }
      all.addAll(waiting);
      build(all.toArray(Box[]::new));
    }
  }

  /**
   * The boxes that share a packet with the given one, by the order of their places; not to be
   * changed. Answers are remembered until the index changes, as long as there is room.
   */
  public Box[] meeting(Box box) {
    if (box.metBy == version) {
      return box.met;
    }
    Box[] met = find(box);
    if (remembered.addAndGet(met.length + 4) < MOST_REMEMBERED) {
      box.met = met;
      box.metBy = version;
    } else {
      box.met = null;
    }
    return met;
  }

  /** The same without remembering the answer. */
  public Box[] find(Box box) {
    Found found = new Found();
    if (root != null) {
      long[] hull = new long[HULL];
      for (int d = 0; d < Dimension.COUNT; d++) {
        hull[2 * d] = box.sets[d][0];
        hull[2 * d + 1] = box.sets[d][box.sets[d].length - 1];
      }
      meeting(root, box, hull, found);
    }
    for (Box other : waiting) {
      if (other.meets(box)) {
        found.add(other);
      }
    }
    return found.inOrder();
  }

  private void meeting(Node node, Box box, long[] hull, Found found) {
    if (node.boxes != null) {
      for (int i = 0; i < node.boxes.length; i++) {
        if (near(node.hulls, i * HULL, hull, box.restricted)) {
          Box other = node.boxes[i];
          if (other.meets(box) && !isGone(other)) {
            found.add(other);
          }
        }
      }
      return;
    }
    if (hull[2 * node.dimension] < node.middle) {
      meeting(node.below, box, hull, found);
    }
    if (hull[2 * node.dimension + 1] > node.middle) {
      meeting(node.above, box, hull, found);
    }
    if (node.across != null) {
      meeting(node.across, box, hull, found);
    }
  }

  private static boolean near(long[] hulls, int at, long[] hull, int dimensions) {
    for (int rest = dimensions; rest != 0; rest &= rest - 1) {
      int d = 2 * Integer.numberOfTrailingZeros(rest);
      if (hulls[at + d] >= hull[d + 1] || hulls[at + d + 1] <= hull[d]) {
        return false;
      }
    }
    return true;
  }

  private boolean isGone(Box box) {
    return !gone.isEmpty() && gone.contains(box);
  }

  /** The boxes that hold the point, by the order of their places. */
  public Box[] holding(long[] point) {
    Found found = new Found();
    if (root != null) {
      holding(root, point, found);
    }
    for (Box other : waiting) {
      if (other.contains(point)) {
        found.add(other);
      }
    }
    return found.inOrder();
  }

  private void holding(Node node, long[] point, Found found) {
    if (node.boxes != null) {
      for (int i = 0; i < node.boxes.length; i++) {
        boolean near = true;
        for (int d = 0; d < Dimension.COUNT && near; d++) {
          int at = i * HULL + 2 * d;
          near = node.hulls[at] <= point[d] && point[d] < node.hulls[at + 1];
        }
        if (near && node.boxes[i].contains(point) && !isGone(node.boxes[i])) {
          found.add(node.boxes[i]);
        }
      }
      return;
    }
    holding(point[node.dimension] < node.middle ? node.below : node.above, point, found);
    if (node.across != null) {
      holding(node.across, point, found);
    }
  }

  /** A growing list of fewer than two million boxes, each one of fewer than 4,096 of its line. */
  private static final class Found {
    private Box[] boxes = new Box[16];
    private int count;

    void add(Box box) {
      if (count == boxes.length) {
        boxes = Arrays.copyOf(boxes, 2 * count);
      }
      boxes[count++] = box;
    }

    Box[] inOrder() {
      long[] keys = new long[count];
      for (int i = 0; i < count; i++) {
        keys[i] = (long) boxes[i].place().order() << 33 | (long) boxes[i].part << 21 | i;
      }
      Arrays.sort(keys);
      Box[] out = new Box[count];
      for (int i = 0; i < count; i++) {
        out[i] = boxes[(int) (keys[i] & (1 << 21) - 1)];
      }
      return out;
    }
  }
}
