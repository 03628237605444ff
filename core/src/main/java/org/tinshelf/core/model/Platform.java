package org.tinshelf.core.model;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What a kind of firewall can enforce.
 *
 * @param name as firewalls name it
 */
public record Platform(String name, Set<Ability> abilities) {

  /** Something a rule can ask for. */
  public enum Ability {
    ZONES,
    SERVICES,
    SCHEDULES,
    APPLICATIONS,
    USERS,
    PROFILES,
    GUARD,
    DRAWERS,
    REJECT,
    LOGGING,
    INSPECTION,
    LIVING_OBJECTS,
    SOURCE_NAT
  }

  /** The simulated firewalls that ship with Tin Shelf; they take everything. */
  public static final Platform YARD = new Platform("yard", EnumSet.allOf(Ability.class));

  /** The platform of a name; a firewall that names none is taken for one of the yard. */
  public static Optional<Platform> named(String name) {
    return name.isEmpty() || name.equals(YARD.name) ? Optional.of(YARD) : Optional.empty();
  }

  /**
   * The fields in which a rule asks for what the platform cannot enforce, as they are written in
   * documents.
   *
   * @param living whether an address of the rule can change by itself
   */
  public List<String> lacks(Rule rule, boolean living) {
    List<String> fields = new ArrayList<>();
    note(fields, "from", Ability.ZONES, !rule.from().isEmpty());
    note(fields, "to", Ability.ZONES, !rule.to().isEmpty());
    note(fields, "source or destination", Ability.LIVING_OBJECTS, living);
    note(fields, "users", Ability.USERS, !rule.users().isEmpty());
    note(fields, "applications", Ability.APPLICATIONS, !rule.applications().isEmpty());
    note(fields, "services", Ability.SERVICES, !rule.services().equals(Rule.Services.ANY));
    note(fields, "when", Ability.SCHEDULES, !rule.when().isEmpty());
    note(fields, "profiles", Ability.PROFILES, !rule.profiles().isEmpty());
    note(fields, "guard", Ability.GUARD, rule.guard() != Guard.NONE);
    note(fields, "action", Ability.DRAWERS, rule.action() instanceof RuleAction.Drawer);
    note(fields, "action", Ability.REJECT, rejects(rule.action()));
    note(fields, "log", Ability.LOGGING, rule.log() != Log.NONE);
    note(fields, "inspection", Ability.INSPECTION, !rule.inspection().isEmpty());
    note(fields, "sourceNat", Ability.SOURCE_NAT, rule.sourceNat());
    return List.copyOf(fields);
  }

  private static boolean rejects(RuleAction action) {
    return action instanceof RuleAction.Decide decide
        ? decide.action() == Action.REJECT
        : ((RuleAction.Drawer) action).end().equals(Optional.of(Action.REJECT));
  }

  private void note(List<String> fields, String field, Ability needed, boolean asked) {
    if (asked && !abilities.contains(needed)) {
      fields.add(field);
    }
  }
}
