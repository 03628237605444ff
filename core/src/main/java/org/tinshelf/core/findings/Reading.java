package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
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
 * A stack as rows of areas, with an index of them: which lines meet a line, and packets of what
 * they leave. Answers may be asked for by several threads.
 */
final class Reading {

  static final int FAMILIES = 2;

  /** Takers from which on nobody goes through them one by one where there is another way. */
  static final int MANY = 512;

  private Stack stack;
  private final Space space;
  private final List<Row> rows = new ArrayList<>();
  private final BoxIndex[] index = new BoxIndex[FAMILIES];
  private final BoxIndex[] widest = new BoxIndex[FAMILIES];
  private final ThreadLocal<Remainder> remainder;
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
