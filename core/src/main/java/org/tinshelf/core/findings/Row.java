package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.Place;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.space.Space;
import org.tinshelf.core.stack.Entry;

/** One line of a stack with what is known of it so far. */
final class Row {

  private static final Row[] NONE = {};

  /** Stands for a reach that was not worked out yet. */
  private static final double UNKNOWN = -1;

  /** Counts the rows of a reading from 0, in the order they were made. */
  final int id;

  final Place place;

  /** Renewed when the line moves, since it carries the position. */
  Entry entry;

  /** M: what the line matches. */
  final Area area;

  /** The one box of the area; null where it has none or several. */
  private final Box only;

  private final int onlyFamily;

  /** Holds the area whatever living objects come to contain; the same object if none takes part. */
  final Area widest;

  /** The size of {@link #area}. */
  Space.Size whole;

  /** The size of E, what the line decides; null while it is not known. */
  private Space.Size left;

  /** Whether an update changed what the line decides. */
  boolean gained;

  /**
   * The last line that came or went in an update and shares with this one what no line above takes;
   * null where none does.
   */
  Row gainedFrom;

  private double reach = Double.NaN;

  /** A point the line decides, and its family; null where there is none. */
  long[] point;

  int family;

  /** Whether the line decides all it matches. */
  boolean full;

  /** Whether what the line decides may change when a living object does. */
  boolean touched;

  /** Whether the line decides something whatever living objects come to contain. */
  boolean surelyLive;

  /** Whether an update took the row out. */
  boolean gone;

  /** Whether the line's point shows that it stays, whatever rules go; and the line it rests on. */
  Row fallsTo;

  /** How wide the row can be at most, by the points of its area; negative while nobody asked. */
  int mostPoints = -1;

  /** Whether the row matches what strangers may send to the firewall; null while nobody asked. */
  Boolean meetsStrangers;

  /** By field, the nearest rules above and below that agree in all others; null where none do. */
  Row[] alikeAbove = NONE;

  Row[] alikeBelow = NONE;

  /** The fields for which the nearest rule above does agree in all others, as bits. */
  int agrees;

  private List<Verdict> verdicts;
  private final boolean decides;
  private final boolean rule;
  private final boolean floor;
  private final boolean lets;
  private boolean some;

  /** Whether no budget sufficed to find what the line decides. */
  boolean undecided;

  /** Whether the line stays when every reported rule is removed. */
  boolean stays = true;

  /** What was found about what the line decides. */
  List<Verdict> decided = List.of();

  /** What was found about the rule as it is written. */
  List<Verdict> written = List.of();

  /** What was found about the line and those above it with the opposite effect. */
  Conflicts.Found opposed = Conflicts.Found.NOTHING;

  /** Found by the pass from the bottom; null where the line cannot go. */
  Verdict fromBelow;

  /** Found by comparing the rules of one list; null where there is nothing to merge. */
  Verdict mergeable;

  Row(int id, Place place, Entry entry, Area area, Area widest, Space.Size whole) {
    this.id = id;
    this.place = place;
    this.entry = entry;
    this.area = area;
    this.widest = widest;
    this.whole = whole;
    boolean one = area.v4().size() + area.v6().size() == 1;
    onlyFamily = area.v4().isEmpty() ? 1 : 0;
    only = one ? area.boxes(onlyFamily).get(0) : null;
    decides = entry.decides();
    rule = entry.kind() == Entry.Kind.RULE;
    floor = entry.kind() == Entry.Kind.FLOOR;
    lets = entry.outcome().map(outcome -> outcome.action().lets()).orElse(false);
  }

  boolean decides() {
    return decides;
  }

  boolean isFloor() {
    return floor;
  }

  boolean isRule() {
    return rule;
  }

  /** Whether the line decides anything; taken for so while it is not known. */
  boolean live() {
    return undecided || some;
  }

  boolean lets() {
    return lets;
  }

  /** Whether every packet the line matches is matched by the other too. */
  boolean within(Row other, Remainder remainder) {
    if (only != null && other.only != null) {
      return onlyFamily == other.onlyFamily && only.within(other.only);
    }
    return area.within(other.area, remainder);
  }

  Space.Size left() {
    return left;
  }

  /** Sets the size of what the line decides; null where it is not known. */
  void left(Space.Size size) {
    left = size;
    some = size != null && !size.isZero();
    reach = size == null ? Double.NaN : UNKNOWN;
    full = some && size.equals(whole);
  }

  /** Not a number where it is not known. */
  double reach() {
    if (reach == UNKNOWN) {
      reach = left.shareOf(whole);
    }
    return reach;
  }

  /** All that was found, by kind; put together again after {@link #said}. */
  List<Verdict> verdicts() {
    if (verdicts == null) {
      List<Verdict> out = new ArrayList<>(decided);
      out.addAll(opposed.verdicts());
      out.addAll(written);
      if (fromBelow != null) {
        out.add(fromBelow);
      }
      if (mergeable != null) {
        out.add(mergeable);
      }
      out.sort(Comparator.comparing(Verdict::kind));
      verdicts = List.copyOf(out);
    }
    return verdicts;
  }

  /** Tells that something else was found. */
  void said() {
    verdicts = null;
  }
}
