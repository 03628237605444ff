package org.tinshelf.core.findings;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/** After any edit the findings are, byte for byte, those of a check from nothing. */
class RecheckTest {

  private static final List<String> CONTENTS =
      List.of("10.0.0.1", "10.0.0.0/30", "10.0.0.2-10.0.0.4", "0.0.0.0/0", "2001:db8::/127");

  private static String bytes(Check check) {
    return check.findings().stream()
            .map(
                f ->
                    String.join(
                        " | ",
                        f.kind().word(),
                        f.severity().word(),
                        f.certainty().word(),
                        f.rule().toString(),
                        f.by().toString(),
                        Double.toString(f.reach()),
                        f.witness().toString(),
                        f.says(),
                        f.fingerprint()))
            .collect(Collectors.joining("\n"))
        + "\n"
        + check.reach();
  }

  /** The lines of one that the other lacks, all in order if there is none. */
  private static String lines(Check one, Check other) {
    if (bytes(one).equals(bytes(other))) {
      return bytes(one);
    }
    List<String> out = new ArrayList<>(List.of(bytes(one).split("\n")));
    out.removeAll(List.of(bytes(other).split("\n")));
    return String.join("\n", out);
  }

  /** What is said of each rule, without places. */
  private static Map<RuleRef, String> byRule(Check check) {
    Map<RuleRef, String> out = new HashMap<>();
    check.reach().forEach((rule, reach) -> out.put(rule.unplaced(), "reach " + reach));
    check
        .findings()
        .forEach(
            f ->
                out.merge(
                    f.rule().unplaced(),
                    f.kind() + " " + f.witness() + " " + f.saysUnplaced(),
                    (a, b) -> a + "\n" + b));
    return out;
  }

  @Property(tries = 100, shrinking = ShrinkingMode.OFF)
  void whoKnowsWhatWasSaidNeedsOnlyWhatChanged(@ForAll long seed) {
    Random random = new Random(seed);
    Estate estate = new RandomPolicies(seed).estate();
    Stacks stacks = new Stacks(estate);
    Recheck recheck = new Recheck(stack(stacks, estate), true);
    List<Check> seen = new ArrayList<>(List.of(recheck.check()));
    for (int edit = 0; edit < 8; edit++) {
      estate = edited(estate, random, edit);
      stacks = new Stacks(estate, stacks);
      Check now = recheck.update(stack(stacks, estate));
      Check then = seen.get(random.nextInt(seen.size()));
      now.changedSince(then)
          .ifPresent(
              changed -> assertEquals(byRule(now), with(byRule(then), changed, byRule(now))));
      seen.add(now);
    }
  }

  private static Map<RuleRef, String> with(
      Map<RuleRef, String> known, Set<RuleRef> changed, Map<RuleRef, String> now) {
    known.keySet().removeAll(changed);
    changed.stream().filter(now::containsKey).forEach(rule -> known.put(rule, now.get(rule)));
    return known;
  }

  private static Stack stack(Stacks stacks, Estate estate) {
    return stacks.of(estate.firewalls().get(0), RandomPolicies.NOW);
  }

  @Property(tries = 150, shrinking = ShrinkingMode.OFF)
  void findingsAfterEditsAreThoseOfAFreshCheck(@ForAll long seed) {
    Random random = new Random(seed);
    Estate estate = new RandomPolicies(seed).estate();
    Stacks stacks = new Stacks(estate);
    Recheck recheck = new Recheck(stack(stacks, estate), true);
    for (int edit = 0; edit < 12; edit++) {
      estate = edited(estate, random, edit);
      stacks = new Stacks(estate, stacks);
      Check now = recheck.update(stack(stacks, estate));
      Check fresh = Check.of(stack(new Stacks(estate), estate), true);
      assertEquals(lines(fresh, now), lines(now, fresh));
    }
  }

  private static Estate edited(Estate estate, Random random, int edit) {
    if (random.nextInt(5) == 0) {
      return withContent(estate, random);
    }
    boolean upper = random.nextInt(4) == 0;
    Firewall firewall = estate.firewalls().get(0);
    Bay root = estate.bays().get(0);
    List<Line> lines = new ArrayList<>(upper ? root.upper() : firewall.own());
    List<Line> others = new RandomPolicies(random.nextLong()).estate().firewalls().get(0).own();
    change(lines, others.stream().filter(l -> l instanceof Rule).toList(), random, edit);
    return upper ? withUpper(estate, lines) : withOwn(estate, lines);
  }

  private static void change(List<Line> lines, List<Line> others, Random random, int edit) {
    Rule other = (Rule) others.get(random.nextInt(others.size()));
    int at = lines.isEmpty() ? 0 : random.nextInt(lines.size());
    boolean onRule = !lines.isEmpty() && lines.get(at) instanceof Rule;
    switch (random.nextInt(5)) {
      case 0 -> lines.add(at, named(other, "new " + edit, true));
      case 1 -> {
        if (!lines.isEmpty()) {
          lines.remove(at);
        }
      }
      case 2 -> {
        if (!lines.isEmpty()) {
          Line moved = lines.remove(at);
          lines.add(random.nextInt(lines.size() + 1), moved);
        }
      }
      case 3 -> {
        if (onRule) {
          lines.set(at, named(other, ((Rule) lines.get(at)).name(), true));
        }
      }
      default -> {
        if (onRule) {
          Rule rule = (Rule) lines.get(at);
          lines.set(at, named(rule, rule.name(), !rule.on()));
        }
      }
    }
  }

  private static Rule named(Rule r, String name, boolean on) {
    return new Rule(
        About.named(name),
        on,
        r.owner(),
        r.ticket(),
        r.expires(),
        r.from(),
        r.to(),
        r.source(),
        r.destination(),
        r.users(),
        r.applications(),
        r.services(),
        r.when(),
        r.profiles(),
        r.guard(),
        r.action(),
        r.log(),
        r.inspection(),
        r.sourceNat(),
        r.only());
  }

  private static Estate withContent(Estate e, Random random) {
    AddressRange content = AddressRange.parse(CONTENTS.get(random.nextInt(CONTENTS.size())));
    boolean feed = random.nextBoolean();
    List<Address> addresses = new ArrayList<>();
    for (Address a : e.addresses()) {
      if (feed && a instanceof Address.Resolved r) {
        addresses.add(new Address.Resolved(r.about(), r.origin(), List.of(content)));
      } else if (!feed && a instanceof Address.Fixed f && a.name().equals("h1")) {
        addresses.add(new Address.Fixed(f.about(), Address.Form.RANGE, content));
      } else {
        addresses.add(a);
      }
    }
    return e.withAddresses(addresses);
  }

  private static Estate withOwn(Estate e, List<Line> own) {
    List<Firewall> firewalls = new ArrayList<>(e.firewalls());
    firewalls.set(0, e.firewalls().get(0).withOwn(own));
    return e.withFirewalls(firewalls);
  }

  private static Estate withUpper(Estate e, List<Line> upper) {
    Bay root = e.bays().get(0);
    return e.withTree(
        List.of(new Bay(root.name(), root.floor(), upper, root.lower(), root.bays())),
        e.firewalls());
  }
}
