package org.tinshelf.core.findings;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Universe;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.RuleRef;

/** Findings and packets in plain words. */
public final class Sentences {

  private static final int NAMED = 3;

  private Sentences() {}

  /** A rule's name in quotes, or what stands for it. */
  static String quoted(RuleRef ref) {
    return ref.isFloor() ? "the floor" : "\u201c" + ref.name() + "\u201d";
  }

  /** A rule's name and where it stands, if that is told, or what stands for it. */
  public static String place(RuleRef ref) {
    return placed(ref);
  }

  private static String placed(RuleRef ref) {
    if (ref.isFloor()) {
      return "the floor";
    }
    String place = ref.isPlaced() ? " (" + ref.shelf() + " " + ref.position() + ")" : "";
    return (ref.isEnd() ? "the end of " : "") + quoted(ref) + place;
  }

  private static String list(List<RuleRef> refs) {
    List<String> names = new ArrayList<>();
    for (RuleRef ref : refs) {
      if (names.size() < NAMED) {
        names.add(placed(ref));
      }
    }
    if (refs.size() <= NAMED) {
      return switch (names.size()) {
        case 1 -> names.get(0);
        case 2 -> names.get(0) + " and " + names.get(1);
        default -> names.get(0) + ", " + names.get(1) + " and " + names.get(2);
      };
    }
    return String.join(", ", names.subList(0, NAMED - 1))
        + " and "
        + (refs.size() - NAMED + 1)
        + " more";
  }

  private static String verb(List<RuleRef> subject, String one, String many) {
    return subject.size() == 1 ? one : many;
  }

  static String shadowed(RuleRef rule, List<RuleRef> by) {
    return quoted(rule)
        + " never takes effect: "
        + list(by)
        + verb(by, " decides", " together decide")
        + " all of its traffic first.";
  }

  /** What the others do is a verb: allow, drop, reject. */
  static String coveredFromAbove(RuleRef rule, List<RuleRef> by, String does) {
    return quoted(rule)
        + " adds nothing: "
        + list(by)
        + " above "
        + verb(by, "already ", "together already ")
        + does
        + " everything it matches.";
  }

  static String coveredFromBelow(RuleRef rule, List<RuleRef> by) {
    return quoted(rule)
        + " can go: without it, "
        + list(by)
        + " below "
        + verb(by, "does", "do")
        + " the same with its traffic.";
  }

  static String conflict(RuleRef rule, List<RuleRef> upper, String effect) {
    return list(upper)
        + " above "
        + verb(upper, "takes", "take")
        + " part of what "
        + quoted(rule)
        + " would "
        + effect
        + "; swapping them would change what passes.";
  }

  static String exception(RuleRef rule, List<RuleRef> upper) {
    return list(upper)
        + verb(upper, " is an exception", " are exceptions")
        + " to "
        + quoted(rule)
        + ".";
  }

  static String silent(RuleRef end) {
    return end.isFloor()
        ? "The floor blocks what no rule decides and leaves no line in the log."
        : "The end of the drawer "
            + quoted(end)
            + " blocks the rest and leaves no line in the log.";
  }

  static String broad(RuleRef rule, String reached) {
    return quoted(rule) + " lets " + reached + ".";
  }

  static String openSelf(RuleRef rule, Packet p) {
    String who = rule.isFloor() ? "The floor" : placed(rule);
    return who
        + " lets "
        + p.source()
        + ", which is not a management address, reach the firewall itself on "
        + Protocol.name(p.protocol())
        + " port "
        + p.second()
        + ".";
  }

  static String unlogged(RuleRef rule, String what) {
    return quoted(rule) + " " + what + " and leaves no line in the log.";
  }

  static String uninspected(RuleRef rule) {
    return quoted(rule) + " allows traffic without asking for any inspection.";
  }

  static String misplaced(RuleRef rule, String what) {
    return "In " + quoted(rule) + ", " + what + ".";
  }

  static String expired(RuleRef rule, LocalDate day) {
    return quoted(rule) + " has had no effect since it expired on " + day + ".";
  }

  static String expiring(RuleRef rule, LocalDate day) {
    return quoted(rule) + " expires at the end of " + day + ".";
  }

  static String mergeable(RuleRef rule, List<RuleRef> by, String field) {
    return quoted(rule)
        + " and "
        + list(by)
        + " above differ only in "
        + field
        + " and can become one rule.";
  }

  static String unowned(RuleRef rule) {
    return quoted(rule) + " has neither an owner nor a ticket.";
  }

  static String notDecided(RuleRef rule) {
    return "What is left for "
        + quoted(rule)
        + " could not be worked out within the budget; nothing is claimed about it.";
  }

  static String neverMatches(RuleRef rule, String why) {
    return quoted(rule) + " matches nothing here: " + why + ".";
  }

  /** Why a line matches nothing. */
  static String whyNothing(Entry entry, Universe universe) {
    Region own = entry.regions().get(entry.regions().size() - 1);
    if (own.from().isEmpty() || own.to().isEmpty()) {
      return "this firewall has none of the zones it "
          + (own.from().isEmpty() ? "comes from" : "goes to");
    }
    if (own.source().isEmpty() || own.destination().isEmpty()) {
      return "its " + (own.source().isEmpty() ? "source" : "destination") + " holds no address";
    }
    if (apart(own.source(), own.destination())) {
      return "its source and destination share no address family";
    }
    if (own.users().isEmpty()) {
      return "its users hold nobody";
    }
    if (universe.timeline().numbers(own.when()).isEmpty()) {
      return "its schedule is over";
    }
    if (own.choices().stream().allMatch(Sentences::holdsNothing)) {
      return "its applications and services hold nothing";
    }
    return entry.regions().size() > 1
        ? "nothing that reaches its drawer agrees with it"
        : "no packet can have its protocol and address family";
  }

  private static boolean apart(AddressSet a, AddressSet b) {
    Predicate<Boolean> meet =
        six ->
            six ? !a.v6().isEmpty() && !b.v6().isEmpty() : !a.v4().isEmpty() && !b.v4().isEmpty();
    return !meet.test(false) && !meet.test(true);
  }

  private static boolean holdsNothing(Region.Choice choice) {
    BitSet applications = choice.applications();
    return applications.isEmpty() || choice.terms().map(List::isEmpty).orElse(false);
  }

  /** A packet as one would tell it to a colleague. */
  public static String packet(Packet p) {
    StringBuilder out = new StringBuilder();
    out.append(Protocol.name(p.protocol()));
    out.append(" from ").append(p.source());
    out.append(p.from().isEmpty() ? "" : " in " + p.from());
    out.append(" to ").append(p.destination());
    if (Protocol.hasPorts(p.protocol())) {
      out.append(" port ").append(p.second());
    } else if (Protocol.hasType(p.protocol())) {
      out.append(" type ").append(p.first()).append(" code ").append(p.second());
    }
    out.append(p.to().isEmpty() ? "" : " in " + p.to());
    List<String> more =
        java.util.stream.Stream.of(
                p.application().equals("unknown") ? "" : "application " + p.application(),
                p.user().equals("unknown") ? "" : "user " + p.user(),
                p.guard().ordinal() == 0 ? "" : p.guard().word())
            .filter(s -> !s.isEmpty())
            .collect(Collectors.toList());
    more.add(
        p.time()
            .format(
                java.time.format.DateTimeFormatter.ofPattern(
                    "EEE d MMM HH:mm", java.util.Locale.ENGLISH)));
    return out.append(", ").append(String.join(", ", more)).toString();
  }
}
