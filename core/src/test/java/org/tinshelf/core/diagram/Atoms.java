package org.tinshelf.core.diagram;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.tinshelf.core.model.U128;
import org.tinshelf.core.space.IntervalSet;

/**
 * The values 0 to {@code most} of one dimension, joined to classes that a given family of sets does
 * not tell apart. Found by partition refinement: each set splits the classes it cuts. Time is
 * linear in the elementary intervals of all sets together.
 */
public final class Atoms {

  private final List<IntervalSet.Interval> elementary;
  private final U128[] starts;
  private final int[] labels;
  private final int count;
  private IntervalSet[] values;

  private Atoms(List<IntervalSet.Interval> elementary, int[] labels, int count) {
    this.elementary = elementary;
    this.starts = elementary.stream().map(IntervalSet.Interval::first).toArray(U128[]::new);
    this.labels = labels;
    this.count = count;
  }

  /** Splits 0 to {@code most} by the sets. */
  public static Atoms of(U128 most, Collection<IntervalSet> sets) {
    TreeSet<U128> cuts = new TreeSet<>();
    cuts.add(U128.ZERO);
    for (IntervalSet set : sets) {
      for (IntervalSet.Interval i : set.intervals()) {
        cuts.add(i.first());
        if (i.last().compareTo(most) < 0) {
          cuts.add(i.last().next());
        }
      }
    }
    List<IntervalSet.Interval> elementary = new ArrayList<>();
    U128 first = null;
    for (U128 cut : cuts) {
      if (first != null) {
        elementary.add(new IntervalSet.Interval(first, cut.previous()));
      }
      first = cut;
    }
    elementary.add(new IntervalSet.Interval(first, most));

    Atoms whole = new Atoms(elementary, new int[elementary.size()], 1);
    int next = 1;
    for (IntervalSet set : sets) {
      Map<Integer, Integer> moved = new HashMap<>();
      BitSet inside = whole.intervalsOf(set);
      for (int i = inside.nextSetBit(0); i >= 0; i = inside.nextSetBit(i + 1)) {
        Integer to = moved.get(whole.labels[i]);
        if (to == null) {
          to = next++;
          moved.put(whole.labels[i], to);
        }
        whole.labels[i] = to;
      }
    }
    Map<Integer, Integer> names = new HashMap<>();
    for (int i = 0; i < whole.labels.length; i++) {
      whole.labels[i] = names.computeIfAbsent(whole.labels[i], k -> names.size());
    }
    return new Atoms(elementary, whole.labels, names.size());
  }

  private BitSet intervalsOf(IntervalSet set) {
    BitSet out = new BitSet(labels.length);
    for (IntervalSet.Interval i : set.intervals()) {
      int from = Arrays.binarySearch(starts, i.first());
      int at = from;
      while (at < starts.length && starts[at].compareTo(i.last()) <= 0) {
        at++;
      }
      out.set(from, at);
    }
    return out;
  }

  /** How many classes there are; their numbers run from 0. */
  public int count() {
    return count;
  }

  /** The classes a set is made of; the set must be one of those the atoms were made from. */
  public BitSet of(IntervalSet set) {
    BitSet inside = intervalsOf(set);
    BitSet out = new BitSet(count);
    inside.stream().forEach(i -> out.set(labels[i]));
    return out;
  }

  /** The values of a class. */
  public IntervalSet values(int atom) {
    if (values == null) {
      List<List<IntervalSet.Interval>> pieces = new ArrayList<>();
      for (int i = 0; i < count; i++) {
        pieces.add(new ArrayList<>());
      }
      for (int i = 0; i < labels.length; i++) {
        pieces.get(labels[i]).add(elementary.get(i));
      }
      values = pieces.stream().map(IntervalSet::union).toArray(IntervalSet[]::new);
    }
    return values[atom];
  }
}
