package org.tinshelf.core.space;

import java.util.List;
import java.util.Optional;

/**
 * A set of packets of one family that is a product of one set per {@link Dimension}, none of them
 * empty. What a line matches is one box, or a few that are disjoint. Boxes do not change.
 */
public final class Box {

  final long[][] sets;

  /** Bit {@code d} is set where dimension {@code d} does not hold everything. */
  final int restricted;

  /** Bit {@code d} is set where the set of dimension {@code d} has more than one span. */
  final int gaps;

  /** Counts the boxes of one line from 0. */
  int part;

  /** What one index remembers of the box: which boxes of it meet this one. */
  volatile Answer answer;

  private final Place place;

  Box(long[][] sets, int restricted, Place place) {
    this.sets = sets;
    this.restricted = restricted;
    this.place = place;
    int several = 0;
    for (int rest = restricted; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      several |= sets[d].length > 2 ? 1 << d : 0;
    }
    gaps = several;
  }

  /** The place of the line the box belongs to. */
  public Place place() {
    return place;
  }

  long[] set(Dimension dimension) {
    return sets[dimension.ordinal()];
  }

  boolean isRestricted(Dimension dimension) {
    return (restricted >>> dimension.ordinal() & 1) == 1;
  }

  /** Whether the two share a packet. */
  public boolean meets(Box other) {
    for (int rest = restricted & other.restricted; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      if (!Spans.meet(sets[d], other.sets[d])) {
        return false;
      }
    }
    return true;
  }

  /** Whether every packet of this is in the other. */
  public boolean within(Box other) {
    if ((other.restricted & ~restricted) != 0) {
      return false;
    }
    for (int rest = other.restricted; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      if (!Spans.within(sets[d], other.sets[d])) {
        return false;
      }
    }
    return true;
  }

  /** What both hold, at this one's place; null where they share nothing. */
  Box and(Box other) {
    if (within(other)) {
      return this;
    }
    long[][] both = sets.clone();
    int mask = restricted;
    for (int rest = other.restricted; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      both[d] =
          (restricted >>> d & 1) == 0 ? other.sets[d] : Spans.intersect(sets[d], other.sets[d]);
      if (both[d].length == 0) {
        return null;
      }
      mask |= 1 << d;
    }
    return new Box(both, mask, place);
  }

  /** What both hold, at this one's place; empty where they share nothing. */
  public Optional<Box> common(Box other) {
    return Optional.ofNullable(and(other));
  }

  /** Whether any of the boxes shares a packet with this one. */
  public boolean meetsAny(List<Box> others) {
    for (Box other : others) {
      if (meets(other)) {
        return true;
      }
    }
    return false;
  }

  /** Whether the point, one number per dimension, is in the box. */
  boolean contains(long[] point) {
    for (int rest = restricted; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      if (!Spans.contains(sets[d], point[d])) {
        return false;
      }
    }
    return true;
  }

  /** This box with another set in one dimension, which does not hold everything. */
  Box with(Dimension dimension, long[] set) {
    long[][] changed = sets.clone();
    changed[dimension.ordinal()] = set;
    return new Box(changed, restricted | 1 << dimension.ordinal(), place);
  }
}
