package org.tinshelf.core.change;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Space;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Stack;

/**
 * Where in a stack a line would reach how much of what it matches. What is left for it can only
 * become less further down, so that the places with full reach come first, then those with some,
 * then those with none: two searches by halves find where they change.
 */
public final class Placement {

  private final Stack stack;
  private final Lines lines;
  private final int line;
  private final Area area;
  private final Space.Size whole;
  private final int some;
  private final int none;

  /**
   * Places for one line of a stack; for a rule that is not in place yet, put it anywhere first.
   *
   * @param line index among the entries; a line that decides
   */
  public Placement(Stack stack, int line) {
    this.stack = stack;
    this.line = line;
    lines = new Lines(stack);
    area = lines.areas.get(line);
    whole = lines.space.size(area);
    some = Math.min(places(), place(lines.firstMeeting(area, line)) + 1);
    none = firstWithNone();
  }

  /** A line's index as a place among the others: how many of them stand above. */
  private int place(int index) {
    return index > line ? index - 1 : index;
  }

  /** The entry a place comes before. */
  private int index(int place) {
    return place >= line ? place + 1 : place;
  }

  /** How many places there are: before each other line, and before the floor last. */
  public int places() {
    int floor = 0;
    for (Entry entry : lines.entries) {
      floor += entry.kind() == Entry.Kind.FLOOR ? 1 : 0;
    }
    return lines.entries.size() - floor;
  }

  private int firstWithNone() {
    int low = whole.isZero() ? 0 : some;
    int high = places();
    while (low < high) {
      int mid = (low + high) >>> 1;
      if (lines.anyLeft(area, index(mid), line)) {
        low = mid + 1;
      } else {
        high = mid;
      }
    }
    return low;
  }

  /** The first place at which something is taken; above it the line has full reach. */
  public int firstWithSome() {
    return Math.min(some, none);
  }

  /** The first place at which nothing is left; from there on the line has no reach. */
  public int firstWithNoReach() {
    return none;
  }

  /**
   * The reach at a place.
   *
   * @param place how many of the other lines stand above, 0 to less than {@link #places}
   */
  public double reach(int place) {
    return lines.left(area, index(place), line).shareOf(whole);
  }

  /** The stack with the line at a place. */
  public Stack moved(int place) {
    List<Entry> entries = new ArrayList<>(stack.entries());
    Entry moved = entries.remove(line);
    entries.add(place, moved);
    return stack.with(List.copyOf(entries));
  }

  /** Exactly what a move to a place newly lets through and newly blocks. */
  public Comparison effect(int place, LocalDateTime now) {
    return Comparison.of(stack, moved(place), now);
  }
}
