package org.tinshelf.core.stack;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Rule;

/**
 * What the rules of one firewall came down to when its stack was last made, so that an unchanged
 * rule whose objects are unchanged too comes down to the very same regions.
 */
final class Memory {

  private final Map<Rule, Flattening.Resolved> known = new IdentityHashMap<>();
  private final Map<String, Sheet> sheets = new HashMap<>();
  private LocalDate today = LocalDate.MIN;
  private List<List<String>> universe = List.of();

  /** Takes over from an older memory what still holds. */
  void takeOver(Memory old, Set<String> changed) {
    universe = old.universe;
    old.known.forEach(
        (rule, resolved) -> {
          if (!names(rule.source().names(), changed)
              && !names(rule.destination().names(), changed)) {
            known.put(rule, resolved);
          }
        });
  }

  private static boolean names(List<String> names, Set<String> changed) {
    return !changed.isEmpty() && names.stream().anyMatch(changed::contains);
  }

  /** Forgets the sheets of another day, when other rules may be in force. */
  void today(LocalDate now) {
    if (!now.equals(today)) {
      sheets.clear();
      today = now;
    }
  }

  /** A shelf as it was read last; empty where it was not. */
  Sheet sheet(String shelf) {
    return sheets.getOrDefault(shelf, Sheet.EMPTY);
  }

  /** Remembers a shelf as it was read now. */
  void keep(String shelf, Sheet sheet) {
    sheets.put(shelf, sheet);
  }

  /** Forgets everything if zones or users are others than before. */
  void universe(List<List<String>> now) {
    if (!now.equals(universe)) {
      known.clear();
      sheets.clear();
      universe = now;
    }
  }

  Flattening.Resolved of(Rule rule, Function<Rule, Flattening.Resolved> resolve) {
    return known.computeIfAbsent(rule, resolve);
  }

  /**
   * The names of address objects that hold other addresses than before.
   *
   * @return nothing at all where other objects changed as well, so that nothing can be kept
   */
  static Optional<Set<String>> changed(Estate before, Catalogue was, Estate now, Catalogue is) {
    boolean others =
        !before.services().equals(now.services())
            || !before.applications().equals(now.applications())
            || !before.users().equals(now.users())
            || !before.schedules().equals(now.schedules())
            || !before.zones().equals(now.zones());
    if (others) {
      return Optional.empty();
    }
    Set<String> changed = new HashSet<>();
    Map<String, Address> old = new HashMap<>();
    before.addresses().forEach(a -> old.put(a.name(), a));
    for (Address address : now.addresses()) {
      String name = address.name();
      Address then = old.remove(name);
      boolean same = then != null && was.living(name) == is.living(name);
      if (!same || !was.addresses(name).equals(is.addresses(name))) {
        changed.add(name);
      }
    }
    changed.addAll(old.keySet());
    return Optional.of(changed);
  }
}
