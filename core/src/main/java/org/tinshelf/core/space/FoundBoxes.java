package org.tinshelf.core.space;

import java.util.Arrays;
import java.util.BitSet;

/** A growing list of fewer than two million boxes, each one of fewer than 4,096 of its line. */
final class FoundBoxes {

  /** From how many on it pays to mark places instead of sorting boxes. */
  private static final int MANY = 64;

  private Box[] boxes = new Box[16];
  private int count;

  /** Room for {@link #inOrder}, for one thread at a time. */
  static final class Scratch {
    private final BitSet places = new BitSet();
    private Box[] at = new Box[0];

    private void room(int places) {
      if (at.length < places) {
        at = new Box[places + places / 2];
      }
    }

    private void clear() {
      for (int p = places.nextSetBit(0); p >= 0; p = places.nextSetBit(p + 1)) {
        at[p] = null;
      }
      places.clear();
    }
  }

  void add(Box box) {
    if (count == boxes.length) {
      boxes = Arrays.copyOf(boxes, 2 * count);
    }
    boxes[count++] = box;
  }

  int count() {
    return count;
  }

  /** By place, then by part. */
  static long key(Box box) {
    return (long) box.place().order() << 12 | box.part;
  }

  /**
   * What was found, by place, then by part.
   *
   * @param scratch null where only little is looked up
   */
  Box[] inOrder(Scratch scratch) {
    Box[] marked = scratch != null && count >= MANY ? marked(scratch) : null;
    return marked != null ? marked : sorted();
  }

  /** Linear in what was found; null where a line has several boxes here. */
  private Box[] marked(Scratch scratch) {
    int last = 0;
    for (int i = 0; i < count; i++) {
      last = Math.max(last, boxes[i].place().order());
    }
    scratch.room(last + 1);
    boolean single = true;
    for (int i = 0; i < count && single; i++) {
      int place = boxes[i].place().order();
      single = scratch.at[place] == null;
      scratch.at[place] = boxes[i];
      scratch.places.set(place);
    }
    Box[] out = null;
    if (single) {
      out = new Box[count];
      int n = 0;
      for (int p = scratch.places.nextSetBit(0); p >= 0; p = scratch.places.nextSetBit(p + 1)) {
        out[n++] = scratch.at[p];
      }
    }
    scratch.clear();
    return out;
  }

  private Box[] sorted() {
    long[] keys = new long[count];
    for (int i = 0; i < count; i++) {
      keys[i] = key(boxes[i]) << 21 | i;
    }
    Arrays.sort(keys);
    Box[] out = new Box[count];
    for (int i = 0; i < count; i++) {
      out[i] = boxes[(int) (keys[i] & (1 << 21) - 1)];
    }
    return out;
  }
}
