package org.tinshelf.bench.family;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.model.UserGroup;
import org.tinshelf.core.model.Zone;

/** Collects the objects and rules of a made-up estate. */
final class Sketch {

  final Random random;
  final List<Address> addresses = new ArrayList<>();
  final List<Service> services = new ArrayList<>();
  final List<Application> applications = new ArrayList<>();
  final List<UserGroup> users = new ArrayList<>();
  final List<Schedule> schedules = new ArrayList<>();
  final List<Zone> zones = new ArrayList<>();
  final List<String> management = new ArrayList<>();

  Sketch(long seed) {
    random = new Random(seed);
  }

  <T> T one(List<T> values) {
    return values.get(random.nextInt(values.size()));
  }

  /** The lower the index the more often, as people use few objects much and many seldom. */
  <T> T often(List<T> values) {
    double r = random.nextDouble();
    return values.get((int) (values.size() * r * r * r));
  }

  boolean chance(double share) {
    return random.nextDouble() < share;
  }

  String fixed(String name, Address.Form form, String content) {
    addresses.add(new Address.Fixed(About.named(name), form, AddressRange.parse(content)));
    return name;
  }

  String host(String name, String ip) {
    return fixed(name, Address.Form.HOST, ip);
  }

  String network(String name, String prefix) {
    return fixed(name, Address.Form.NETWORK, prefix);
  }

  String group(String name, List<String> members) {
    addresses.add(new Address.Group(About.named(name), List.copyOf(members), List.of()));
    return name;
  }

  String service(String name, String literal) {
    services.add(new Service.Terms(About.named(name), List.of(ServiceTerm.parse(literal))));
    return name;
  }

  String zone(String name, int trust) {
    zones.add(new Zone(About.named(name), OptionalInt.of(trust)));
    return name;
  }

  /** The usual services, the most used first. */
  List<String> usualServices() {
    List<String> out = new ArrayList<>();
    String[] usual = {
      "tcp/443",
      "tcp/80",
      "udp/53",
      "tcp/22",
      "tcp/53",
      "tcp/25",
      "udp/123",
      "icmp/8",
      "tcp/1433",
      "tcp/5432",
      "tcp/3306",
      "tcp/389",
      "tcp/636",
      "tcp/445",
      "tcp/3389",
      "tcp/8080",
      "tcp/8443",
      "udp/161",
      "udp/514",
      "tcp/993",
      "tcp/587",
      "tcp/9100",
      "udp/5060",
      "tcp/5061",
      "tcp/1521",
      "udp/500",
      "udp/4500",
      "protocol/50",
      "tcp/2049",
      "tcp/6379"
    };
    for (String literal : usual) {
      out.add(service("s-" + literal.replace('/', '-'), literal));
    }
    for (int i = 0; i < 30; i++) {
      int port = 7000 + 37 * i;
      out.add(service("app-" + port, "tcp/" + port + (i % 5 == 0 ? "-" + (port + 20) : "")));
    }
    return out;
  }

  /** A rule under construction; what is not set holds everything. */
  static final class Draft {
    final String name;
    Action action = Action.ALLOW;
    Log log = Log.END;
    boolean on = true;
    List<String> from = List.of();
    List<String> to = List.of();
    Members source = Members.ANY;
    Members destination = Members.ANY;
    List<String> users = List.of();
    List<String> applications = List.of();
    Rule.Services services = Rule.Services.ANY;
    List<String> when = List.of();
    List<Profile> profiles = List.of();
    Guard guard = Guard.NONE;
    Optional<LocalDate> expires = Optional.empty();

    Draft(String name) {
      this.name = name;
    }

    Draft services(List<String> names) {
      services = new Rule.Services.Listed(List.copyOf(names));
      return this;
    }

    Rule rule() {
      return with(new RuleAction.Decide(action));
    }

    Rule drawer(List<Line> lines, Optional<Action> end) {
      return with(new RuleAction.Drawer(List.copyOf(lines), end, Log.END));
    }

    private Rule with(RuleAction does) {
      return new Rule(
          About.named(name),
          on,
          "",
          "",
          expires,
          from,
          to,
          source,
          destination,
          users,
          applications,
          services,
          when,
          profiles,
          guard,
          does,
          does instanceof RuleAction.Drawer ? Log.NONE : log,
          List.of("usual"),
          false,
          List.of());
    }
  }

  static Members members(String... names) {
    return new Members(false, List.of(names));
  }

  static Rule lastBlock() {
    Draft draft = new Draft("last block");
    draft.action = Action.DROP;
    return draft.rule();
  }

  Firewall firewall(String name, Firewall.Kind kind, Optional<String> bay, List<Line> own) {
    List<Firewall.Interface> interfaces = new ArrayList<>();
    for (Zone zone : zones) {
      interfaces.add(
          new Firewall.Interface("if-" + zone.name(), Optional.of(zone.name()), List.of(), false));
    }
    return new Firewall(
        name,
        kind,
        bay,
        "",
        ZoneId.of("UTC"),
        "",
        interfaces,
        List.of(),
        List.of(),
        Optional.empty(),
        own);
  }

  Estate estate(String name, List<Bay> bays, List<Firewall> firewalls) {
    return new Estate(
        name,
        addresses,
        services,
        applications,
        users,
        schedules,
        zones,
        management,
        bays,
        firewalls);
  }

  Estate estate(String name, Firewall firewall) {
    Bay root = new Bay("all", Optional.of(Floor.DEFAULT), List.of(), List.of(), List.of());
    return estate(name, List.of(root), List.of(firewall));
  }
}
