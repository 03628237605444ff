package org.tinshelf.core.findings;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.BoxIndex;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Place;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.space.Space;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Stack;

/**
 * A stack as rows of areas, with an index of them: which lines meet a line, how much of it they
 * leave, and packets that prove it. Answers may be asked for by several threads.
 */
final class Reading {

  static final int FAMILIES = 2;

  /** Takers from which on a remainder is found from what they decide, where that can be. */
  private static final int MANY = 512;

  private Stack stack;
  private final Space space;
  private final List<Row> rows = new ArrayList<>();
  private final BoxIndex[] index = new BoxIndex[FAMILIES];
  private final BoxIndex[] widest = new BoxIndex[FAMILIES];
  private final ThreadLocal<Remainder> remainder;
  private final ThreadLocal<Box[]> few = ThreadLocal.withInitial(() -> new Box[MANY]);
  private int living;
  private int made;

  Reading(Stack stack) {
    this(stack, Remainder.BUDGET);
  }

  /**
   * With another budget for each question.
   *
   * @param budget in takers looked at
   */
  Reading(Stack stack, long budget) {
    this.stack = stack;
    remainder = ThreadLocal.withInitial(() -> new Remainder(budget));
    Set<Region> regions = Collections.newSetFromMap(new IdentityHashMap<>());
    stack.entries().forEach(e -> regions.addAll(e.regions()));
    space = new Space(stack.universe(), regions);
    make(stack.entries());
    living = (int) rows.stream().filter(r -> r.entry.living()).count();
    for (int f = 0; f < FAMILIES; f++) {
      List<Box> boxes = new ArrayList<>();
      List<Box> wide = new ArrayList<>();
      for (Row row : rows) {
        if (row.decides()) {
          boxes.addAll(row.area.boxes(f));
          wide.addAll(row.widest.boxes(f));
        }
      }
      index[f] = new BoxIndex(boxes);
      index[f].rememberAll();
      widest[f] = index[f];
      if (living > 0) {
        widest[f] = new BoxIndex(wide);
        widest[f].rememberAll();
      }
    }
  }

  private void make(List<Entry> entries) {
    List<Place> places = IntStream.range(0, entries.size()).mapToObj(Place::new).toList();
    List<Area> areas = space.areas(entries.stream().map(Entry::regions).toList(), places);
    int floor = 0;
    while (floor < entries.size() && entries.get(floor).kind() != Entry.Kind.FLOOR) {
      floor++;
    }
    Row[] out = new Row[floor];
    Area[] wide = new Area[floor];
    for (int i = 0; i < floor; i++) {
      Entry entry = entries.get(i);
      wide[i] = entry.living() ? space.area(entry.widest(), places.get(i)) : areas.get(i);
    }
    IntStream.range(0, floor)
        .parallel()
        .forEach(
            i -> {
              Space.Size size = space.size(areas.get(i));
              out[i] = new Row(i, places.get(i), entries.get(i), areas.get(i), wide[i], size);
            });
    rows.addAll(List.of(out));
    made = floor;
    for (Entry entry : entries.subList(floor, entries.size())) {
      rows.add(row(entry, new Place(rows.size()), rows));
    }
  }

  /** A new row; the parts of the floor are made disjoint. */
  Row row(Entry entry, Place place, List<Row> above) {
    Area area = space.area(entry.regions(), place);
    if (entry.kind() == Entry.Kind.FLOOR) {
      List<Row> floor = above.stream().filter(r -> r.entry.kind() == Entry.Kind.FLOOR).toList();
      area = without(area, floor.stream().map(r -> r.area).toList(), place);
    }
    Area wide = entry.living() ? space.area(entry.widest(), place) : area;
    return new Row(made++, place, entry, area, wide, space.size(area));
  }

  private Area without(Area area, List<Area> takers, Place place) {
    return takers.isEmpty() ? area : space.without(remainder(), area, takers, place);
  }

  Stack stack() {
    return stack;
  }

  Space space() {
    return space;
  }

  Remainder remainder() {
    return remainder.get();
  }

  /** How many rows were ever made; their ids are below. */
  int made() {
    return made;
  }

  /** In stack order. */
  List<Row> rows() {
    return rows;
  }

  Row row(Box box) {
    return rows.get(box.place().order());
  }

  /** Whether the stack has any living object in it. */
  boolean anyLiving() {
    return living > 0;
  }

