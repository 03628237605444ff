package org.tinshelf.server.rulebase;

import java.time.Clock;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.tinshelf.core.change.Comparison;
import org.tinshelf.core.change.Grid;
import org.tinshelf.core.findings.Sentences;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.space.Fields;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/**
 * What the step from one estate to another does to traffic.
 *
 * @param untouched how many firewalls treat every packet as before
 * @param effects of the others
 * @param come firewalls that are new
 * @param gone firewalls that are not there any more
 * @param restacked firewalls on whose stacks shelves of bays come or go
 */
public record Consequences(
    int untouched,
    List<Effect> effects,
    List<String> come,
    List<String> gone,
    List<Restacked> restacked) {

  /** Regions told in full; the rest is counted. */
  private static final int MOST_TOLD = 40;

  private static final int MOST_VALUES = 6;
  private static final int MOST_TIMES = 1;

  /**
   * What changes on one firewall.
   *
   * @param allowed how many regions of traffic newly pass
   * @param blocked how many are newly blocked
   * @param otherwise how many are dropped that were rejected, or the other way round
   * @param opened pairs of zones between which something passes now and nothing did, as {@code from
   *     to}
   * @param closed pairs of zones between which nothing passes now and something did
   * @param decided whether all of it could be worked out
   */
  public record Effect(
      String firewall,
      int allowed,
      int blocked,
      int otherwise,
      List<String> opened,
      List<String> closed,
      List<Region> regions,
      boolean decided) {}

  /**
   * Traffic that is treated differently in one way.
   *
   * @param kind {@code newly allowed}, {@code newly blocked} or {@code blocked otherwise}
   * @param says which traffic, in a few words
   * @param witness one packet of it
   * @param before the rule that decided it
   * @param after the rule that decides it now
   */
  public record Region(String kind, String says, String witness, String before, String after) {}

  /** Compares two estates, firewall by firewall. */
  public static Consequences of(Estate before, Estate after, Clock clock) {
    Map<String, Firewall> old = byName(before);
    Map<String, Firewall> now = byName(after);
    Stacks was = new Stacks(before);
    Stacks is = new Stacks(after);
    List<Effect> effects = new ArrayList<>();
    Restacked.Collector restacked = new Restacked.Collector();
    int untouched = 0;
    for (Firewall firewall : after.firewalls()) {
      Firewall then = old.get(firewall.name());
      if (then == null) {
        continue;
      }
      restacked.add(was, then, is, firewall);
      LocalDateTime moment =
          LocalDateTime.now(clock.withZone(firewall.timeZone())).truncatedTo(ChronoUnit.HOURS);
      Effect effect =
          effect(firewall.name(), was.of(then, moment), is.of(firewall, moment), moment);
      if (effect.decided() && effect.regions().isEmpty()) {
        untouched++;
      } else {
        effects.add(effect);
      }
    }
    return new Consequences(
        untouched, effects, without(now, old), without(old, now), restacked.all());
  }

  private static Map<String, Firewall> byName(Estate estate) {
    return estate.firewalls().stream()
        .collect(Collectors.toMap(Firewall::name, Function.identity()));
  }

  private static List<String> without(Map<String, Firewall> some, Map<String, Firewall> others) {
    return some.keySet().stream().filter(name -> !others.containsKey(name)).sorted().toList();
  }

  private static Effect effect(String name, Stack before, Stack after, LocalDateTime now) {
    try {
      List<Comparison.Difference> all = Comparison.of(before, after, now).differences();
      List<String> opened = new ArrayList<>();
      List<String> closed = new ArrayList<>();
      if (!all.isEmpty()) {
        pairs(before, after, opened, closed);
      }
      return new Effect(
          name,
          count(all, Comparison.Kind.NEWLY_ALLOWED),
          count(all, Comparison.Kind.NEWLY_BLOCKED),
          count(all, Comparison.Kind.BLOCKED_OTHERWISE),
          opened,
          closed,
          all.stream().limit(MOST_TOLD).map(Consequences::region).toList(),
          true);
    } catch (Remainder.Exhausted e) {
      return new Effect(name, 0, 0, 0, List.of(), List.of(), List.of(), false);
    }
  }

  private static int count(List<Comparison.Difference> all, Comparison.Kind kind) {
    return (int) all.stream().filter(d -> d.kind() == kind).count();
  }

  private static void pairs(Stack before, Stack after, List<String> opened, List<String> closed) {
    Map<String, Double> was = shares(before);
    shares(after)
        .forEach(
            (pair, share) -> {
              double then = was.getOrDefault(pair, 0.0);
              if (then == 0 && share > 0) {
                opened.add(pair);
              } else if (then > 0 && share == 0) {
                closed.add(pair);
              }
            });
  }

  private static Map<String, Double> shares(Stack stack) {
    return Grid.of(stack).cells().stream()
        .collect(
            Collectors.toMap(
                c -> c.from() + " to " + c.to(),
                Grid.Cell::share,
                (a, b) -> a,
                java.util.TreeMap::new));
  }

  private static Region region(Comparison.Difference d) {
    return new Region(
        d.kind().word(),
        words(d.fields()),
        Sentences.packet(d.witness()),
        place(d.before()),
        place(d.after()));
  }

  private static String place(RuleRef ref) {
    return ref.isFloor()
        ? "the floor"
        : ref.name() + " (" + ref.shelf() + " " + ref.position() + ")";
  }

  private static String words(Fields f) {
    List<String> out = new ArrayList<>();
    add(out, "from ", f.from());
    add(out, "to ", f.to());
    add(out, "source ", f.source());
    add(out, "destination ", f.destination());
    add(out, "", f.services());
    add(out, "", f.applications());
    add(out, "by ", f.users());
    add(out, "at ", f.times(), MOST_TIMES);
    add(out, "", f.profiles());
    add(out, "guard ", f.guards());
    return out.isEmpty() ? "everything" : String.join(", ", out);
  }

  private static void add(List<String> out, String word, List<String> values) {
    add(out, word, values, MOST_VALUES);
  }

  private static void add(List<String> out, String word, List<String> values, int most) {
    if (!values.isEmpty()) {
      int shown = Math.min(most, values.size());
      String more = values.size() > shown ? " and " + (values.size() - shown) + " more" : "";
      out.add(word + String.join(" or ", values.subList(0, shown)) + more);
    }
  }
}
