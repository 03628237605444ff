package org.tinshelf.core.space;

import java.util.List;

/** A set of packets: disjoint boxes of either family. */
public record Area(List<Box> v4, List<Box> v6) {

  /** No packet. */
  public static final Area EMPTY = new Area(List.of(), List.of());

  /** The boxes of a family: 0 for IPv4, 1 for IPv6. */
  public List<Box> boxes(int family) {
    return family == 0 ? v4 : v6;
  }

  public boolean isEmpty() {
    return v4.isEmpty() && v6.isEmpty();
  }

  /** Whether it holds every packet. */
  public boolean isEverything() {
    return v4.size() == 1
        && v6.size() == 1
        && v4.get(0).restricted == 0
        && v6.get(0).restricted == 0;
  }

  /** Whether the two share a packet. */
  public boolean meets(Area other) {
    for (int family = 0; family < 2; family++) {
      for (Box box : boxes(family)) {
        if (box.meetsAny(other.boxes(family))) {
          return true;
        }
      }
    }
    return false;
  }

  /** What both hold, at this one's place. */
  public Area and(Area other) {
    return new Area(and(v4, other.v4), and(v6, other.v6));
  }

  private static List<Box> and(List<Box> a, List<Box> b) {
    List<Box> out = new java.util.ArrayList<>();
    for (Box x : a) {
      for (Box y : b) {
        Box both = x.and(y);
        if (both != null) {
          out.add(both);
        }
      }
    }
    return out;
  }

  /** Whether every packet of this is in the other. */
  public boolean within(Area other, Remainder remainder) {
    for (int family = 0; family < 2; family++) {
      for (Box box : boxes(family)) {
        List<Box> others = other.boxes(family);
        boolean inOne = false;
        for (int i = 0; i < others.size() && !inOne; i++) {
          inOne = box.within(others.get(i));
        }
        if (!inOne
            && (others.size() < 2
                || !remainder.nothing(box, others.toArray(Box[]::new), others.size()))) {
          return false;
        }
      }
    }
    return true;
  }

  /** Whether each box of this is in one box of the other. */
  public boolean withinEach(Area other) {
    return withinEach(v4, other.v4) && withinEach(v6, other.v6);
  }

  private static boolean withinEach(List<Box> boxes, List<Box> others) {
    for (Box box : boxes) {
      int i = 0;
      while (i < others.size() && !box.within(others.get(i))) {
        i++;
      }
      if (i == others.size()) {
        return false;
      }
    }
    return true;
  }

  /** Whether a point of a family is in the area. */
  public boolean contains(int family, long[] point) {
    for (Box box : boxes(family)) {
      if (box.contains(point)) {
        return true;
      }
    }
    return false;
  }
}
