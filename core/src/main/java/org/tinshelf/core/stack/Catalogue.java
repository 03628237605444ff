package org.tinshelf.core.stack;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.model.UserGroup;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.Universe;

/**
 * The estate's objects by name, and what they come down to. An object's name wins over a literal.
 */
public final class Catalogue implements Surroundings.Objects {

  private final Map<String, Address> addresses;
  private final Map<String, Service> services;
  private final Map<String, Application> applications;
  private final Map<String, UserGroup> users;
  private final Map<String, Schedule> schedules;
  private final List<String> knownApplications;
  private final Map<String, AddressSet> sets = new HashMap<>();
  private final Map<String, Boolean> living = new HashMap<>();

  /** The objects of an estate whose references resolve and have no cycle. */
  public Catalogue(Estate estate) {
    addresses = byName(estate.addresses(), Address::name);
    services = byName(estate.services(), Service::name);
    applications = byName(estate.applications(), Application::name);
    users = byName(estate.users(), UserGroup::name);
    schedules = byName(estate.schedules(), Schedule::name);
    knownApplications = new ArrayList<>(List.of(Universe.UNKNOWN));
    for (Application a : estate.applications()) {
      if (a instanceof Application.Single) {
        knownApplications.add(a.name());
      }
    }
  }

  private static <T> Map<String, T> byName(List<T> objects, Function<T, String> name) {
    return objects.stream().collect(Collectors.toMap(name, o -> o));
  }

  /** Unknown first, then every application that is not a group. */
  public List<String> applications() {
    return knownApplications;
  }

  /** What an address object or a literal holds. */
  @Override
  public AddressSet addresses(String name) {
    AddressSet set = sets.get(name);
    if (set == null) {
      Address object = addresses.get(name);
      set = object == null ? AddressSet.of(List.of(AddressRange.parse(name))) : content(object);
      sets.put(name, set);
    }
    return set;
  }

  /** What several hold together. */
  public AddressSet addresses(List<String> names) {
    AddressSet set = AddressSet.EMPTY;
    for (String name : names) {
      set = set.union(addresses(name));
    }
    return set;
  }

  private AddressSet content(Address object) {
    if (object instanceof Address.Fixed fixed) {
      return AddressSet.of(List.of(fixed.range()));
    } else if (object instanceof Address.Wildcard w) {
      return AddressSet.wildcard(w.address(), w.mask());
    } else if (object instanceof Address.Resolved resolved) {
      return AddressSet.of(resolved.content());
    } else if (object instanceof Address.Group group) {
      return addresses(group.members()).minus(addresses(group.except()));
    }
    return addresses(fitting((Address.Labelled) object));
  }

  /** The names of the address objects a labelled group holds. */
  public List<String> fitting(Address.Labelled group) {
    return addresses.values().stream()
        .filter(a -> !(a instanceof Address.Labelled))
        .filter(a -> group.expression().holds(new HashSet<>(a.about().labels())))
        .map(Address::name)
        .sorted()
        .toList();
  }

  /** Whether a living object takes part in what the name holds. */
  @Override
  public boolean living(String name) {
    Boolean old = living.get(name);
    if (old == null) {
      Address object = addresses.get(name);
      old =
          object != null
              && (object.living()
                  || object instanceof Address.Group g
                      && (g.members().stream().anyMatch(this::living)
                          || g.except().stream().anyMatch(this::living)));
      living.put(name, old);
    }
    return old;
  }

  /** What a service object or a literal holds. */
  public List<ServiceTerm> terms(String name) {
    Service object = services.get(name);
    if (object == null) {
      return List.of(ServiceTerm.parse(name));
    }
    return object instanceof Service.Terms t
        ? t.terms()
        : terms(((Service.Group) object).members());
  }

  /** What several hold together. */
  public List<ServiceTerm> terms(List<String> names) {
    Set<ServiceTerm> all = new LinkedHashSet<>();
    names.forEach(n -> all.addAll(terms(n)));
    return List.copyOf(all);
  }

  /**
   * The applications behind names of applications and groups, as indexes of {@link #applications}.
   */
  public BitSet applications(List<String> names) {
    BitSet bits = new BitSet();
    for (String name : names) {
      Application object = applications.get(name);
      if (object instanceof Application.Single) {
        bits.set(knownApplications.indexOf(name));
      } else if (object instanceof Application.Group group) {
        bits.or(applications(group.members()));
      } else if (object instanceof Application.Matching matching) {
        for (int i = 1; i < knownApplications.size(); i++) {
          Application.Single a = (Application.Single) applications.get(knownApplications.get(i));
          bits.set(i, bits.get(i) || fits(a, matching));
        }
      }
    }
    return bits;
  }

  private static boolean fits(Application.Single a, Application.Matching m) {
    return (m.categories().isEmpty() || m.categories().contains(a.category()))
        && m.leastRisk() <= a.risk()
        && a.risk() <= m.mostRisk();
  }

  /** The standard services of an application that is not a group. */
  public List<ServiceTerm> standardServices(int application) {
    String name = knownApplications.get(application);
    return applications.get(name) instanceof Application.Single a ? terms(a.services()) : List.of();
  }

  /** Unknown first, then every user that a group or one of the names mentions, sorted. */
  public List<String> users(Set<String> namedInRules) {
    Set<String> all = new TreeSet<>(namedInRules);
    users.values().forEach(g -> all.addAll(g.plainUser() ? List.of(g.name()) : g.members()));
    all.removeIf(n -> users.containsKey(n) && !users.get(n).plainUser());
    all.remove(Universe.UNKNOWN);
    List<String> out = new ArrayList<>(List.of(Universe.UNKNOWN));
    out.addAll(all);
    return out;
  }

  /** The users behind a name. */
  public Set<String> membersOf(String user) {
    UserGroup group = users.get(user);
    if (group == null || group.plainUser()) {
      return Set.of(user);
    }
    Set<String> all = new HashSet<>();
    group.members().forEach(m -> all.addAll(membersOf(m)));
    return all;
  }

  /** The schedule of a name. */
  public Schedule schedule(String name) {
    return schedules.get(name);
  }
}
