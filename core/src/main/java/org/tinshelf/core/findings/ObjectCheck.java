package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.tinshelf.core.findings.ObjectFinding.Kind;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.stack.Catalogue;

/** Finds objects of an estate that nothing uses, that hold nothing, or what another holds. */
public final class ObjectCheck {

  private final Estate estate;
  private final Catalogue catalogue;
  private final Map<String, Set<String>> used = new HashMap<>();
  private final List<ObjectFinding> out = new ArrayList<>();

  private ObjectCheck(Estate estate) {
    this.estate = estate;
    this.catalogue = new Catalogue(estate);
  }

  /** By type, then in the order of the estate, then by kind. */
  public static List<ObjectFinding> of(Estate estate) {
    ObjectCheck check = new ObjectCheck(estate);
    check.uses();
    check.addresses();
    check.services();
    check.others();
    return List.copyOf(check.out);
  }

  private void use(String type, List<String> names) {
    used.computeIfAbsent(type, t -> new HashSet<>()).addAll(names);
  }

  private void uses() {
    use("address", estate.managementAddresses());
    estate.bays().forEach(this::uses);
    estate.firewalls().forEach(f -> uses(f.own()));
    for (Address address : estate.addresses()) {
      if (address instanceof Address.Group group) {
        use("address", group.members());
        use("address", group.except());
      } else if (address instanceof Address.Labelled labelled) {
        use("address", catalogue.fitting(labelled));
      }
    }
    for (Service service : estate.services()) {
      if (service instanceof Service.Group group) {
        use("service", group.members());
      }
    }
    for (Application application : estate.applications()) {
      if (application instanceof Application.Single single) {
        use("service", single.services());
      } else if (application instanceof Application.Group group) {
        use("application", group.members());
      }
    }
    estate.users().forEach(g -> use("user", g.members()));
  }

  private void uses(Bay bay) {
    uses(bay.upper());
    uses(bay.lower());
    bay.bays().forEach(this::uses);
  }

  private void uses(List<Line> lines) {
    for (Line line : lines) {
      if (line instanceof Rule rule) {
        use("address", rule.source().names());
        use("address", rule.destination().names());
        use("user", rule.users());
        use("application", rule.applications());
        use("schedule", rule.when());
        if (rule.services() instanceof Rule.Services.Listed listed) {
          use("service", listed.names());
        }
        if (rule.action() instanceof RuleAction.Drawer drawer) {
          uses(drawer.lines());
        }
      }
    }
  }

  private void unused(String type, String name) {
    if (!used.getOrDefault(type, Set.of()).contains(name)) {
      add(
          Kind.UNUSED_OBJECT,
          type,
          name,
          List.of(),
          "Nothing uses the " + type + " “" + name + "”.");
    }
  }

  private void add(Kind kind, String type, String name, List<String> by, String says) {
    out.add(new ObjectFinding(kind, Finding.Severity.LOW, type, name, by, says));
  }

  private void same(String type, String name, Object content, Map<Object, String> seen) {
    String first = seen.putIfAbsent(content, name);
    if (first != null) {
      add(
          Kind.SAME_CONTENT,
          type,
          name,
          List.of(first),
          "The " + type + " “" + name + "” holds the same as “" + first + "”.");
    }
  }

  private void empty(String type, String name) {
    add(Kind.EMPTY_OBJECT, type, name, List.of(), "The " + type + " “" + name + "” holds nothing.");
  }

  private void addresses() {
    Map<Object, String> seen = new HashMap<>();
    for (Address address : estate.addresses()) {
      String name = address.name();
      unused("address", name);
      if (catalogue.addresses(name).isEmpty()) {
        empty("address", name);
      } else if (!catalogue.living(name)) {
        same("address", name, catalogue.addresses(name), seen);
      }
    }
  }

  private void services() {
    Map<Object, String> seen = new HashMap<>();
    for (Service service : estate.services()) {
      unused("service", service.name());
      if (catalogue.terms(service.name()).isEmpty()) {
        empty("service", service.name());
      } else {
        same("service", service.name(), new HashSet<>(catalogue.terms(service.name())), seen);
      }
    }
  }

  private void others() {
    for (Application application : estate.applications()) {
      unused("application", application.name());
      if (catalogue.applications(List.of(application.name())).isEmpty()) {
        empty("application", application.name());
      }
    }
    for (var user : estate.users()) {
      unused("user", user.name());
      if (!user.plainUser() && catalogue.membersOf(user.name()).isEmpty()) {
        empty("user", user.name());
      }
    }
    estate.schedules().forEach(s -> unused("schedule", s.name()));
  }
}
