package org.tinshelf.core.space;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;

/**
 * The boxes that meet some box, in order. Boxes that come or go wait until somebody asks: a box
 * that meets thousands takes part in nearly every edit, and in most of them nobody asks what it
 * meets. One thread at a time may change it; then any number may ask.
 */
final class Answer {

  /** From how many boxes on changes wait. */
  private static final int MANY = 1_024;

  private static final int MOST_WAITING = 64;

  /** About how much memory it takes, in references. */
  final int room;

  private final List<Box> come = new ArrayList<>(0);
  private final List<Box> gone = new ArrayList<>(0);
  private volatile boolean stale;
  private Box[] sorted;

  /** The index that keeps it true. */
  final BoxIndex owner;

  /**
   * An answer.
   *
   * @param sorted by place, then by part
   */
  Answer(BoxIndex owner, Box[] sorted) {
    this.owner = owner;
    this.sorted = sorted;
    this.room = sorted.length + 16;
  }

  void add(Box box) {
    come.add(box);
    changed();
  }

  void remove(Box box) {
    if (!come.remove(box)) {
      gone.add(box);
    }
    changed();
  }

  private void changed() {
    stale = true;
    if (sorted.length < MANY || come.size() + gone.size() > MOST_WAITING) {
      boxes();
    }
  }

  /** The boxes by place, then by part; not to be changed. */
  Box[] boxes() {
    if (stale) {
      renew();
    }
    return sorted;
  }

  private synchronized void renew() {
    if (!stale) {
      return;
    }
    sorted = with(gone.isEmpty() ? sorted : without());
    come.clear();
    gone.clear();
    stale = false;
  }

  private Box[] without() {
    if (gone.size() == 1) {
      return without(gone.get(0));
    }
    Set<Box> several = Collections.newSetFromMap(new IdentityHashMap<>());
    several.addAll(gone);
    Box[] left = new Box[sorted.length];
    int n = 0;
    for (Box box : sorted) {
      if (!several.contains(box)) {
        left[n++] = box;
      }
    }
    return Arrays.copyOf(left, n);
  }

  private Box[] without(Box box) {
    int at = 0;
    while (at < sorted.length && sorted[at] != box) {
      at++;
    }
    if (at == sorted.length) {
      return sorted;
    }
    Box[] left = new Box[sorted.length - 1];
    System.arraycopy(sorted, 0, left, 0, at);
    System.arraycopy(sorted, at + 1, left, at, left.length - at);
    return left;
  }

  private Box[] with(Box[] kept) {
    if (come.isEmpty()) {
      return kept;
    }
    come.sort(Comparator.comparingLong(FoundBoxes::key));
    Box[] out = new Box[kept.length + come.size()];
    int from = 0;
    int n = 0;
    for (Box box : come) {
      int at = place(kept, from, box);
      System.arraycopy(kept, from, out, n, at - from);
      n += at - from;
      out[n++] = box;
      from = at;
    }
    System.arraycopy(kept, from, out, n, kept.length - from);
    return out;
  }

  /** The first of the boxes, at or after an index, that comes not before the given one. */
  private static int place(Box[] sorted, int from, Box box) {
    int at = from;
    int end = sorted.length;
    while (at < end) {
      int mid = (at + end) >>> 1;
      if (FoundBoxes.key(sorted[mid]) < FoundBoxes.key(box)) {
        at = mid + 1;
      } else {
        end = mid;
      }
    }
    return at;
  }
}
