package org.tinshelf.core.model;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * One rule of a shelf or a drawer. An empty list means the field matches everything, save {@code
 * only}: empty, the rule is meant for every firewall below the bay.
 *
 * @param about its name is unique in the shelf
 * @param expires in force through the end of that day
 * @param from zones; {@code self} and {@code any} are zones too
 * @param users users and user groups
 * @param services names, literals, or the standard services of the rule's applications
 * @param when names of schedules
 * @param guard the least protection the connection must have
 * @param log ignored on a drawer, whose end has its own
 */
public record Rule(
    About about,
    boolean on,
    String owner,
    String ticket,
    Optional<LocalDate> expires,
    List<String> from,
    List<String> to,
    Members source,
    Members destination,
    List<String> users,
    List<String> applications,
    Services services,
    List<String> when,
    List<Profile> profiles,
    Guard guard,
    RuleAction action,
    Log log,
    List<String> inspection,
    boolean sourceNat,
    List<String> only)
    implements Line {

  /** Which services a rule matches. */
  public sealed interface Services {
    /** Names and literals; empty for any. */
    record Listed(List<String> names) implements Services {}

    /** Each of the rule's applications on its own standard services. */
    record Standard() implements Services {}

    /** Any service. */
    Services ANY = new Listed(List.of());
  }

  public String name() {
    return about.name();
  }

  /** The same rule with another action. */
  public Rule withAction(RuleAction other) {
    return new Rule(
        about,
        on,
        owner,
        ticket,
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
        other,
        log,
        inspection,
        sourceNat,
        only);
  }

  /** A rule that is on and has every field empty, as a start for the withers below. */
  public static Rule of(String name, Action action) {
    return new Rule(
        About.named(name),
        true,
        "",
        "",
        Optional.empty(),
        List.of(),
        List.of(),
        Members.ANY,
        Members.ANY,
        List.of(),
        List.of(),
        Services.ANY,
        List.of(),
        List.of(),
        Guard.NONE,
        new RuleAction.Decide(action),
        Log.NONE,
        List.of(),
        false,
        List.of());
  }
}
