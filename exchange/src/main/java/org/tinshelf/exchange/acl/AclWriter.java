package org.tinshelf.exchange.acl;

import java.time.DayOfWeek;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.model.Zone;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.IntervalSet;
import org.tinshelf.core.stack.Catalogue;
import org.tinshelf.core.stack.Stacks;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Writes what one firewall is to enforce: its stack with every object resolved to values. Rules
 * that are off, or meant for other firewalls, are left out.
 */
public final class AclWriter {

  private static final String OURS = "tinshelf-policy:";

  private final Estate estate;
  private final Firewall firewall;
  private final Stacks stacks;
  private final Catalogue catalogue;
  private final ArrayNode lists = JsonNodeFactory.instance.arrayNode();

  private AclWriter(Estate estate, Firewall firewall) {
    this.estate = estate;
    this.firewall = firewall;
    this.stacks = new Stacks(estate);
    this.catalogue = new Catalogue(estate);
  }

  /** The content of {@code /restconf/data/ietf-access-control-list:acls}, JSON as of RFC 7951. */
  public static ObjectNode write(Estate estate, Firewall firewall) {
    return new AclWriter(estate, firewall).write();
  }

  private ObjectNode write() {
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    ObjectNode acls = out.putObject("ietf-access-control-list:acls");
    ObjectNode about = acls.putObject(OURS + "firewall");
    about.put("name", firewall.name());
    about.put("time-zone", firewall.timeZone().getId());
    ArrayNode reads = about.putArray("reads");
    for (Stacks.Shelf shelf : stacks.shelves(firewall)) {
      if (!shelf.lines().isEmpty()) {
        reads.add(shelf.name());
        list(shelf.name(), shelf.lines());
      }
    }
    zones(about);
    Floor floor = stacks.floor(firewall);
    about
        .putObject("floor")
        .put("kind", floor.kind().word().replace(' ', '-'))
        .put("log", floor.log());
    acls.set("acl", lists);
    return out;
  }

  private void zones(ObjectNode about) {
    for (String name : stacks.zones(firewall)) {
      if (name.isEmpty() || name.equals(Zone.SELF)) {
        continue;
      }
      ObjectNode zone = about.withArray("/zone").addObject();
      zone.put("name", name);
      estate.zones().stream()
          .filter(z -> z.name().equals(name) && z.trust().isPresent())
          .forEach(z -> zone.put("trust", z.trust().getAsInt()));
      ArrayNode interfaces = zone.putArray("interface");
      firewall.interfaces().stream()
          .filter(i -> i.zone().filter(name::equals).isPresent())
          .forEach(i -> interfaces.add(i.name()));
    }
  }

  private void list(String name, List<Line> lines) {
    ObjectNode acl = lists.addObject();
    acl.put("name", name);
    ArrayNode aces = acl.putObject("aces").putArray("ace");
    int position = 0;
    for (Line line : lines) {
      if (line instanceof Rule rule) {
        position++;
        boolean meant = rule.only().isEmpty() || rule.only().contains(firewall.name());
        if (rule.on() && meant) {
          entry(aces.addObject(), rule, name + "/" + position);
        }
      }
    }
  }

  private void entry(ObjectNode ace, Rule rule, String drawerName) {
    ace.put("name", rule.name());
    ObjectNode body = ace.putObject(OURS + "rule");
    texts(body, "from-zone", rule.from());
    texts(body, "to-zone", rule.to());
    addresses(body.putObject("source"), rule.source());
    addresses(body.putObject("destination"), rule.destination());
    services(body, rule);
    if (!rule.users().isEmpty()) {
      TreeSet<String> users = new TreeSet<>();
      rule.users().forEach(u -> users.addAll(catalogue.membersOf(u)));
      body.put("restricted-users", true);
      texts(body, "user", List.copyOf(users));
    }
    if (!rule.when().isEmpty()) {
      body.put("restricted-time", true);
      texts(
          body,
          "window",
          rule.when().stream().flatMap(w -> windows(catalogue.schedule(w)).stream()).toList());
    }
    texts(body, "profile", rule.profiles().stream().map(Profile::word).toList());
    if (rule.guard() != Guard.NONE) {
      body.put("guard", rule.guard().word());
    }
    body.put("log", rule.log().word());
    texts(body, "inspection", rule.inspection());
    if (rule.sourceNat()) {
      body.put("source-nat", true);
    }
    rule.expires().ifPresent(day -> body.put("expires", day.toString()));
    String forwarding;
    if (rule.action() instanceof RuleAction.Drawer drawer) {
      forwarding = OURS + "drawer";
      body.put("drawer", drawerName);
      body.put("end", drawer.end().map(a -> a.word()).orElse("pass-on"));
      body.put("end-log", drawer.log().word());
      list(drawerName, drawer.lines());
    } else {
      String action = ((RuleAction.Decide) rule.action()).action().word();
      forwarding = "ietf-access-control-list:" + (action.equals("allow") ? "accept" : action);
    }
    ace.putObject("actions").put("forwarding", forwarding);
  }

  private static void texts(ObjectNode out, String key, List<String> values) {
    if (!values.isEmpty()) {
      ArrayNode list = out.putArray(key);
      values.forEach(list::add);
    }
  }

  private void addresses(ObjectNode out, Members members) {
    if (members.any()) {
      out.put("any", true);
      return;
    }
    if (members.not()) {
      out.put("not", true);
    }
    ArrayNode ranges = out.putArray("range");
    AddressSet set = catalogue.addresses(members.names());
    ranges(ranges, set.v4(), false);
    ranges(ranges, set.v6(), true);
  }

  private static void ranges(ArrayNode out, IntervalSet set, boolean six) {
    for (IntervalSet.Interval i : set.intervals()) {
      out.add(new AddressRange(new Ip(six, i.first()), new Ip(six, i.last())).toString());
    }
  }

  private void services(ObjectNode body, Rule rule) {
    List<String> applications =
        catalogue.applications(rule.applications()).stream()
            .mapToObj(i -> catalogue.applications().get(i))
            .toList();
    if (rule.services() instanceof Rule.Services.Listed listed) {
      texts(body, "application", applications);
      if (listed.names().isEmpty()) {
        body.put("any-service", true);
      } else {
        texts(body, "service", text(catalogue.terms(listed.names())));
      }
      return;
    }
    List<String> all = rule.applications().isEmpty() ? catalogue.applications() : applications;
    for (String application : all) {
      ObjectNode one = body.withArray("/on-standard").addObject();
      one.put("application", application);
      int index = catalogue.applications().indexOf(application);
      texts(one, "service", text(catalogue.standardServices(index)));
    }
  }

  private static List<String> text(List<ServiceTerm> terms) {
    return terms.stream().map(ServiceTerm::toString).toList();
  }

  private static List<String> windows(Schedule schedule) {
    if (schedule instanceof Schedule.Once once) {
      return List.of(once.from() + "/" + once.to());
    }
    List<String> out = new ArrayList<>();
    for (Schedule.Window w : ((Schedule.Weekly) schedule).windows()) {
      for (DayOfWeek day : new TreeSet<>(w.days())) {
        String name = day.name().substring(0, 3).toLowerCase(Locale.ROOT);
        out.add(name + " " + w.from() + "-" + w.to());
      }
    }
    return out;
  }
}
