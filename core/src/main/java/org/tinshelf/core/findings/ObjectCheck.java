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
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.stack.Catalogue;

/** Finds objects of an estate that nothing uses, that hold nothing, or what another holds. */
public final class ObjectCheck {

  private final Estate estate;
  private final Catalogue catalogue;
  private final Uses uses;

  /** Addresses that a labelled group holds though it does not name them. */
  private final Set<String> fitting = new HashSet<>();

  private final List<ObjectFinding> out = new ArrayList<>();

  private ObjectCheck(Estate estate) {
    this.estate = estate;
    this.catalogue = new Catalogue(estate);
    this.uses = Uses.of(estate);
    for (Address address : estate.addresses()) {
      if (address instanceof Address.Labelled labelled) {
        fitting.addAll(catalogue.fitting(labelled));
      }
    }
  }

  /** By type, then in the order of the estate, then by kind. */
  public static List<ObjectFinding> of(Estate estate) {
    ObjectCheck check = new ObjectCheck(estate);
    check.addresses();
    check.services();
    check.others();
    return List.copyOf(check.out);
  }

  private void unused(String type, String name) {
    boolean held = type.equals("address") && fitting.contains(name);
    if (uses.of(type, name) == 0 && !held) {
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
