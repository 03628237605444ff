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

/**
 * Finds the boxes that share a packet with a given box, or hold a given point, while boxes come and
 * go. A {@link BoxTree} holds most of them; new boxes wait in a list and are searched one by one,
 * and the tree is built anew when they are many. Answers are remembered, and kept true.
 */
public final class BoxIndex {

  private static final int MOST_WAITING = 256;
  private static final int MOST_REMEMBERED = 36_000_000;
  private static final int FEW = 512;

  private final List<Box> waiting = new ArrayList<>();
  private final Set<Box> gone = Collections.newSetFromMap(new IdentityHashMap<>());

  /** Remembered answers by box, kept true as boxes come and go. */
  private final Map<Box, Box[]> answers = new ConcurrentHashMap<>();

  /** Boxes with a remembered answer that are not in the index; nothing keeps those true. */
  private final Queue<Box> strangers = new ConcurrentLinkedQueue<>();

  private final AtomicInteger remembered = new AtomicInteger();
  private BoxTree tree;

  /** An index of these boxes. */
  public BoxIndex(Collection<Box> boxes) {
    tree = new BoxTree(boxes.toArray(Box[]::new));
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
      List<Box> all = new ArrayList<>(waiting);
      for (Box box : tree.boxes()) {
        if (!gone.contains(box)) {
          all.add(box);
        }
      }
      waiting.clear();
      gone.clear();
      tree = new BoxTree(all.toArray(Box[]::new));
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
    tree.meeting(box, found);
    found.drop(gone);
    for (Box other : waiting) {
      if (other.meets(box)) {
        found.add(other);
      }
    }
    return found.inOrder();
  }

  /** The boxes that hold the point, by the order of their places. */
  public Box[] holding(long[] point) {
    FoundBoxes found = new FoundBoxes();
    tree.holding(point, found);
    found.drop(gone);
    for (Box other : waiting) {
      if (other.contains(point)) {
        found.add(other);
      }
    }
    return found.inOrder();
  }

  /** Finds and remembers the answers for all boxes that have just been built in. */
  public void rememberAll() {
    tree.each((box, met) -> remember(box, met) && remembered.get() < MOST_REMEMBERED);
  }
}
