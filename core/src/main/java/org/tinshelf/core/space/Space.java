package org.tinshelf.core.space;

import java.math.BigInteger;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.List;
import java.util.stream.IntStream;
import org.tinshelf.core.model.U128;

/**
 * All packets that can exist on one firewall, in one {@linkplain Plane plane} for each address
 * family; makes {@linkplain Area areas} of regions and answers questions about what is left of
 * them. Making areas is for one thread; all else may be shared, each thread with its own {@link
 * Remainder}.
 */
public final class Space {

  private final Universe universe;
  private final Plane[] planes;
  private final Picks picks;

  /**
   * The space of a universe.
   *
   * @param regions those known beforehand; others may follow, a few at a time
   */
  public Space(Universe universe, Collection<Region> regions) {
    this.universe = universe;
    List<U128> ends = new ArrayList<>();
    for (Region region : regions) {
      note(ends, region.source().v6());
      note(ends, region.destination().v6());
    }
    Cuts cuts = new Cuts(ends);
    planes = new Plane[] {new Plane(universe, false, cuts), new Plane(universe, true, cuts)};
    picks = new Picks(universe);
  }

  private static void note(List<U128> ends, IntervalSet set) {
    for (IntervalSet.Interval i : set.intervals()) {
      ends.add(i.first());
      ends.add(i.last().next());
    }
  }

  /** The names and the time the numbers stand for. */
  public Universe universe() {
    return universe;
  }

  /** The packets that are in all of the regions. */
  public Area area(List<Region> regions, Place place) {
    return new Area(planes[0].boxes(regions, place), planes[1].boxes(regions, place));
  }

  /** Every packet. */
  public Area everything() {
    Place place = new Place(-1);
    return new Area(List.of(planes[0].everything(place)), List.of(planes[1].everything(place)));
  }

  /** The packets in all regions of each of many lists, at each one's place. */
  public List<Area> areas(List<List<Region>> regions, List<Place> places) {
    List<List<List<Box>>> families =
        IntStream.range(0, planes.length)
            .parallel()
            .mapToObj(
                family -> {
                  List<List<Box>> boxes = new ArrayList<>(regions.size());
                  for (int i = 0; i < regions.size(); i++) {
                    boxes.add(planes[family].boxes(regions.get(i), places.get(i)));
                  }
                  return boxes;
                })
            .toList();
    List<Area> out = new ArrayList<>(regions.size());
    for (int i = 0; i < regions.size(); i++) {
      out.add(new Area(families.get(0).get(i), families.get(1).get(i)));
    }
    return out;
  }

  Plane plane(int family) {
    return planes[family];
  }

  /** How much an area holds. */
  public Size size(Area area) {
    BigInteger[] out = {BigInteger.ZERO, BigInteger.ZERO};
    for (int family = 0; family < 2; family++) {
      for (Box box : area.boxes(family)) {
        out[family] = out[family].add(Remainder.measure(planes[family], box));
      }
    }
    return new Size(out[0], out[1]);
  }

  /** How much is left of a box when the takers have theirs. */
  public Remainder.Left left(Remainder remainder, int family, Box box, Box[] takers, int count) {
    return count == 0
        ? new Remainder.Left(Remainder.measure(planes[family], box), point(box.sets))
        : remainder.measure(planes[family], box, takers, count);
  }

  /**
   * A packet that is in the box and in none of the takers, easy to recognise where there is such;
   * null where there is none. The same question has the same answer.
   */
  public Packet witness(Remainder remainder, int family, Box box, Box[] takers, int count) {
    long[][] cell = null;
    Box usual = picks.usual(planes[family], box);
    if (usual != null) {
      cell = remainder.first(usual, takers, count);
    }
    if (cell == null) {
      cell = remainder.first(box, takers, count);
    }
    return cell == null ? null : picks.packet(planes[family], cell);
  }

  /** A point that is left of a box when the takers have theirs; null where nothing is. */
  public long[] point(Remainder remainder, Box box, Box[] takers, int count) {
    long[][] cell = remainder.first(box, takers, count);
    return cell == null ? null : point(cell);
  }

  /** A point of a cell. */
  static long[] point(long[][] cell) {
    long[] point = new long[cell.length];
    for (int d = 0; d < cell.length; d++) {
      point[d] = cell[d][0];
    }
    return point;
  }

