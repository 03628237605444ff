package org.tinshelf.core.findings;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.model.Service;

/**
 * How often each object of an estate is named: by rules, objects, interfaces, and as where
 * firewalls are managed from. A rule counts once for each of its fields. Rules that are off count
 * too.
 */
public final class Uses {

  private final Map<String, Map<String, Integer>> byType = new HashMap<>();

  private Uses() {}

  /** Counts, in one pass. */
  public static Uses of(Estate estate) {
    Uses uses = new Uses();
    uses.count("address", estate.managementAddresses());
    estate.bays().forEach(uses::bay);
    for (Firewall firewall : estate.firewalls()) {
      uses.lines(firewall.own());
      firewall.interfaces().forEach(i -> i.zone().ifPresent(z -> uses.count("zone", List.of(z))));
    }
    for (Address address : estate.addresses()) {
      if (address instanceof Address.Group group) {
        uses.count("address", group.members());
        uses.count("address", group.except());
      }
    }
    for (Service service : estate.services()) {
      if (service instanceof Service.Group group) {
        uses.count("service", group.members());
      }
    }
    for (Application application : estate.applications()) {
      if (application instanceof Application.Single single) {
        uses.count("service", single.services());
      } else if (application instanceof Application.Group group) {
        uses.count("application", group.members());
      }
    }
    estate.users().forEach(group -> uses.count("user", group.members()));
    return uses;
  }

  /**
   * How often an object is named.
   *
   * @param type as in {@link ObjectFinding#type()}, or {@code zone}
   */
  public int of(String type, String name) {
    return byType.getOrDefault(type, Map.of()).getOrDefault(name, 0);
  }

  private void bay(Bay bay) {
    lines(bay.upper());
    lines(bay.lower());
    bay.bays().forEach(this::bay);
  }

  private void lines(List<Line> lines) {
    for (Line line : lines) {
      if (line instanceof Rule rule) {
        rule(rule);
      }
    }
  }

  private void rule(Rule rule) {
    count("zone", rule.from());
    count("zone", rule.to());
    count("address", rule.source().names());
    count("address", rule.destination().names());
    count("user", rule.users());
    count("application", rule.applications());
    count("schedule", rule.when());
    if (rule.services() instanceof Rule.Services.Listed listed) {
      count("service", listed.names());
    }
    if (rule.action() instanceof RuleAction.Drawer drawer) {
      lines(drawer.lines());
    }
  }

  private void count(String type, Collection<String> names) {
    Map<String, Integer> counts = byType.computeIfAbsent(type, t -> new HashMap<>());
    names.forEach(name -> counts.merge(name, 1, Integer::sum));
  }
}
