package org.tinshelf.core.findings;

import java.time.DayOfWeek;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.model.UserGroup;
import org.tinshelf.core.model.Zone;
import org.tinshelf.core.space.Packet;

/** Reads an estate's only firewall by trying packets one by one; shares no code with the engine. */
final class BruteForce {

  /** A rule, a drawer's own rule (no outcome), a drawer's end or the floor. */
  record Row(String place, List<Rule> all, Action action, String outcome, boolean rule) {}

  private final Estate estate;
  private final Firewall firewall;
  private final List<Row> rows = new ArrayList<>();
  private final Map<String, Address> addresses;
  private final Map<String, Service> services;

  BruteForce(Estate estate) {
    this.estate = estate;
    this.firewall = estate.firewalls().get(0);
    addresses =
        estate.addresses().stream().collect(Collectors.toMap(Address::name, Function.identity()));
    services =
        estate.services().stream().collect(Collectors.toMap(Service::name, Function.identity()));
    Bay root = estate.bays().get(0);
    Bay site = root.bays().get(0);
    lines("root/upper ", "", root.upper(), List.of());
    lines("site/upper ", "", site.upper(), List.of());
    lines("fw/own ", "", firewall.own(), List.of());
    lines("site/lower ", "", site.lower(), List.of());
    lines("root/lower ", "", root.lower(), List.of());
  }

  List<Row> rows() {
    return rows;
  }

  private void lines(String shelf, String prefix, List<Line> lines, List<Rule> outer) {
    int n = 0;
    for (Line line : lines) {
      if (!(line instanceof Rule rule)) {
        continue;
      }
      n++;
      boolean gone =
          rule.expires().isPresent()
              && rule.expires().get().isBefore(RandomPolicies.NOW.toLocalDate());
      if (!rule.on() || gone || !rule.only().isEmpty() && !rule.only().contains("fw")) {
        continue;
      }
      List<Rule> all = new ArrayList<>(outer);
      all.add(rule);
      String nat = rule.inspection() + "/" + rule.sourceNat();
      if (rule.action() instanceof RuleAction.Decide d) {
        rows.add(
            new Row(
                shelf + prefix + n, all, d.action(), d.action() + "/" + rule.log() + nat, true));
      } else {
        RuleAction.Drawer d = (RuleAction.Drawer) rule.action();
        rows.add(new Row(shelf + prefix + n, all, null, null, false));
        lines(shelf, prefix + n + ".", d.lines(), all);
        if (d.end().isPresent()) {
          rows.add(
              new Row(
                  shelf + prefix + n + ".end",
                  all,
                  d.end().get(),
                  d.end().get() + "/" + d.log() + nat,
                  false));
        }
      }
    }
  }

  boolean matches(Row row, Packet p) {
    return row.all.stream().allMatch(r -> matches(r, p));
  }

  /** What the floor does, as action and whole outcome. */
  Map.Entry<Action, String> floor(Packet p) {
    Floor floor = estate.bays().get(0).floor().orElse(new Floor(Floor.Kind.CLOSED, true));
    boolean lets =
        switch (floor.kind()) {
          case CLOSED -> false;
          case OPEN -> true;
          case WITHIN_ZONES -> p.from().equals(p.to()) && !p.from().equals("self");
          case BY_TRUST ->
              trust(p.from()) >= 0 && trust(p.to()) >= 0 && trust(p.from()) > trust(p.to());
        };
    Action action = lets ? Action.ALLOW : Action.DROP;
    return Map.entry(action, action + "/" + (floor.log() ? Log.END : Log.NONE) + "[]/false");
  }

  private int trust(String zone) {
    return estate.zones().stream()
        .filter(z -> z.name().equals(zone))
        .mapToInt(z -> z.trust().getAsInt())
        .findFirst()
        .orElse(-1);
  }

  private boolean matches(Rule r, Packet p) {
    return zone(r.from(), p.from())
        && zone(r.to(), p.to())
        && members(r.source(), p.source())
        && members(r.destination(), p.destination())
        && (r.users().isEmpty() || r.users().stream().anyMatch(u -> user(u, p.user())))
        && service(r, p)
        && (r.when().isEmpty() || r.when().stream().anyMatch(w -> during(w, p)))
        && r.expires().map(d -> p.time().toLocalDate().compareTo(d) <= 0).orElse(true)
        && (r.profiles().isEmpty() || r.profiles().contains(p.profile()))
        && p.guard().ordinal() >= r.guard().ordinal();
  }

