package org.tinshelf.bench.family;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import org.tinshelf.bench.family.Sketch.Draft;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.UserGroup;

/** A large perimeter firewall that many hands have edited for years. */
public final class HeadOffice implements Family {

  private record Site(
      String zone, List<String> networks, List<String> hosts, List<String> groups) {}

  @Override
  public String name() {
    return "head office";
  }

  @Override
  public String statistics() {
    return "8 zones, 2 % of rules from or to several; source any 7 %, a network 35 %, a host 45 %,"
        + " a group 13 %; destination likewise with any 5 %; 1 to 3 of 60 services, any 3 %;"
        + " 10 % IPv6; applications 5 % (half on standard services), users 3 %, schedules 2 %,"
        + " guard 1 %; 14 % block; 5 % off; 4 % copies of earlier rules";
  }

  @Override
  public Estate estate(int rules, long seed) {
    Sketch s = new Sketch(seed);
    List<String> services = s.usualServices();
    List<Site> sites = sites(s, rules);
    extras(s);
    List<Line> lines = new ArrayList<>();
    int parts = 0;
    while (lines.size() < rules - 1) {
      if (lines.size() % 200 == 100) {
        lines.add(new Line.Divider("Part " + ++parts));
      }
      boolean copy = lines.size() > 50 && s.chance(0.04);
      Line old = copy ? lines.get(s.random.nextInt(lines.size())) : null;
      lines.add(
          old instanceof Rule rule
              ? copy(rule, "rule " + lines.size())
              : rule(s, sites, services, "rule " + lines.size()));
    }
    lines.add(Sketch.lastBlock());
    return s.estate(
        "head office", s.firewall("hq", Firewall.Kind.PERIMETER, Optional.empty(), lines));
  }

  private static List<Site> sites(Sketch s, int rules) {
    String[] names = {"outside", "guest", "dmz", "office", "plant", "voice", "servers", "admin"};
    int[] trust = {0, 10, 30, 50, 55, 60, 70, 90};
    int networks = Math.max(4, rules / 100);
    List<Site> sites = new ArrayList<>();
    for (int z = 0; z < names.length; z++) {
      s.zone(names[z], trust[z]);
      Site site = new Site(names[z], new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
      for (int k = 0; k < networks; k++) {
        int number = z * networks + k;
        boolean six = s.chance(0.1);
        String base = "10." + number / 256 % 256 + "." + number % 256 + ".";
        String six6 = "2001:db8:" + Integer.toHexString(z) + ":" + Integer.toHexString(k) + "::";
        site.networks.add(
            s.network(
                names[z] + " net " + k,
                six ? six6 + "/64" : base + (k % 3 == 0 ? "0/24" : "128/25")));
        for (int h = 0; h < 3; h++) {
          site.hosts.add(
              s.host(
                  names[z] + " host " + k + "-" + h,
                  six ? six6 + (h + 1) : base + (129 + 7 * h + k % 5)));
        }
      }
      for (int g = 0; g < Math.max(2, networks / 8); g++) {
        List<String> members = new ArrayList<>();
        for (int m = 2 + s.random.nextInt(8); m > 0; m--) {
          String member = s.one(s.chance(0.7) ? site.hosts : site.networks);
          if (!members.contains(member)) {
            members.add(member);
          }
        }
        site.groups.add(s.group(names[z] + " group " + g, members));
      }
      sites.add(site);
    }
    s.management.add(sites.get(7).networks.get(0));
    return sites;
  }

  private static void extras(Sketch s) {
    for (int i = 0; i < 24; i++) {
      s.applications.add(
          new Application.Single(
              About.named("tool " + i),
              i % 2 == 0 ? "business" : "media",
              1 + i % 5,
              List.of("tcp/" + (9000 + i), i % 3 == 0 ? "tcp/443" : "udp/" + (9000 + i))));
    }
    for (int i = 0; i < 8; i++) {
      s.users.add(
          new UserGroup(About.named("team " + i), false, List.of("user " + i, "user " + (i + 1))));
    }
    Schedule.Window day =
        new Schedule.Window(
            EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY),
            LocalTime.of(7, 0),
            LocalTime.of(18, 0));
    Schedule.Window night =
        new Schedule.Window(
            EnumSet.allOf(DayOfWeek.class), LocalTime.of(22, 0), LocalTime.of(5, 0));
    s.schedules.add(new Schedule.Weekly(About.named("working hours"), List.of(day)));
    s.schedules.add(new Schedule.Weekly(About.named("night"), List.of(night)));
  }

  private static Rule copy(Rule rule, String name) {
    return new Rule(
        About.named(name),
        rule.on(),
        "",
        "",
        rule.expires(),
        rule.from(),
        rule.to(),
        rule.source(),
        rule.destination(),
        rule.users(),
        rule.applications(),
        rule.services(),
        rule.when(),
        rule.profiles(),
        rule.guard(),
        rule.action(),
        rule.log(),
        rule.inspection(),
        rule.sourceNat(),
        rule.only());
  }

  private static Rule rule(Sketch s, List<Site> sites, List<String> services, String name) {
    Draft d = new Draft(name);
    Site from = s.one(sites);
    Site to = s.one(sites);
    d.from = zones(s, sites, from);
    d.to = zones(s, sites, to);
    d.source = members(s, from, 0.07);
    d.destination = members(s, to, 0.05);
    if (!s.chance(0.03)) {
      List<String> some = new ArrayList<>();
      for (int n = 1 + s.random.nextInt(3); n > 0; n--) {
        String service = s.often(services);
        if (!some.contains(service)) {
          some.add(service);
        }
      }
      d.services(some);
    }
    if (s.chance(0.05)) {
      d.applications = List.of(s.one(s.applications).name());
      d.services = s.chance(0.5) ? new Rule.Services.Standard() : d.services;
    }
    d.users = s.chance(0.03) ? List.of(s.one(s.users).name()) : List.of();
    d.when = s.chance(0.02) ? List.of(s.one(s.schedules).name()) : List.of();
    d.guard = s.chance(0.01) ? Guard.ENCRYPTED : Guard.NONE;
    boolean nothingSaid = d.source.any() && d.destination.any();
    d.action = s.chance(0.14) && !nothingSaid ? Action.DROP : Action.ALLOW;
    d.log = s.chance(0.2) ? Log.NONE : Log.END;
    d.on = !s.chance(0.05);
    return d.rule();
  }

  private static List<String> zones(Sketch s, List<Site> sites, Site site) {
    String other = s.one(sites).zone;
    return s.chance(0.02) && !other.equals(site.zone)
        ? List.of(site.zone, other)
        : List.of(site.zone);
  }

  private static Members members(Sketch s, Site site, double any) {
    double r = s.random.nextDouble();
    if (r < any) {
      return Members.ANY;
    }
    return Sketch.members(
        s.one(r < any + 0.35 ? site.networks : r < any + 0.8 ? site.hosts : site.groups));
  }
}