  /** Runs something for each row, on all processors. */
  void each(List<Row> some, Consumer<Row> action) {
    each(IntStream.range(0, some.size()), i -> action.accept(some.get(i)));
  }

  /** Runs something for each of the numbers, on all processors. */
  void each(IntStream numbers, IntConsumer action) {
    numbers.parallel().forEach(action);
  }

  void add(Row row) {
    if (row.decides()) {
      for (int f = 0; f < FAMILIES; f++) {
        row.area.boxes(f).forEach(index[f]::add);
        if (widest[f] != index[f]) {
          row.widest.boxes(f).forEach(widest[f]::add);
        }
      }
    }
    living += row.entry.living() ? 1 : 0;
  }

  void remove(Row row) {
    if (row.decides()) {
      for (int f = 0; f < FAMILIES; f++) {
        row.area.boxes(f).forEach(index[f]::remove);
        if (widest[f] != index[f]) {
          row.widest.boxes(f).forEach(widest[f]::remove);
        }
      }
    }
    living -= row.entry.living() ? 1 : 0;
  }

  /** The boxes of deciding lines that meet a box, in stack order. */
  Box[] meeting(int family, Box box) {
    return index[family].meeting(box);
  }

  /** The same for a box that is not asked about again. */
  Box[] meetingOnce(int family, Box box) {
    return index[family].find(box);
  }

  /** The same with living objects as wide as they may become. */
  Box[] perhapsMeeting(int family, Box box) {
    return widest[family].meeting(box);
  }

  /** The boxes of lines that match a point, in stack order. */
  Box[] matching(int family, long[] point) {
    return index[family].holding(point);
  }

  /** How many of the boxes, sorted by place, stand above a row. */
  static int above(Box[] sorted, Row row) {
    return above(sorted, row.place.order());
  }

  /** How many of the boxes, sorted by place, stand above a place. */
  static int above(Box[] sorted, int order) {
    int low = 0;
    int high = sorted.length;
    while (low < high) {
      int mid = (low + high) >>> 1;
      if (sorted[mid].place().order() < order) {
        low = mid + 1;
      } else {
        high = mid;
      }
    }
    return low;
  }

  /** The boxes of those rows, above the given one, that meet a box. */
  Box[] above(int family, Box box, Row row, Predicate<Row> which) {
    Box[] met = meeting(family, box);
    return filter(met, above(met, row), which);
  }

  Box[] filter(Box[] boxes, int count, Predicate<Row> which) {
    Box[] out = new Box[count];
    int n = 0;
    for (int i = 0; i < count; i++) {
      if (which.test(row(boxes[i]))) {
        out[n++] = boxes[i];
      }
    }
    return Arrays.copyOf(out, n);
  }

  /** Finds what each of the rows, in stack order, decides. */
  void measureAll(List<Row> some) {
    List<Row> last = some.stream().filter(row -> mostAbove(row) >= MANY).toList();
    each(some.stream().filter(row -> mostAbove(row) < MANY).toList(), this::measure);
    last.forEach(this::measure);
  }

