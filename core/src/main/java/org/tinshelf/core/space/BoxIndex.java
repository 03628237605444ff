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

  /**
   * Remembered answers about boxes of which another index remembers one too; all others stand with
   * their boxes, where they are found at once.
   */
  private final Map<Box, Answer> more = new ConcurrentHashMap<>();

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
    Answer known = known(box);
    Box[] met = known == null ? find(box) : known.boxes();
    forgetStrangers();
    each(met, other -> change(other, answer -> answer.add(box)));
    Answer own = new Answer(this, met);
    own.add(box);
    remember(box, own);
    waiting.add(box);
    tidy();
  }

  /** Takes a box out. */
  public void remove(Box box) {
    forgetStrangers();
    each(meeting(box), other -> change(other, answer -> answer.remove(box)));
    forget(box);
    if (!waiting.remove(box)) {
      gone.add(box);
      tidy();
    }
  }

  private void change(Box box, Consumer<Answer> how) {
    Answer answer = known(box);
    if (answer != null) {
      how.accept(answer);
    }
  }

  private static void each(Box[] boxes, Consumer<Box> action) {
    (boxes.length < FEW ? Arrays.stream(boxes) : Arrays.stream(boxes).parallel()).forEach(action);
  }

  private void forgetStrangers() {
    for (Box box = strangers.poll(); box != null; box = strangers.poll()) {
      forget(box);
    }
  }

  private void forget(Box box) {
    Answer answer = known(box);
    if (answer == box.answer) {
      box.answer = null;
    } else {
      more.remove(box);
    }
    if (answer != null) {
      remembered.addAndGet(-answer.room);
    }
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
    Answer known = known(box);
    if (known != null) {
      return known.boxes();
    }
    Box[] met = find(box);
    if (remember(box, new Answer(this, met)) && !among(met, box)) {
      strangers.add(box);
    }
    return met;
  }

  private boolean remember(Box box, Answer answer) {
    if (remembered.addAndGet(answer.room) >= MOST_REMEMBERED) {
      remembered.addAndGet(-answer.room);
      return false;
    }
    Answer other = box.answer;
    if (other == null || other.owner == this) {
      box.answer = answer;
    } else {
      more.put(box, answer);
    }
    return true;
  }

  private Answer known(Box box) {
    Answer answer = box.answer;
    return answer != null && answer.owner == this ? answer : more.isEmpty() ? null : more.get(box);
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
    tree.each(
        (box, met) -> remember(box, new Answer(this, met)) && remembered.get() < MOST_REMEMBERED);
  }
}
