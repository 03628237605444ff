package org.tinshelf.core.space;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import java.util.stream.IntStream;

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
  private static final int MOST_WAITING = 256;
  private static final int MOST_REMEMBERED = 36_000_000;
  private static final int MOST_OF_BLOCK = 12_000_000;
  private static final int FEW = 512;
  private static final int MANY = 4_096;
  private static final int BLOCK = 1_024;

  /** Boxes below and above a number in one dimension, and those across it; or a few boxes. */
  private static final class Node {
    int dimension;
    long middle;
    Node below;
    Node above;
    Node across;
    Box[] boxes;

    /** Where the boxes begin and end, by dimension, and the dimensions that all restrict. */
    final long[] hull = new long[HULL];

    int restricted = -1;

    /** For each box of a leaf and each dimension where it begins and ends, side by side. */
    long[] hulls;

    /** Whether some span of a box reaches in between where the boxes begin and end. */
    boolean near(Box box, int dimensions) {
      for (int rest = dimensions; rest != 0; rest &= rest - 1) {
        int d = Integer.numberOfTrailingZeros(rest);
        if (!Spans.meet(box.sets[d], hull[2 * d], hull[2 * d + 1])) {
          return false;
        }
      }
      return true;
    }

    void enclose(Box[] all, int from, int to) {
      for (int d = 0; d < Dimension.COUNT; d++) {
        hull[2 * d] = Long.MAX_VALUE;
      }
      for (int i = from; i < to; i++) {
        restricted &= all[i].restricted;
        for (int d = 0; d < Dimension.COUNT; d++) {
          long[] set = all[i].sets[d];
          hull[2 * d] = Math.min(hull[2 * d], set[0]);
          hull[2 * d + 1] = Math.max(hull[2 * d + 1], set[set.length - 1]);
        }
      }
    }
  }

  private static final int HULL = 2 * Dimension.COUNT;

  private final List<Box> waiting = new ArrayList<>();
  private final Set<Box> gone = Collections.newSetFromMap(new IdentityHashMap<>());

  /** Remembered answers by box, kept true as boxes come and go. */
  private final Map<Box, Box[]> answers = new ConcurrentHashMap<>();

  /** Boxes with a remembered answer that are not in the index; nothing keeps those true. */
  private final Queue<Box> strangers = new ConcurrentLinkedQueue<>();

  private final AtomicInteger remembered = new AtomicInteger();
  private Box[] built;
  private Node root;

  /** An index of these boxes. */
  public BoxIndex(Collection<Box> boxes) {
    build(boxes.toArray(Box[]::new));
  }

  private void build(Box[] boxes) {
    built = boxes.clone();
    waiting.clear();
    gone.clear();
    root = boxes.length == 0 ? null : node(built, 0, boxes.length, -1);
  }

  private static Node node(Box[] boxes, int from, int to, int last) {
    Node node = new Node();
    node.enclose(boxes, from, to);
    if (to - from <= LEAF || !split(node, boxes, from, to, last)) {
      node.boxes = Arrays.copyOfRange(boxes, from, to);
      node.hulls = new long[HULL * node.boxes.length];
      for (int i = 0; i < node.boxes.length; i++) {
        hull(node.boxes[i], node.hulls, i * HULL);
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

  /** Adds a box. */
  public void add(Box box) {
    forgetStrangers();
    Box[] met = find(box);
    each(met, other -> answers.computeIfPresent(other, (key, answer) -> with(answer, box)));
    remember(box, with(met, box));
    waiting.add(box);
    tidy();
  }

  /** Takes a box out. */
  public void remove(Box box) {
    forgetStrangers();
    each(
        meeting(box),
        other -> answers.computeIfPresent(other, (key, answer) -> without(answer, box)));
    answers.remove(box);
    if (!waiting.remove(box)) {
      gone.add(box);
      tidy();
    }
  }

  private static void each(Box[] boxes, Consumer<Box> action) {
    (boxes.length < FEW ? Arrays.stream(boxes) : Arrays.stream(boxes).parallel()).forEach(action);
  }

  private void forgetStrangers() {
    for (Box box = strangers.poll(); box != null; box = strangers.poll()) {
      answers.remove(box);
    }
  }

  private static Box[] with(Box[] sorted, Box box) {
    int at = 0;
    int end = sorted.length;
    while (at < end) {
      int mid = (at + end) >>> 1;
      if (FoundBoxes.key(sorted[mid]) < FoundBoxes.key(box)) {
        at = mid + 1;
      } else {
        end = mid;
      }
    }
    Box[] out = new Box[sorted.length + 1];
    System.arraycopy(sorted, 0, out, 0, at);
    out[at] = box;
    System.arraycopy(sorted, at, out, at + 1, sorted.length - at);
    return out;
  }

  private static Box[] without(Box[] sorted, Box box) {
    int at = 0;
    while (at < sorted.length && sorted[at] != box) {
      at++;
    }
    if (at == sorted.length) {
      return sorted;
    }
    Box[] out = new Box[sorted.length - 1];
    System.arraycopy(sorted, 0, out, 0, at);
    System.arraycopy(sorted, at + 1, out, at, out.length - at);
    return out;
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
   * changed. Answers are remembered as long as there is room.
   */
  public Box[] meeting(Box box) {
    Box[] known = answers.get(box);
    if (known != null) {
      return known;
    }
    Box[] met = find(box);
    if (remember(box, met) && !among(met, box)) {
      strangers.add(box);
    }
    return met;
  }

  private boolean remember(Box box, Box[] met) {
    boolean room = remembered.addAndGet(met.length + 8) < MOST_REMEMBERED;
    if (room) {
      answers.put(box, met);
    } else {
      remembered.addAndGet(-met.length - 8);
    }
    return room;
  }

  private static boolean among(Box[] boxes, Box box) {
    for (Box other : boxes) {
      if (other == box) {
        return true;
      }
    }
    return false;
  }

  /** The same without remembering the answer. */
  public Box[] find(Box box) {
    FoundBoxes found = new FoundBoxes();
    if (root != null) {
      meeting(root, box, hull(box, new long[HULL], 0), several(box), found);
    }
    for (Box other : waiting) {
      if (other.meets(box)) {
        found.add(other);
      }
    }
    return found.inOrder(null);
  }

  /** The restricted dimensions in which a box has more than one span. */
  private static int several(Box box) {
    int several = 0;
    for (int d = 0; d < Dimension.COUNT; d++) {
      several |= box.sets[d].length > 2 ? 1 << d : 0;
    }
    return several & box.restricted;
  }

  private static long[] hull(Box box, long[] hulls, int at) {
    for (int d = 0; d < Dimension.COUNT; d++) {
      long[] set = box.sets[d];
      hulls[at + 2 * d] = set[0];
      hulls[at + 2 * d + 1] = set[set.length - 1];
    }
    return hulls;
  }

  /**
   * Finds and remembers the answers for all boxes that have just been built in. Boxes that are near
   * in the tree go through it together, so that its parts are fetched once for many of them.
   */
  public void rememberAll() {
    int blocks = (built.length + BLOCK - 1) / BLOCK;
    IntStream.range(0, blocks)
        .parallel()
        .filter(b -> remembered.get() < MOST_REMEMBERED)
        .forEach(b -> new Block(b * BLOCK, Math.min(built.length, (b + 1) * BLOCK)).answer());
  }

  /** Boxes that are looked up together. */
  private final class Block {
    private final Box[] boxes;
    private final long[] hulls;
    private final int[] restricted;
    private final int[] several;
    private final FoundBoxes[] found;
    private int total;

    Block(int from, int to) {
      boxes = Arrays.copyOfRange(built, from, to);
      hulls = new long[HULL * boxes.length];
      restricted = new int[boxes.length];
      several = new int[boxes.length];
      found = new FoundBoxes[boxes.length];
      for (int i = 0; i < boxes.length; i++) {
        hull(boxes[i], hulls, i * HULL);
        restricted[i] = boxes[i].restricted;
        several[i] = several(boxes[i]);
        found[i] = new FoundBoxes();
      }
    }

    void answer() {
      FoundBoxes.Scratch scratch = new FoundBoxes.Scratch();
      visit(root, IntStream.range(0, boxes.length).toArray(), boxes.length);
      for (int i = 0; i < boxes.length; i++) {
        if (found[i] != null) {
          remember(boxes[i], found[i].inOrder(scratch));
          found[i] = null;
        }
      }
    }

    private void visit(Node node, int[] some, int count) {
      int[] near = new int[count];
      int n = 0;
      for (int i = 0; i < count; i++) {
        int at = some[i];
        near[n] = at;
        n += near(node, at) ? 1 : 0;
      }
      if (n == 0) {
        return;
      }
      if (node.boxes == null) {
        visit(node.below, near, n);
        visit(node.above, near, n);
        if (node.across != null) {
          visit(node.across, near, n);
        }
        return;
      }
      for (int k = 0; k < node.boxes.length; k++) {
        Box other = node.boxes[k];
        for (int i = 0; i < n; i++) {
          int at = near[i];
          int both = restricted[at] & other.restricted;
          if (BoxIndex.near(node.hulls, k * HULL, hulls, at * HULL, both)
              && other.meets(boxes[at])) {
            add(at, other);
          }
        }
      }
    }

    /** Notes what was found; of boxes that meet very many, some have to be asked one by one. */
    private void add(int at, Box other) {
      FoundBoxes own = found[at];
      if (own != null) {
        own.add(other);
        total++;
        if (total > MOST_OF_BLOCK && own.count() > MANY) {
          total -= own.count();
          found[at] = null;
        }
      }
    }

    private boolean near(Node node, int at) {
      int both = restricted[at] & node.restricted;
      return BoxIndex.near(node.hull, 0, hulls, at * HULL, both)
          && node.near(boxes[at], both & several[at]);
    }
  }

  private void meeting(Node node, Box box, long[] hull, int several, FoundBoxes found) {
    int both = node.restricted & box.restricted;
    if (!near(node.hull, 0, hull, 0, both) || !node.near(box, both & several)) {
      return;
    }
    if (node.boxes != null) {
      for (int i = 0; i < node.boxes.length; i++) {
        Box other = node.boxes[i];
        if (near(node.hulls, i * HULL, hull, 0, box.restricted & other.restricted)) {
          if (other.meets(box) && !isGone(other)) {
            found.add(other);
          }
        }
      }
      return;
    }
    meeting(node.below, box, hull, several, found);
    meeting(node.above, box, hull, several, found);
    if (node.across != null) {
      meeting(node.across, box, hull, several, found);
    }
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

  private boolean isGone(Box box) {
    return !gone.isEmpty() && gone.contains(box);
  }

  /** The boxes that hold the point, by the order of their places. */
  public Box[] holding(long[] point) {
    FoundBoxes found = new FoundBoxes();
    if (root != null) {
      holding(root, point, found);
    }
    for (Box other : waiting) {
      if (other.contains(point)) {
        found.add(other);
      }
    }
    return found.inOrder(null);
  }

  private void holding(Node node, long[] point, FoundBoxes found) {
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
}
