package org.tinshelf.bench.family;

import java.time.ZoneId;
import java.util.ArrayList;
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
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.UserGroup;

/** Host firewalls: rules by application, user and profile rather than by address. */
public final class Hosts implements Family {

  @Override
  public String name() {
    return "host firewalls";
  }

  @Override
  public String statistics() {
    return "no zones; 60 applications, 12 % of rules name one (a third on standard services); users"
        + " 15 %, a profile 40 %, guard 10 %; sources a /16 to /24 55 %, a host 40 %, any 5 %;"
        + " destination any 90 %; one of 60 services or a port of their own (30 %); 15 % block";
  }

  @Override
  public Estate estate(int rules, long seed) {
    Sketch s = new Sketch(seed);
    List<String> services = s.usualServices();
    for (int i = 0; i < 60; i++) {
      s.applications.add(
          new Application.Single(
              About.named("program " + i), "", 1 + i % 5, List.of("tcp/" + (20_000 + i))));
    }
    for (int i = 0; i < 20; i++) {
      s.users.add(new UserGroup(About.named("role " + i), false, List.of("login " + i)));
    }
    List<Line> lines = new ArrayList<>();
    while (lines.size() < rules - 1) {
      lines.add(rule(s, services, "rule " + lines.size()));
    }
    lines.add(Sketch.lastBlock());
    Firewall host =
        new Firewall(
            "host",
            Firewall.Kind.HOST,
            Optional.empty(),
            "",
            ZoneId.of("UTC"),
            "",
            List.of(),
            List.of(),
            List.of(),
            Optional.empty(),
            lines);
    return s.estate("host firewalls", host);
  }

  private static Rule rule(Sketch s, List<String> services, String name) {
    Draft d = new Draft(name);
    double r = s.random.nextDouble();
    String net = "10." + s.random.nextInt(64) + ".";
    d.source =
        r < 0.05
            ? Members.ANY
            : Sketch.members(
                r < 0.2
                    ? net + "0.0/16"
                    : r < 0.6
                        ? net + s.random.nextInt(256) + ".0/24"
                        : net + s.random.nextInt(256) + "." + s.random.nextInt(256));
    d.destination =
        s.chance(0.9) ? Members.ANY : Sketch.members(net + "1." + s.random.nextInt(256));
    String own = "tcp/" + (30_000 + s.random.nextInt(20_000));
    d.services(List.of(s.chance(0.3) ? own : s.often(services)));
    if (s.chance(0.12)) {
      d.applications = List.of(s.one(s.applications).name());
      d.services = s.chance(0.33) ? new Rule.Services.Standard() : d.services;
    }
    d.users = s.chance(0.15) ? List.of(s.one(s.users).name()) : List.of();
    d.profiles = s.chance(0.4) ? List.of(s.one(List.of(Profile.values()))) : List.of();
    d.guard = s.chance(0.1) ? s.one(List.of(Guard.values())) : Guard.NONE;
    d.action = s.chance(0.15) ? Action.DROP : Action.ALLOW;
    d.log = s.chance(0.5) ? Log.NONE : Log.END;
    return d.rule();
  }
}
