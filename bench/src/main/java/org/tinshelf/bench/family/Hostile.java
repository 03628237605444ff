package org.tinshelf.bench.family;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.tinshelf.bench.family.Sketch.Draft;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.model.ServiceTerm;

/** Rulebases that nobody writes, made to be hard. */
public final class Hostile implements Family {

  /** What is hard about it. */
  public enum Shape {
    /** Ranges in four dimensions that climb together, each overlapping some fifty others. */
    STAIRS,
    /** Ranges in four dimensions at random places, each a tenth of its dimension wide. */
    SCATTER,
    /** Wildcard masks that pick every second, fourth, … site and host. */
    CHECKERS,
    /** Drawers in drawers, twelve deep, some passing on. */
    DRAWERS,
    /** As many schedules as rules. */
    SCHEDULES
  }

  private final Shape shape;

  Hostile(Shape shape) {
    this.shape = shape;
  }

  @Override
  public String name() {
    return shape.name().toLowerCase(Locale.ROOT);
  }

  @Override
  public String statistics() {
    return switch (shape) {
      case STAIRS -> "source, destination, source port and port climb together, 50 overlap";
      case SCATTER -> "ranges at random in the same four, each a tenth of its dimension";
      case CHECKERS -> "source and destination by wildcard masks of up to 1,024 ranges";
      case DRAWERS -> "drawers twelve deep, every fourth passes on";
      case SCHEDULES -> "a weekly schedule of its own for each rule, on few networks";
    };
  }

  @Override
  public Estate estate(int rules, long seed) {
    Sketch s = new Sketch(seed);
    s.zone("inside", 50);
    s.zone("outside", 0);
    List<Line> lines = shape == Shape.DRAWERS ? drawers(s, rules) : new ArrayList<>();
    while (lines.size() < rules - 1 && shape != Shape.DRAWERS) {
      Draft d = new Draft("rule " + lines.size());
      d.action = s.chance(0.3) ? Action.DROP : Action.ALLOW;
      fill(s, d, lines.size(), rules);
      lines.add(d.rule());
    }
    lines.add(Sketch.lastBlock());
    return s.estate(name(), s.firewall("fw", Firewall.Kind.PERIMETER, Optional.empty(), lines));
  }

  private void fill(Sketch s, Draft d, int i, int rules) {
    switch (shape) {
      case STAIRS -> {
        int step = 60_000 / (rules + 50);
        ranges(s, d, i, new int[] {i * step, i * step, i * step, i * step}, 50 * step);
      }
      case SCATTER -> {
        int width = 6_500;
        int[] at = s.random.ints(4, 0, 65_535 - width).toArray();
        ranges(s, d, i, at, width);
      }
      case CHECKERS -> {
        d.source = Sketch.members(mask(s, "a" + i));
        d.destination = Sketch.members(mask(s, "b" + i));
      }
      case SCHEDULES -> {
        LocalTime from = LocalTime.of(s.random.nextInt(24), s.random.nextInt(60));
        Schedule.Window window =
            new Schedule.Window(
                EnumSet.of(DayOfWeek.of(1 + i % 7), DayOfWeek.of(1 + i / 7 % 7)),
                from,
                from.plusMinutes(30L + s.random.nextInt(600)));
        s.schedules.add(new Schedule.Weekly(About.named("time " + i), List.of(window)));
        d.when = List.of("time " + i);
        d.source = Sketch.members("10.0." + s.random.nextInt(16) + ".0/24");
      }
      case DRAWERS -> throw new IllegalStateException();
    }
  }

  private static String ip(int low) {
    return "10.0." + low / 256 + "." + low % 256;
  }

  private static void ranges(Sketch s, Draft d, int i, int[] at, int width) {
    d.source = Sketch.members(ip(at[0]) + "-" + ip(at[0] + width));
    d.destination = Sketch.members(ip(at[1]) + "-" + ip(at[1] + width));
    ServiceTerm term =
        new ServiceTerm(
            6,
            List.of(new ServiceTerm.Span(at[2], at[2] + width)),
            List.of(new ServiceTerm.Span(at[3], at[3] + width)));
    s.services.add(new Service.Terms(About.named("ports " + i), List.of(term)));
    d.services(List.of("ports " + i));
  }

  /** Fixes the upper byte and up to four of the twenty bits above the lowest four. */
  private static String mask(Sketch s, String name) {
    int mask = 0xff00_0000;
    for (int k = 0; k < 4; k++) {
      mask |= 1 << 14 + s.random.nextInt(10);
    }
    int value = 10 << 24 | s.random.nextInt() & mask & 0x00ff_ffff;
    s.addresses.add(new Address.Wildcard(About.named(name), ip4(value), ip4(mask)));
    return name;
  }

  private static Ip ip4(int bits) {
    return Ip.parse(
        (bits >>> 24) + "." + (bits >>> 16 & 255) + "." + (bits >>> 8 & 255) + "." + (bits & 255));
  }

  private static List<Line> drawers(Sketch s, int rules) {
    List<Line> out = new ArrayList<>();
    int made = 0;
    while (made < rules - 20) {
      out.add(drawer(s, made, 12));
      made += 36;
    }
    return out;
  }

  private static Line drawer(Sketch s, int number, int depth) {
    List<Line> inner = new ArrayList<>();
    for (int k = 0; k < 2; k++) {
      Draft d = new Draft("rule " + number + "-" + depth + "-" + k);
      d.source =
          Sketch.members("10." + s.random.nextInt(8) + "." + s.random.nextInt(32) * 8 + ".0/21");
      d.services(List.of("tcp/" + (80 + s.random.nextInt(40))));
      d.action = s.chance(0.4) ? Action.DROP : Action.ALLOW;
      inner.add(d.rule());
    }
    if (depth > 1) {
      inner.add(1, drawer(s, number, depth - 1));
    }
    Draft d = new Draft("drawer " + number + "-" + depth);
    int bits = 8 + depth % 4;
    d.source = Sketch.members("10.0.0.0/" + bits);
    d.destination = Sketch.members("10." + s.random.nextInt(4) * 64 + ".0.0/10");
    Optional<Action> end = depth % 4 == 0 ? Optional.of(Action.DROP) : Optional.empty();
    return d.drawer(inner, depth % 4 == 3 ? Optional.of(Action.ALLOW) : end);
  }
}