  private boolean zone(List<String> zones, String zone) {
    return zones.isEmpty() || zones.contains(Zone.ANY) || zones.contains(zone);
  }

  private boolean members(Members m, Ip ip) {
    return m.names().isEmpty() || m.names().stream().anyMatch(n -> holds(n, ip)) != m.not();
  }

  private static boolean in(AddressRange r, Ip ip) {
    return r.first().v6() == ip.v6() && r.first().compareTo(ip) <= 0 && ip.compareTo(r.last()) <= 0;
  }

  private boolean holds(String name, Ip ip) {
    Address a = addresses.get(name);
    if (a == null) {
      return in(AddressRange.parse(name), ip);
    } else if (a instanceof Address.Fixed f) {
      return in(f.range(), ip);
    } else if (a instanceof Address.Wildcard w) {
      return w.mask().v6() == ip.v6()
          && ip.value().and(w.mask().value()).equals(w.address().value().and(w.mask().value()));
    } else if (a instanceof Address.Resolved r) {
      return r.content().stream().anyMatch(c -> in(c, ip));
    } else if (a instanceof Address.Group g) {
      return g.members().stream().anyMatch(m -> holds(m, ip))
          && g.except().stream().noneMatch(m -> holds(m, ip));
    }
    return addresses.values().stream()
        .anyMatch(o -> o.about().labels().contains("tag") && holds(o.name(), ip));
  }

  private boolean user(String name, String user) {
    Optional<UserGroup> group =
        estate.users().stream().filter(g -> g.name().equals(name)).findFirst();
    return group.map(g -> g.members().contains(user)).orElse(name.equals(user));
  }

  private boolean service(Rule r, Packet p) {
    List<String> apps = new ArrayList<>();
    for (String a : r.applications()) {
      apps.addAll(
          a.equals("apps")
              ? List.of("chat", "pipe")
              : a.equals("risky") ? List.of("pipe") : List.of(a));
    }
    if (!apps.isEmpty() && !apps.contains(p.application())) {
      return false;
    }
    if (r.services() instanceof Rule.Services.Listed l) {
      return l.names().isEmpty() || l.names().stream().anyMatch(n -> service(n, p));
    }
    return estate.applications().stream()
        .anyMatch(
            a ->
                a instanceof Application.Single s
                    && s.name().equals(p.application())
                    && s.services().stream().anyMatch(n -> service(n, p)));
  }

  private boolean service(String name, Packet p) {
    Service s = services.get(name);
    List<ServiceTerm> terms =
        s == null
            ? List.of(ServiceTerm.parse(name))
            : s instanceof Service.Terms t ? t.terms() : List.of();
    return terms.stream()
        .anyMatch(
            t ->
                t.protocol() == p.protocol()
                    && has(t.first(), p.first())
                    && has(t.second(), p.second()));
  }

  private static boolean has(List<ServiceTerm.Span> spans, int n) {
    return spans.isEmpty() || spans.stream().anyMatch(s -> s.first() <= n && n <= s.last());
  }

  private boolean during(String name, Packet p) {
    Schedule s =
        estate.schedules().stream().filter(x -> x.name().equals(name)).findFirst().orElseThrow();
    if (s instanceof Schedule.Once o) {
      return !p.time().isBefore(o.from()) && p.time().isBefore(o.to());
    }
    boolean late = p.time().getDayOfWeek() == DayOfWeek.SUNDAY && p.time().getHour() >= 22;
    return late || p.time().getDayOfWeek() == DayOfWeek.MONDAY && p.time().getHour() < 6;
  }

  /** For each row the packets it matches. */
  List<BitSet> matched(List<Packet> packets) {
    List<BitSet> out = new ArrayList<>();
    for (Row row : rows) {
      BitSet bits = new BitSet();
      for (int i = 0; i < packets.size(); i++) {
        bits.set(i, matches(row, packets.get(i)));
      }
      out.add(bits);
    }
    return out;
  }
}
