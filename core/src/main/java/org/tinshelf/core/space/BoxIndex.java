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
 * <p>A tree of hulls in the manner of A. Guttman, "R-trees" (SIGMOD 1984), packed from the top:
 * boxes that hold everything in the chosen dimension stand apart from those that do not, which are
 * split at their median. Built in O(n log n). A lookup visits what it finds and little more where
 * few fields hold everything. New boxes wait in a list and are searched one by one; the tree is
 * built anew when they are many.
 */
public final class BoxIndex {

  private static final int LEAF = 8;
  private static final int MOST_WAITING = 48;
  private static final int MOST_REMEMBERED = 4_000_000;

  private static final class Node {
    final long[] low = new long[Dimension.COUNT];
    final long[] high = new long[Dimension.COUNT];
    int restricted;
    Node left;
    Node right;
    Box[] boxes;
  }

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
    root = boxes.length == 0 ? null : node(boxes.clone(), 0, boxes.length);
  }

  private static Node node(Box[] boxes, int from, int to) {
    Node node = new Node();
    node.restricted = -1;
    for (int i = from; i < to; i++) {
      node.restricted &= boxes[i].restricted;
    }
    Arrays.fill(node.low, Long.MAX_VALUE);
    for (int i = from; i < to; i++) {
      long[][] sets = boxes[i].sets;
      for (int d = 0; d < sets.length; d++) {
        node.low[d] = Math.min(node.low[d], sets[d][0]);
        node.high[d] = Math.max(node.high[d], sets[d][sets[d].length - 1]);
      }
    }
    int split = to - from <= LEAF ? -1 : split(boxes, from, to);
    if (split < 0) {
      node.boxes = Arrays.copyOfRange(boxes, from, to);
    } else {
      node.left = node(boxes, from, split);
      node.right = node(boxes, split, to);
    }
    return node;
  }

  /** Sorts the boxes into two parts; where the second begins, or -1 if none can be told apart. */
  private static int split(Box[] boxes, int from, int to) {
    int best = -1;
    int most = 0;
    for (int d = 0; d < Dimension.COUNT; d++) {
      int restricted = 0;
      boolean differ = false;
      long first = boxes[from].sets[d][0];
      for (int i = from; i < to; i++) {
        restricted += boxes[i].restricted >>> d & 1;
        differ |= boxes[i].sets[d][0] != first;
      }
      boolean some = restricted > 0 && (restricted < to - from || differ);
      if (some && restricted > most) {
        most = restricted;
        best = d;
      }
    }
    if (best < 0) {
      return -1;
    }
    int d = best;
    if (most < to - from) {
      int middle = from;
      for (int i = from; i < to; i++) {
        if ((boxes[i].restricted >>> d & 1) == 1) {
          Box moved = boxes[i];
          boxes[i] = boxes[middle];
          boxes[middle++] = moved;
        }
      }
      return middle;
    }
    Arrays.sort(boxes, from, to, (a, b) -> Long.compare(a.sets[d][0], b.sets[d][0]));
    int middle = (from + to) >>> 1;
    int up = middle;
    while (up < to && boxes[up].sets[d][0] == boxes[up - 1].sets[d][0]) {
      up++;
    }
    if (up < to) {
      return up;
    }
    while (boxes[middle].sets[d][0] == boxes[middle - 1].sets[d][0]) {
      middle--;
    }
    return middle;
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
      meeting(root, box, found);
    }
    for (Box other : waiting) {
      if (other.meets(box)) {
        found.add(other);
      }
    }
    return found.inOrder();
  }

  private void meeting(Node node, Box box, Found found) {
    for (int rest = box.restricted & node.restricted; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      long[] set = box.sets[d];
      if (set[set.length - 1] <= node.low[d] || node.high[d] <= set[0]) {
        return;
      }
    }
    if (node.boxes == null) {
      meeting(node.left, box, found);
      meeting(node.right, box, found);
      return;
    }
    for (Box other : node.boxes) {
      if (other.meets(box) && !isGone(other)) {
        found.add(other);
      }
    }
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
    for (int rest = node.restricted; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      if (point[d] < node.low[d] || node.high[d] <= point[d]) {
        return;
      }
    }
    if (node.boxes == null) {
      holding(node.left, point, found);
      holding(node.right, point, found);
      return;
    }
    for (Box other : node.boxes) {
      if (other.contains(point) && !isGone(other)) {
        found.add(other);
      }
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
