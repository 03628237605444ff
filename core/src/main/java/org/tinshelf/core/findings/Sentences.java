package org.tinshelf.core.findings;

import java.util.BitSet;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Outcome;
import org.tinshelf.core.stack.RuleRef;

/** Findings and packets in plain words. */
public final class Sentences {

  private static final int NAMED = 3;

  private final Reading reading;

  Sentences(Reading reading) {
    this.reading = reading;
  }

  /** A rule's name in quotes, or what stands for it. */
  static String quoted(RuleRef ref) {
    return ref.isFloor() ? "the floor" : "\u201c" + ref.name() + "\u201d";
  }

  private static String placed(RuleRef ref) {
    if (ref.isFloor()) {
      return "the floor";
    }
    String place = ref.shelf() + " " + ref.position();
    return (ref.isEnd() ? "the end of " : "") + quoted(ref) + " (" + place + ")";
  }

  private String list(List<Integer> entries) {
    List<String> names =
        entries.stream().map(k -> placed(reading.entry(k).ref())).distinct().toList();
    if (names.size() <= NAMED) {
      return switch (names.size()) {
        case 1 -> names.get(0);
        case 2 -> names.get(0) + " and " + names.get(1);
        default -> names.get(0) + ", " + names.get(1) + " and " + names.get(2);
      };
    }
    return String.join(", ", names.subList(0, NAMED - 1))
        + " and "
        + (names.size() - NAMED + 1)
        + " more";
  }

  private static String verb(List<Integer> subject, String one, String many) {
    return subject.size() == 1 ? one : many;
  }

  String shadowed(int i, List<Integer> by) {
    return quoted(reading.entry(i).ref())
        + " never takes effect: "
        + list(by)
        + verb(by, " decides", " together decide")
        + " all of its traffic first.";
  }

  String coveredFromAbove(int i, List<Integer> by) {
    return quoted(reading.entry(i).ref())
        + " adds nothing: "
        + list(by)
        + " above "
        + verb(by, "already ", "together already ")
        + outcome(i, by.size() == 1)
        + " everything it matches.";
  }

  String coveredFromBelow(int i, List<Integer> by) {
    return quoted(reading.entry(i).ref())
        + " can go: without it, "
        + list(by)
        + " below "
        + verb(by, "does", "do")
        + " the same with its traffic.";
  }

  private String outcome(int i, boolean one) {
    Outcome outcome = reading.entry(i).outcome().orElseThrow();
    return outcome.action().word() + (one ? "s" : "");
  }

  String conflict(int j, List<Integer> upper) {
    return list(upper)
        + " above "
        + verb(upper, "takes", "take")
        + " part of what "
        + quoted(reading.entry(j).ref())
        + " would "
        + effect(j)
        + "; swapping them would change what passes.";
  }

  String exception(int j, List<Integer> upper) {
    return list(upper)
        + verb(upper, " is an exception", " are exceptions")
        + " to "
        + quoted(reading.entry(j).ref())
        + ".";
  }

  private String effect(int i) {
    return reading.entry(i).outcome().orElseThrow().action().lets() ? "let through" : "block";
  }

  String neverMatches(int i) {
    return quoted(reading.entry(i).ref()) + " matches nothing here: " + why(reading.entry(i)) + ".";
  }

  private String why(Entry entry) {
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
    if (reading.stack().universe().timeline().numbers(own.when()).isEmpty()) {
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
