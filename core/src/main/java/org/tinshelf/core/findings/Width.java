package org.tinshelf.core.findings;

import java.math.BigInteger;
import java.util.Locale;
import java.util.function.Consumer;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.FindingSettings;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.Breadth;

/** Finds rules that let through more than a rule should, by points over what they decide. */
final class Width {

  private static final BigInteger ALL4 = BigInteger.ONE.shiftLeft(32);
  private static final BigInteger ALL6 = BigInteger.ONE.shiftLeft(128);
  private static final int MEDIUM_FROM = 4;
  private static final int HIGH_FROM = 6;

  private final Reading reading;
  private final FindingSettings settings;
  private final BigInteger many6;

  /** How many addresses of each family stand in one field. */
  private record Count(BigInteger v4, BigInteger v6) {
    String says(String what, int points) {
      if (points == 2) {
        return "any " + what;
      }
      if (v6.signum() == 0) {
        return grouped(v4) + " " + what + (v4.equals(BigInteger.ONE) ? "" : "s");
      }
      String six = "2^" + (v6.bitLength() - 1) + " IPv6 " + what + "s";
      return v4.signum() == 0 ? six : grouped(v4) + " IPv4 and about " + six;
    }
  }

  /** What a rule, or what it still decides, lets through. */
  private record Found(Count sources, Count destinations, long ports, boolean any, int zones) {}

  Width(Reading reading) {
    this.reading = reading;
    this.settings = reading.stack().surroundings().settings();
    this.many6 = BigInteger.ONE.shiftLeft(128 - settings.prefix6());
  }

  private int points(Count count) {
    boolean some = count.v4.signum() > 0 || count.v6.signum() > 0;
    boolean any =
        some
            && (count.v4.signum() == 0 || count.v4.equals(ALL4))
            && (count.v6.signum() == 0 || count.v6.equals(ALL6));
    boolean many =
        count.v4.compareTo(BigInteger.valueOf(settings.many4())) >= 0
            || count.v6.compareTo(many6) >= 0;
    return any ? 2 : many ? 1 : 0;
  }

  private int points(Found found) {
    int services = found.any ? 2 : found.ports >= settings.ports() ? 1 : 0;
    return points(found.sources) + points(found.destinations) + services + found.zones;
  }

  /** Whether a row that decides something may be too wide, whatever the lines above it leave. */
  boolean concerns(Row row) {
    return row.isRule()
        && row.lets()
        && mostPoints(row) >= MEDIUM_FROM
        && row.entry.outcome().orElseThrow().action() == Action.ALLOW;
  }

  void judge(Row row, Consumer<Verdict> out) {
    if (row.undecided || !row.live() || !concerns(row)) {
      return;
    }
    Found found = left(row);
    int points = points(found);
    if (points < MEDIUM_FROM) {
      return;
    }
    String reached =
        found.sources.says("source", points(found.sources))
            + " reach "
            + found.destinations.says("destination", points(found.destinations))
            + " on "
            + (found.any ? "any service" : onPorts(found.ports));
    out.accept(
        Verdict.about(
                row,
                Kind.OVERLY_BROAD,
                points >= HIGH_FROM ? Severity.HIGH : Severity.MEDIUM,
                !row.touched,
                (rule, by) -> Sentences.broad(rule, reached))
            .withWitness(reading.decided(row)));
  }

  /**
   * No fewer than what it decides can have: points of one family alone may be more than of both.
   */
  private int mostPoints(Row row) {
    if (row.mostPoints < 0) {
      int most = points(matched(row, Reading.FAMILIES));
      if (!row.area.v4().isEmpty() && !row.area.v6().isEmpty()) {
        for (int without = 0; without < Reading.FAMILIES; without++) {
          most = Math.max(most, points(matched(row, without)));
        }
      }
      row.mostPoints = most;
    }
    return row.mostPoints;
  }

  private Found matched(Row row, int without) {
    Breadth breadth = new Breadth(reading.space(), reading.remainder());
    for (int f = 0; f < Reading.FAMILIES; f++) {
      if (f != without) {
        for (Box box : row.area.boxes(f)) {
          breadth.add(f, box, new Box[0], 0);
        }
      }
    }
    return found(breadth);
  }

  private Found left(Row row) {
    Breadth breadth = new Breadth(reading.space(), reading.remainder());
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = reading.meeting(f, box);
        breadth.add(f, box, met, Reading.above(met, row));
      }
    }
    return found(breadth);
  }

  private Found found(Breadth breadth) {
    int zones = 0;
    if (reading.stack().placedZones() > 2) {
      int all = reading.stack().universe().zones().size();
      zones = (breadth.zones(true) == all ? 1 : 0) + (breadth.zones(false) == all ? 1 : 0);
    }
    return new Found(
        new Count(breadth.addresses(0, true), breadth.addresses(1, true)),
        new Count(breadth.addresses(0, false), breadth.addresses(1, false)),
        breadth.ports(),
        breadth.anyService(),
        zones);
  }

  private static String onPorts(long ports) {
    if (ports == 0) {
      return "a service without ports";
    }
    return String.format(Locale.ROOT, "%,d", ports) + (ports == 1 ? " port" : " ports");
  }

  private static String grouped(BigInteger number) {
    return String.format(Locale.ROOT, "%,d", number);
  }
}
