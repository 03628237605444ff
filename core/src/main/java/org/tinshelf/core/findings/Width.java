package org.tinshelf.core.findings;

import java.math.BigInteger;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.tinshelf.core.findings.Finding.Certainty;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.space.Projection;

/** Finds rules that let through more than a rule should, by points over what they decide. */
final class Width {

  private static final BigInteger WIDE4 = BigInteger.valueOf(65_536);
  private static final BigInteger ALL4 = BigInteger.ONE.shiftLeft(32);
  private static final BigInteger WIDE6 = BigInteger.ONE.shiftLeft(80);
  private static final BigInteger ALL6 = BigInteger.ONE.shiftLeft(128);
  private static final BigInteger MANY_PORTS = BigInteger.valueOf(1_000);
  private static final int MEDIUM_FROM = 4;
  private static final int HIGH_FROM = 6;

  private final Reading reading;
  private final Projection projection;

  /** How many addresses of each family stand in one field. */
  private record Count(BigInteger v4, BigInteger v6) {
    int points() {
      boolean any =
          (v4.signum() > 0 || v6.signum() > 0)
              && (v4.signum() == 0 || v4.equals(ALL4))
              && (v6.signum() == 0 || v6.equals(ALL6));
      return any ? 2 : v4.compareTo(WIDE4) >= 0 || v6.compareTo(WIDE6) >= 0 ? 1 : 0;
    }

    String says(String what) {
      if (points() == 2) {
        return "any " + what;
      }
      if (v6.signum() == 0) {
        return grouped(v4) + " " + what + (v4.equals(BigInteger.ONE) ? "" : "s");
      }
      String six = "2^" + (v6.bitLength() - 1) + " IPv6 " + what + "s";
      return v4.signum() == 0 ? six : grouped(v4) + " IPv4 and about " + six;
    }
  }

  Width(Reading reading) {
    this.reading = reading;
    this.projection = reading.projection();
  }

  void find(Consumer<Finding> out) {
    for (int i = 0; i < reading.count(); i++) {
      if (reading.isRule(i)
          && reading.live(i)
          && reading.entry(i).outcome().orElseThrow().action() == Action.ALLOW) {
        judge(i).ifPresent(out);
      }
    }
  }

  private Optional<Finding> judge(int i) {
    int set = reading.decided(i);
    Count sources = count(set, true);
    Count destinations = count(set, false);
    BigInteger ports = projection.ports(set);
    boolean anyService = projection.anyService(set);
    int services = anyService ? 2 : ports.compareTo(MANY_PORTS) >= 0 ? 1 : 0;
    int points = sources.points() + destinations.points() + services;
    if (reading.stack().placedZones() > 2) {
      points += everyZone(set, true) + everyZone(set, false);
    }
    if (points < MEDIUM_FROM) {
      return Optional.empty();
    }
    String says =
        Sentences.quoted(reading.entry(i).ref())
            + " lets "
            + sources.says("source")
            + " reach "
            + destinations.says("destination")
            + " on "
            + (anyService ? "any service" : onPorts(ports))
            + ".";
    return Optional.of(
        new Finding(
            Kind.OVERLY_BROAD,
            points >= HIGH_FROM ? Severity.HIGH : Severity.MEDIUM,
            reading.livingSoFar(i) ? Certainty.AS_IT_STANDS : Certainty.ALWAYS,
            reading.entry(i).ref(),
            List.of(),
            reading.reach(i),
            Optional.of(reading.witness(set)),
            says));
  }

  private static String onPorts(BigInteger ports) {
    if (ports.signum() == 0) {
      return "a service without ports";
    }
    return grouped(ports) + (ports.equals(BigInteger.ONE) ? " port" : " ports");
  }

  private int everyZone(int set, boolean from) {
    int zones = reading.stack().universe().zones().size();
    return projection.zones(set, from).cardinality() == zones ? 1 : 0;
  }

  private Count count(int set, boolean source) {
    return new Count(
        projection.addresses(set, source, false), projection.addresses(set, source, true));
  }

  private static String grouped(BigInteger number) {
    return String.format(java.util.Locale.ROOT, "%,d", number);
  }
}
