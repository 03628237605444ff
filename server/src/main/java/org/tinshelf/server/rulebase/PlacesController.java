package org.tinshelf.server.rulebase;

import java.time.Clock;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.core.change.Comparison;
import org.tinshelf.core.change.Placement;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;
import org.tinshelf.server.estate.Firewalls;
import org.tinshelf.server.problems.Refusal;

/** How a rule would stand where it is, were it on, and where it would do better. */
@RestController
class PlacesController {

  /**
   * How a rule would stand.
   *
   * @param reach where it is; 0 to 1
   * @param says its findings where it is, the weightiest first
   * @param above the place of a rule of its list above which it would reach all it matches, or at
   *     least something; empty where there is no better place
   * @param aboveName that rule's name
   * @param reachThere its reach there
   * @param allowed how many regions of traffic would newly pass by moving it there
   * @param blocked how many would newly be blocked
   */
  record PlacesView(
      double reach,
      List<String> says,
      String above,
      String aboveName,
      double reachThere,
      int allowed,
      int blocked) {}

  /** What more of its traffic a rule has to reach for a partly better place to be offered. */
  private static final double WORTH_TELLING = 0.05;

  private final Editing editing;
  private final Trials trials;
  private final Firewalls firewalls;
  private final Clock clock;

  PlacesController(Editing editing, Trials trials, Firewalls firewalls, Clock clock) {
    this.editing = editing;
    this.trials = trials;
    this.firewalls = firewalls;
    this.clock = clock;
  }

  @GetMapping("/api/lines/{id}/places")
  PlacesView places(@PathVariable long id, @RequestParam long firewall) {
    String name =
        firewalls
            .there(firewall)
            .orElseThrow(() -> Refusal.gone("There is no such firewall."))
            .name();
    Supplier<RuleRef> turnOn = () -> editing.turnedOn(id);
    Trials.Tried<RuleRef> tried = trials.tried(turnOn);
    Estate estate = tried.estate();
    Firewall model =
        estate.firewalls().stream().filter(f -> f.name().equals(name)).findFirst().orElseThrow();
    LocalDateTime now =
        LocalDateTime.now(clock.withZone(model.timeZone())).truncatedTo(ChronoUnit.HOURS);
    Stack stack = new Stacks(estate).of(model, now);
    int index = index(stack, tried.result());
    if (index < 0) {
      return new PlacesView(0, List.of(), "", "", 0, 0, 0);
    }
    return view(stack, index, now);
  }

  private static int index(Stack stack, RuleRef wanted) {
    for (int i = 0; i < stack.entries().size(); i++) {
      Entry entry = stack.entries().get(i);
      if (entry.kind() == Entry.Kind.RULE
          && entry.ref().shelf().equals(wanted.shelf())
          && entry.ref().name().equals(wanted.name())) {
        return i;
      }
    }
    return -1;
  }

  private static PlacesView view(Stack stack, int index, LocalDateTime now) {
    List<Entry> entries = stack.entries();
    Entry own = entries.get(index);
    List<String> says =
        Check.of(stack, false).findings().stream()
            .filter(f -> f.rule().equals(own.ref()))
            .filter(f -> f.severity() != Finding.Severity.INFO)
            .map(Finding::says)
            .toList();
    Placement placement = new Placement(stack, index);
    double reach = placement.reach(index);
    int top = index;
    while (top > 0 && entries.get(top - 1).list().equals(own.list())) {
      top--;
    }
    Optional<Integer> better = reach == 1 ? Optional.empty() : better(placement, top, index, reach);
    if (better.isEmpty()) {
      return new PlacesView(reach, says, "", "", reach, 0, 0);
    }
    int place = better.get();
    List<Comparison.Difference> effect = placement.effect(place, now).differences();
    RuleRef above = entries.get(place).ref();
    return new PlacesView(
        reach,
        says,
        above.shelf() + " " + above.position(),
        above.name(),
        placement.reach(place),
        count(effect, Comparison.Kind.NEWLY_ALLOWED),
        count(effect, Comparison.Kind.NEWLY_BLOCKED));
  }

  /** The lowest place in the list with full reach; the top of the list where there is none. */
  private static Optional<Integer> better(Placement placement, int top, int index, double reach) {
    int full = placement.firstWithSome() - 1;
    if (full >= top && full < index) {
      return Optional.of(full);
    }
    double most = top < index ? placement.reach(top) : reach;
    return most - reach >= WORTH_TELLING || reach == 0 && most > 0
        ? Optional.of(top)
        : Optional.empty();
  }

  private static int count(List<Comparison.Difference> all, Comparison.Kind kind) {
    return (int) all.stream().filter(d -> d.kind() == kind).count();
  }
}
