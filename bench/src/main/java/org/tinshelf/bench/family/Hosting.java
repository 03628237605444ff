package org.tinshelf.bench.family;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.tinshelf.bench.family.Sketch.Draft;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;

/** A hosting company: thousands of single addresses, each with its few open ports. */
public final class Hosting implements Family {

  private static final int MOST_BLOCKED = 200;

  @Override
  public String name() {
    return "hosting";
  }

  @Override
  public String statistics() {
    return "3 zones; 2 %, at most 200, block a network of origin at the top; 70 % allow any source to one /32 on"
        + " one of 60 services, 20 % a customer's /29 to one /32 for maintenance, 5 % one /32 to"
        + " anywhere, 3 % block one /32; 2.5 rules per address";
  }

  @Override
  public Estate estate(int rules, long seed) {
    Sketch s = new Sketch(seed);
    List<String> services = s.usualServices();
    s.zone("outside", 0);
    s.zone("racks", 50);
    s.zone("office", 80);
    List<Line> lines = new ArrayList<>();
    int machines = Math.max(8, rules * 2 / 5);
    while (lines.size() < rules - 1) {
      lines.add(rule(s, services, lines.size(), rules, machines));
    }
    lines.add(Sketch.lastBlock());
    return s.estate(
        "hosting", s.firewall("edge", Firewall.Kind.PERIMETER, Optional.empty(), lines));
  }

  private static String machine(int number) {
    return "10." + (64 + number / 65_536) + "." + number / 256 % 256 + "." + number % 256;
  }

  private static Line rule(Sketch s, List<String> services, int at, int rules, int machines) {
    Draft d = new Draft("rule " + at);
    d.from = List.of("outside");
    d.to = List.of("racks");
    d.log = s.chance(0.5) ? Log.NONE : Log.END;
    if (at < Math.min(rules / 50, MOST_BLOCKED)) {
      d.action = Action.DROP;
      int net = s.random.nextInt(1 << 16);
      d.source = Sketch.members("172." + (16 + net % 16) + "." + net / 16 % 256 + ".0/24");
      d.to = List.of();
      return d.rule();
    }
    String machine = machine(s.random.nextInt(machines));
    double r = s.random.nextDouble();
    d.destination = Sketch.members(machine);
    d.services(List.of(s.often(services)));
    if (r < 0.2) {
      int customer = s.random.nextInt(1 << 13);
      d.source = Sketch.members("192.168." + customer / 32 % 256 + "." + customer % 32 * 8 + "/29");
      d.services(List.of("s-tcp-22", s.one(services)).stream().distinct().toList());
    } else if (r < 0.25) {
      d.from = List.of("racks");
      d.to = List.of("outside");
      d.source = d.destination;
      d.destination = Sketch.members("0.0.0.0/0");
    } else if (r < 0.28) {
      d.action = Action.DROP;
    }
    return d.rule();
  }
}
