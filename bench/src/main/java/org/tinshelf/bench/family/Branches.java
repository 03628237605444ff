package org.tinshelf.bench.family;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.tinshelf.bench.family.Sketch.Draft;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;

/** Many branches under bays with shelves above and below their own. */
public final class Branches implements Family {

  private static final int FIREWALLS = 3;

  @Override
  public String name() {
    return "branches";
  }

  @Override
  public String statistics() {
    return "5 zones, 10 % of rules from any; of each stack 20 % in upper shelves of two bays (a"
        + " quarter blocks), 70 % own, 10 % lower; sources by site network 60 %, host 30 %, any"
        + " 10 %; destinations central hosts 60 %, site hosts 30 %, any 10 %; 3 % of own rules are"
        + " drawers of 6";
  }

  @Override
  public Estate estate(int rules, long seed) {
    Sketch s = new Sketch(seed);
    List<String> services = s.usualServices();
    s.zone("outside", 0);
    s.zone("guest", 10);
    s.zone("tills", 40);
    s.zone("office", 50);
    s.zone("tunnel", 70);
    List<String> central = new ArrayList<>();
    for (int i = 0; i < Math.max(20, rules / 20); i++) {
      central.add(s.host("central " + i, "10.0." + i / 250 % 250 + "." + (1 + i % 250)));
    }
    s.management.add(s.network("admins", "10.0.255.0/24"));
    List<Line> upper = lines(s, services, central, rules / 10, 0, "u", 0.25);
    List<Line> inner = lines(s, services, central, rules / 10, 0, "v", 0.25);
    List<Line> lower = lines(s, services, central, rules / 10 - 1, 0, "w", 0.05);
    lower.add(Sketch.lastBlock());
    Bay region = new Bay("region", Optional.empty(), inner, List.of(), List.of());
    Bay root = new Bay("all", Optional.of(Floor.DEFAULT), upper, lower, List.of(region));
    List<Firewall> firewalls = new ArrayList<>();
    for (int f = 1; f <= FIREWALLS; f++) {
      List<Line> own = own(s, services, central, f == 1 ? rules * 7 / 10 : rules / 20, f);
      firewalls.add(s.firewall("branch " + f, Firewall.Kind.BRANCH, Optional.of("region"), own));
    }
    return s.estate("branches", List.of(root), firewalls);
  }

  private static List<Line> own(
      Sketch s, List<String> services, List<String> central, int count, int site) {
    List<Line> out = new ArrayList<>();
    int n = 0;
    while (n < count) {
      if (s.chance(0.03 / 6) && count - n > 7) {
        Draft d = new Draft("drawer " + n);
        d.from = List.of(s.one(s.zones).name());
        Optional<Action> end = Optional.of(Action.DROP);
        out.add(d.drawer(lines(s, services, central, 6, site, "d" + n, 0.1), end));
        n += 7;
      } else {
        out.addAll(lines(s, services, central, 1, site, "o" + n++, 0.1));
      }
    }
    return out;
  }

  private static List<Line> lines(
      Sketch s,
      List<String> services,
      List<String> central,
      int count,
      int site,
      String prefix,
      double blocks) {
    List<Line> out = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      Draft d = new Draft(prefix + "-" + i);
      d.from = s.chance(0.1) ? List.of() : List.of(s.one(s.zones).name());
      d.to = List.of(s.one(s.zones).name());
      int place = site > 0 ? site : 1 + s.random.nextInt(250);
      d.source = sources(s, place);
      double r = s.random.nextDouble();
      d.destination =
          r < 0.6
              ? Sketch.members(s.one(central))
              : r < 0.9 || d.source.any() ? Sketch.members(local(s, place)) : Members.ANY;
      d.services(List.of(s.often(services)));
      d.action = s.chance(blocks) ? Action.DROP : Action.ALLOW;
      d.log = s.chance(0.3) ? Log.NONE : Log.END;
      out.add(d.rule());
    }
    return out;
  }

  private static Members sources(Sketch s, int site) {
    double r = s.random.nextDouble();
    if (r < 0.1) {
      return Members.ANY;
    }
    String net = "10." + (1 + site % 250) + "." + s.random.nextInt(256);
    return Sketch.members(r < 0.7 ? net + ".0/24" : net + "." + s.random.nextInt(256));
  }

  private static String local(Sketch s, int site) {
    return "10." + (1 + site % 250) + "." + s.random.nextInt(256) + "." + s.random.nextInt(256);
  }
}
