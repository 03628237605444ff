package org.tinshelf.core.space;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.tinshelf.core.model.Protocol;

/**
 * What is left of an area in each field, whatever the other fields are: its projections. Found by a
 * walk over what is left that leaves out cells which add nothing, after lines through one packet
 * have shown most of it.
 */
public final class Breadth {

  private static final int[] LINES = {
    Dimension.FROM.ordinal(),
    Dimension.TO.ordinal(),
    Dimension.SOURCE.ordinal(),
    Dimension.DESTINATION.ordinal()
  };
  private static final int SERVICE =
      1 << Dimension.PROTOCOL.ordinal()
          | 1 << Dimension.FIRST.ordinal()
          | 1 << Dimension.SECOND.ordinal();

  private final Space space;
  private final Remainder remainder;

  /** By family and line, what is seen so far. */
  private final long[][][] seen = new long[2][LINES.length][];

  /** By family, services seen so far: boxes that hold everything in all other dimensions. */
  private final List<List<Box>> services = List.of(new ArrayList<>(), new ArrayList<>());

  /** The breadth of nothing. */
  public Breadth(Space space, Remainder remainder) {
    this.space = space;
    this.remainder = remainder;
    for (long[][] family : seen) {
      Arrays.fill(family, Spans.NONE);
    }
  }

  /** Adds what is left of a box. */
  public void add(int family, Box box, Box[] takers, int count) {
    long[][] start = remainder.first(box, takers, count);
    if (start == null) {
      return;
    }
    look(family, box, takers, count, Space.point(start));
    remainder.each(
        box,
        takers,
        count,
        cell -> isSeen(family, cell),
        cell -> {
          see(family, cell);
          return true;
        });
  }

  /** Sees everything on the lines through a point that is left. */
  private void look(int family, Box box, Box[] takers, int count, long[] point) {
    for (int line : LINES) {
      long[] free = box.sets[line];
      for (int i = 0; i < count && free.length > 0; i++) {
        if (onLine(takers[i], point, 1 << line)) {
          free = Spans.minus(free, takers[i].sets[line]);
        }
      }
      int k = indexOf(line);
      seen[family][k] = Spans.union(seen[family][k], free);
    }
    List<Box> near = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      if (onLine(takers[i], point, SERVICE)) {
        near.add(service(family, takers[i].sets));
      }
    }
    remainder.each(
        service(family, box.sets),
        near.toArray(Box[]::new),
        near.size(),
        cell -> services.get(family).add(service(family, cell)));
  }

  private static boolean onLine(Box taker, long[] point, int free) {
    for (int rest = taker.restricted & ~free; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      if (!Spans.contains(taker.sets[d], point[d])) {
        return false;
      }
    }
    return true;
  }

  private static int indexOf(int line) {
    return Arrays.binarySearch(LINES, line);
  }

  private Box service(int family, long[][] sets) {
    long[][] own = space.plane(family).full.clone();
    for (int rest = SERVICE; rest != 0; rest &= rest - 1) {
      int d = Integer.numberOfTrailingZeros(rest);
      own[d] = sets[d];
    }
    return space.plane(family).box(own, new Place(-1));
  }

  private boolean isSeen(int family, long[][] cell) {
    for (int k = 0; k < LINES.length; k++) {
      if (!Spans.within(cell[LINES[k]], seen[family][k])) {
        return false;
      }
    }
    Box service = service(family, cell);
    return services.get(family).stream().anyMatch(service::within);
  }

  private void see(int family, long[][] cell) {
    for (int k = 0; k < LINES.length; k++) {
      seen[family][k] = Spans.union(seen[family][k], cell[LINES[k]]);
    }
    Box service = service(family, cell);
    services.get(family).removeIf(old -> old.within(service));
    services.get(family).add(service);
  }

  /** How many addresses of a family occur as source, or as destination. */
  public BigInteger addresses(int family, boolean source) {
    int d = source ? Dimension.SOURCE.ordinal() : Dimension.DESTINATION.ordinal();
    return space.plane(family).weight(d, seen[family][indexOf(d)]);
  }

  /** How many zones packets come from, or go to. */
  public int zones(boolean from) {
    int k = indexOf(from ? Dimension.FROM.ordinal() : Dimension.TO.ordinal());
    return (int) Spans.count(Spans.union(seen[0][k], seen[1][k]));
  }

  /** How many pairs of protocol and destination port occur, over tcp, udp and sctp. */
  public long ports() {
    long sum = 0;
    for (int protocol : new int[] {Protocol.TCP, Protocol.UDP, Protocol.SCTP}) {
      long[] ports = Spans.NONE;
      for (List<Box> family : services) {
        for (Box service : family) {
          if (Spans.contains(service.set(Dimension.PROTOCOL), protocol)) {
            ports = Spans.union(ports, service.set(Dimension.SECOND));
          }
        }
      }
      sum += Spans.count(ports);
    }
    return sum;
  }

  /** Whether every service that can exist occurs, in each family of which anything is left. */
  public boolean anyService() {
    for (int family = 0; family < 2; family++) {
      List<Box> seenHere = services.get(family);
      Box every = space.plane(family).everything(new Place(-1));
      if (!seenHere.isEmpty()
          && !remainder.nothing(every, seenHere.toArray(Box[]::new), seenHere.size())) {
        return false;
      }
    }
    return true;
  }
}