  /** The point that stands for a packet, for {@link BoxIndex#holding}. */
  public long[] point(Packet p) {
    Plane plane = planes[p.source().v6() ? 1 : 0];
    return new long[] {
      universe.zones().indexOf(p.from()),
      universe.zones().indexOf(p.to()),
      plane.coordinate(p.source().value()),
      plane.coordinate(p.destination().value()),
      p.protocol(),
      Plane.coordinate(p.protocol(), p.first()),
      Plane.coordinate(p.protocol(), p.second()),
      universe.applications().indexOf(p.application()),
      Math.max(0, universe.users().indexOf(p.user())),
      universe.timeline().number(p.time()),
      p.profile().ordinal(),
      p.guard().ordinal()
    };
  }

  /** Whether a moment is not before the time line begins. */
  public boolean holdsTime(LocalDateTime time) {
    return universe.timeline().number(time) >= 0;
  }

  /** How much an area holds, in each family. */
  public record Size(BigInteger v4, BigInteger v6) {

    /** Nothing. */
    public static final Size ZERO = new Size(BigInteger.ZERO, BigInteger.ZERO);

    public BigInteger of(int family) {
      return family == 0 ? v4 : v6;
    }

    public boolean isZero() {
      return v4.signum() == 0 && v6.signum() == 0;
    }

    public Size plus(Size o) {
      return new Size(v4.add(o.v4), v6.add(o.v6));
    }

    public Size minus(Size o) {
      return new Size(v4.subtract(o.v4), v6.subtract(o.v6));
    }

    /**
     * The share of {@code whole} that this is: each family alone, then the mean of the families
     * present in {@code whole}.
     *
     * @return 0 exactly when this is zero, 1 exactly when both are equal
     */
    public double shareOf(Size whole) {
      if (isZero()) {
        return 0;
      }
      if (equals(whole)) {
        return 1;
      }
      double sum = 0;
      int families = 0;
      for (int family = 0; family < 2; family++) {
        if (whole.of(family).signum() > 0) {
          families++;
          sum += of(family).doubleValue() / whole.of(family).doubleValue();
        }
      }
      double mean = sum / families;
      return Math.min(Math.max(mean, Double.MIN_NORMAL), Math.nextDown(1.0));
    }
  }

  /** What is left of an area without others, at the given place. */
  public Area without(Remainder remainder, Area area, List<Area> others, Place place) {
    List<List<Box>> out = new ArrayList<>();
    for (int family = 0; family < 2; family++) {
      List<Box> takers = new ArrayList<>();
      for (Area other : others) {
        takers.addAll(other.boxes(family));
      }
      out.add(cells(remainder, family, area.boxes(family), takers, place));
    }
    return new Area(out.get(0), out.get(1));
  }

  private List<Box> cells(
      Remainder remainder, int family, List<Box> boxes, List<Box> takers, Place place) {
    List<Box> out = new ArrayList<>();
    for (Box box : boxes) {
      remainder.each(
          box,
          takers.toArray(Box[]::new),
          takers.size(),
          cell -> {
            Box left = planes[family].box(cell.clone(), place);
            left.part = out.size();
            return out.add(left);
          });
    }
    return out;
  }

  /** The packets from one of the zones to any, and from any other to one of them. */
  public Area touchingZones(BitSet zones) {
    if (zones.isEmpty()) {
      return Area.EMPTY;
    }
    BitSet others = new BitSet();
    others.set(0, universe.zones().size());
    others.andNot(zones);
    List<List<Box>> out = new ArrayList<>();
    for (Plane plane : planes) {
      long[][] from = plane.full.clone();
      from[Dimension.FROM.ordinal()] = plane.bits(zones);
      List<Box> boxes = new ArrayList<>(List.of(plane.box(from, new Place(-1))));
      if (!others.isEmpty()) {
        long[][] to = plane.full.clone();
        to[Dimension.FROM.ordinal()] = plane.bits(others);
        to[Dimension.TO.ordinal()] = plane.bits(zones);
        boxes.add(plane.box(to, new Place(-1)));
      }
      out.add(boxes);
    }
    return new Area(out.get(0), out.get(1));
  }

  /** A box in words. */
  public Fields fields(int family, Box box) {
    return new Wording(universe, planes[family]).fields(box);
  }

  /** The size of one box. */
  public Size size(int family, Box box) {
    BigInteger size = Remainder.measure(planes[family], box);
    return family == 0 ? new Size(size, BigInteger.ZERO) : new Size(BigInteger.ZERO, size);
  }
}