  private int mostAbove(Row row) {
    int most = 0;
    for (int f = 0; f < FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        most = Math.max(most, above(meeting(f, box), row));
      }
    }
    return most;
  }

  /** Finds what a row decides: how much, and a point of it; all rows above are measured. */
  void measure(Row row) {
    row.undecided = false;
    row.point = null;
    row.fallsTo = null;
    BigInteger[] left = {BigInteger.ZERO, BigInteger.ZERO};
    try {
      for (int f = 0; f < FAMILIES; f++) {
        for (Box box : row.area.boxes(f)) {
          Box[] met = meeting(f, box);
          Remainder.Left part = left(f, box, met, above(met, row));
          left[f] = left[f].add(part.size());
          if (row.point == null && part.point() != null) {
            row.point = part.point();
            row.family = f;
          }
        }
      }
      row.left(new Space.Size(left[0], left[1]));
    } catch (Remainder.Exhausted e) {
      undecided(row);
    }
    derive(row);
  }

  /**
   * How much the takers leave of a box. Where they are many and mostly hold nothing outside of it,
   * that is all of it less what each of them decides.
   */
  private Remainder.Left left(int family, Box box, Box[] takers, int count) {
    if (count < MANY) {
      return space.left(remainder(), family, box, takers, count);
    }
    BigInteger taken = BigInteger.ZERO;
    Row last = null;
    for (int i = 0; i < count; i++) {
      Row upper = row(takers[i]);
      if (upper != last) {
        if (upper.undecided || !upper.area.boxes(family).stream().allMatch(b -> b.within(box))) {
          return space.left(remainder(), family, box, takers, count);
        }
        taken = taken.add(upper.left().of(family));
        last = upper;
      }
    }
    BigInteger size = space.size(family, box).of(family).subtract(taken);
    long[] point = size.signum() == 0 ? null : space.point(remainder(), box, takers, count);
    return new Remainder.Left(size, point);
  }

  private static void undecided(Row row) {
    row.undecided = true;
    row.left(null);
    row.point = null;
  }

  private void derive(Row row) {
    row.touched = touched(row);
    row.surelyLive = row.touched ? perhapsLive(row) : row.live();
  }

  private boolean perhapsLive(Row row) {
    try {
      return !row.entry.living() && surelyDecides(row, row.area);
    } catch (Remainder.Exhausted e) {
      return false;
    }
  }

  /**
   * What a row meets: by family and box of it, the boxes of deciding lines; and where these are.
   */
  private final class Meeting {
    final Row row;
    final List<List<Box[]>> boxes = new ArrayList<>(FAMILIES);
    final BitSet where = new BitSet();

    Meeting(Row row) {
      this.row = row;
      for (int f = 0; f < FAMILIES; f++) {
        List<Box[]> met = new ArrayList<>();
        for (Box box : row.area.boxes(f)) {
          met.add(meeting(f, box));
        }
        boxes.add(met);
        met.forEach(some -> Arrays.stream(some).forEach(box -> where.set(box.place().order())));
      }
    }

    /** Puts those of the boxes above a row that meet this one too in {@code out}; how many. */
    int among(Box[] sorted, Row lower, Box[] out) {
      int count = above(sorted, lower);
      int n = 0;
      for (int i = 0; i < count; i++) {
        if (where.get(sorted[i].place().order())) {
          out[n++] = sorted[i];
        }
      }
      return n;
    }
  }

  /**
   * Adds to what rows decide, or takes from it, what they share with an upper row and no line above
   * takes: the upper row has just left the index, or is about to enter it, and is measured. A row
   * that holds all of the upper one has what those before it leave, and those after it nothing.
   *
   * @param lower in stack order
   */
  void gain(List<Row> lower, Row upper, int sign) {
    int holding = 0;
    while (holding < lower.size() && !upper.area.withinEach(lower.get(holding).area)) {
      holding++;
    }
    Meeting met = new Meeting(upper);
    Space.Size[] gains = new Space.Size[lower.size()];
    each(IntStream.range(0, holding), i -> gains[i] = gain(lower.get(i), met, sign));
    if (holding == lower.size()) {
      return;
    }
    if (upper.undecided || Arrays.stream(gains, 0, holding).anyMatch(Objects::isNull)) {
      each(IntStream.range(holding, gains.length), i -> gains[i] = gain(lower.get(i), met, sign));
      return;
    }
    Space.Size rest = upper.left();
    for (int i = 0; i < holding; i++) {
      rest = rest.minus(gains[i]);
    }
    Row last = lower.get(holding);
    last.gained = true;
    if (!rest.isZero()) {
      last.gainedFrom = upper;
    }
    if (!last.undecided) {
      last.left(sign > 0 ? last.left().plus(rest) : last.left().minus(rest));
    }
  }

  /** What one row gains; null where that is not known. */
  private Space.Size gain(Row row, Meeting upper, int sign) {
    if (row.undecided) {
      return null;
    }
    try {
      BigInteger[] gain = {BigInteger.ZERO, BigInteger.ZERO};
      for (int f = 0; f < FAMILIES; f++) {
        for (Box box : row.area.boxes(f)) {
          Box[] own = meeting(f, box);
          Box[] among = own.length < MANY ? few.get() : null;
          int count = among == null ? 0 : upper.among(own, row, among);
          for (int i = 0; i < upper.row.area.boxes(f).size(); i++) {
            Optional<Box> both = box.common(upper.row.area.boxes(f).get(i));
            if (both.isPresent()) {
              Box[] takers = among;
              if (takers == null) {
                Box[] other = upper.boxes.get(f).get(i);
                takers = other.length < MANY ? other : meetingOnce(f, both.get());
                count = above(takers, row);
              }
              gain[f] = gain[f].add(space.left(remainder(), f, both.get(), takers, count).size());
            }
          }
        }
      }
      Space.Size size = new Space.Size(gain[0], gain[1]);
      if (!size.isZero()) {
        row.gained = true;
        row.gainedFrom = upper.row;
        row.left(sign > 0 ? row.left().plus(size) : row.left().minus(size));
      }
      return size;
    } catch (Remainder.Exhausted e) {
      row.gained = true;
      undecided(row);
      return null;
    }
  }

  /**
   * Finds the rest of what is known of a row whose measure has changed.
   *
   * @param come lines that are new
   */
  void settle(Row row, List<Row> come) {
    if (row.undecided) {
      row.gained = true;
      measure(row);
      return;
    }
    if (!row.live()) {
      row.point = null;
      row.fallsTo = null;
    } else if (row.point == null || pointTaken(row, come)) {
      row.point = null;
      row.fallsTo = null;
      for (int f = 0; f < FAMILIES && row.point == null; f++) {
        for (Box box : row.area.boxes(f)) {
          Box[] met = meeting(f, box);
          long[] point = space.point(remainder(), box, met, above(met, row));
          if (point != null && row.point == null) {
            row.point = point;
            row.family = f;
          }
        }
      }
    }
    derive(row);
    row.reach();
  }

  private static boolean pointTaken(Row row, List<Row> come) {
    for (Row other : come) {
      if (other.decides()
          && other.place.order() < row.place.order()
          && other.area.contains(row.family, row.point)) {
        return true;
      }
    }
    return false;
  }

  /** Goes on with other rows, which are numbered already. */
  void become(Stack next, List<Row> now) {
    stack = next;
    rows.clear();
    rows.addAll(now);
  }

  /** A packet the row decides; null where there is none. */
  Packet decided(Row row) {
    return within(row, row.area, r -> true);
  }

  /** A packet of an area that none of the chosen rows above the row matches; null for none. */
  Packet within(Row row, Area area, Predicate<Row> takers) {
    for (int f = 0; f < FAMILIES; f++) {
      for (Box box : area.boxes(f)) {
        Box[] some = above(f, box, row, takers);
        Packet packet = space.witness(remainder(), f, box, some, some.length);
        if (packet != null) {
          return packet;
        }
      }
    }
    return null;
  }

  /** Whether the row, not living itself, decides part of the area whatever happens. */
  boolean surelyDecides(Row row, Area area) {
    for (int f = 0; f < FAMILIES; f++) {
      for (Box box : area.boxes(f)) {
        Box[] met = perhapsMeeting(f, box);
        if (!remainder().nothing(box, met, above(met, row))) {
          return true;
        }
      }
    }
    return false;
  }

  /** Whether what a row decides may change when a living object does. */
  boolean touched(Row row) {
    if (!anyLiving()) {
      return false;
    }
    if (row.entry.living()) {
      return true;
    }
    for (int f = 0; f < FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = perhapsMeeting(f, box);
        int count = above(met, row);
        for (int i = 0; i < count; i++) {
          if (row(met[i]).entry.living()) {
            return true;
          }
        }
      }
    }
    return false;
  }

  /** Rows each once, in stack order. */
  static List<Row> once(List<Row> some) {
    boolean rising = true;
    for (int i = 1; i < some.size() && rising; i++) {
      rising = some.get(i - 1).place.order() < some.get(i).place.order();
    }
    if (rising) {
      return some;
    }
    List<Row> sorted = new ArrayList<>(some);
    sorted.sort(Comparator.comparingInt(row -> row.place.order()));
    List<Row> out = new ArrayList<>(sorted.size());
    Row last = null;
    for (Row row : sorted) {
      if (row != last) {
        out.add(row);
      }
      last = row;
    }
    return out;
  }

  /** The rows of boxes, each once, in stack order. */
  List<Row> rows(List<Box> boxes) {
    return once(boxes.stream().map(this::row).toList());
  }

  /** The rows that meet a row, or may come to, above and below, in stack order; itself not. */
  List<Row> around(Row row) {
    List<Row> out = new ArrayList<>();
    for (int f = 0; f < FAMILIES; f++) {
      for (Box box : row.widest.boxes(f)) {
        for (Box other : perhapsMeeting(f, box)) {
          Row met = row(other);
          if (met != row) {
            out.add(met);
          }
        }
      }
    }
    return once(out);
  }
}
