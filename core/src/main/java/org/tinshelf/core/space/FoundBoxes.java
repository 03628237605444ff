package org.tinshelf.core.space;

import java.util.Arrays;
import java.util.Set;

/** A growing list of fewer than two million boxes, each one of fewer than 4,096 of its line. */
final class FoundBoxes {

  /** How many bits number the boxes of a list. */
  static final int MOST_BITS = 21;

  private Box[] boxes = new Box[16];
  private int count;

  void add(Box box) {
    if (count == boxes.length) {
      boxes = Arrays.copyOf(boxes, 2 * count);
    }
    boxes[count++] = box;
  }

  /** Adds the boxes from one index to before another. */
  void addAll(Box[] some, int from, int to) {
    int more = to - from;
    if (boxes.length - count < more) {
      boxes = Arrays.copyOf(boxes, Math.max(2 * count, count + more));
    }
    System.arraycopy(some, from, boxes, count, more);
    count += more;
  }

  /** Takes out those of a set. */
  void drop(Set<Box> gone) {
    if (gone.isEmpty()) {
      return;
    }
    int n = 0;
    for (int i = 0; i < count; i++) {
      if (!gone.contains(boxes[i])) {
        boxes[n++] = boxes[i];
      }
    }
    count = n;
  }

  /** By place, then by part. */
  static long key(Box box) {
    return (long) box.place().order() << 12 | box.part;
  }

  /** What was found, by place, then by part. */
  Box[] inOrder() {
    long[] keys = new long[count];
    for (int i = 0; i < count; i++) {
      keys[i] = key(boxes[i]) << MOST_BITS | i;
    }
    Arrays.sort(keys);
    Box[] out = new Box[count];
    for (int i = 0; i < count; i++) {
      out[i] = boxes[(int) (keys[i] & (1 << MOST_BITS) - 1)];
    }
    return out;
  }
}
