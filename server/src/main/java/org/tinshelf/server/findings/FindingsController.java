package org.tinshelf.server.findings;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.core.change.Grid;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.findings.Sentences;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.server.estate.FirewallRecord;
import org.tinshelf.server.estate.Firewalls;
import org.tinshelf.server.problems.Refusal;

/** Findings and reach of a firewall's stack. */
@RestController
class FindingsController {

  /** Where a rule stands, as in the policy document; the floor has the shelf {@code floor}. */
  record RefView(String shelf, String position, String name) {
    static RefView of(RuleRef ref) {
      return new RefView(ref.shelf(), ref.position(), ref.name());
    }
  }

  /**
   * A rule, the end of its drawer, or the floor, wherever it stands.
   *
   * @param shelf {@code floor} for the floor
   */
  record RuleName(String shelf, String name, boolean end) {
    static RuleName of(RuleRef ref) {
      return new RuleName(ref.shelf(), ref.name(), ref.isEnd());
    }
  }

  /**
   * One finding.
   *
   * @param by the other rules concerned, at most 40
   * @param more how many there are beyond these
   * @param witness a packet that proves it, in a few words
   */
  record FindingView(
      String kind,
      String severity,
      String certainty,
      List<RuleName> by,
      int more,
      String witness,
      String says) {}

  /**
   * What there is to say of one rule, end or floor.
   *
   * @param reach 0 to 1; absent where it takes no part or its reach is not known
   */
  record RuleCheck(RuleName rule, Double reach, List<FindingView> findings) {
    static RuleCheck of(RuleRef ref, Double reach) {
      return new RuleCheck(RuleName.of(ref), reach, new ArrayList<>(1));
    }
  }

  /**
   * A check, or what has become different since an earlier one.
   *
   * @param version names this check
   * @param whole whether it holds all there is to say; else it holds what is to be said now of the
   *     rules about which that has changed, and nothing of those that are gone
   */
  record CheckView(String version, boolean whole, List<RuleCheck> rules) {}

  private final Checks checks;
  private final Firewalls firewalls;

  FindingsController(Checks checks, Firewalls firewalls) {
    this.checks = checks;
    this.firewalls = firewalls;
  }

  /**
   * Checks a firewall.
   *
   * @param since the version of an earlier check, to hear only what is different now
   */
  @GetMapping("/api/firewalls/{id}/check")
  CheckView check(@PathVariable long id, @RequestParam(defaultValue = "") String since) {
    FirewallRecord firewall =
        firewalls.there(id).orElseThrow(() -> Refusal.gone("There is no such firewall."));
    List<Checks.Version> versions = checks.versions(firewall.name());
    Checks.Version now = versions.get(0);
    Optional<Set<RuleRef>> changed =
        versions.stream()
            .filter(v -> v.name().equals(since))
            .findFirst()
            .flatMap(v -> now.check().changedSince(v.check()));
    return new CheckView(now.name(), changed.isEmpty(), rules(now.check(), changed));
  }

  private static List<RuleCheck> rules(Check check, Optional<Set<RuleRef>> changed) {
    Map<RuleRef, RuleCheck> rules = new LinkedHashMap<>();
    Predicate<RuleRef> wanted = ref -> changed.isEmpty() || changed.get().contains(ref);
    check
        .reach()
        .forEach(
            (placed, share) -> {
              RuleRef ref = placed.unplaced();
              if (wanted.test(ref)) {
                rules.put(ref, RuleCheck.of(ref, share.isNaN() ? null : share));
              }
            });
    for (Finding finding : check.findings()) {
      RuleRef ref = finding.rule().unplaced();
      if (wanted.test(ref)) {
        rules.computeIfAbsent(ref, r -> RuleCheck.of(r, null)).findings().add(view(finding));
      }
    }
    changed.stream()
        .flatMap(Set::stream)
        .forEach(ref -> rules.computeIfAbsent(ref, r -> RuleCheck.of(r, null)));
    return List.copyOf(rules.values());
  }

  /**
   * Traffic from one zone to another.
   *
   * @param share of it that is let through: 0 exactly for none, 1 exactly for all
   * @param by the rules that let some of it through
   */
  record CellView(String from, String to, double share, List<RefView> by) {}

  /** How much of the traffic between any two zones is let through. */
  record GridView(List<String> zones, List<CellView> cells) {}

  @GetMapping("/api/firewalls/{id}/grid")
  GridView grid(@PathVariable long id) {
    FirewallRecord firewall =
        firewalls.there(id).orElseThrow(() -> Refusal.gone("There is no such firewall."));
    Grid grid = Grid.of(checks.stack(firewall.name()));
    return new GridView(
        grid.zones(),
        grid.cells().stream()
            .map(
                c ->
                    new CellView(
                        c.from(), c.to(), c.share(), c.by().stream().map(RefView::of).toList()))
            .toList());
  }

  @GetMapping("/api/firewalls/{id}/cover")
  Cover cover(@PathVariable long id, @RequestParam String shelf, @RequestParam String position) {
    FirewallRecord firewall =
        firewalls.there(id).orElseThrow(() -> Refusal.gone("There is no such firewall."));
    return Cover.of(
        checks.stack(firewall.name()), checks.of(firewall.name()).findings(), shelf, position);
  }

  /** Rules named with a finding; what is beyond that is counted. */
  private static final int MOST_NAMED = 40;

  private static FindingView view(Finding f) {
    List<RuleRef> by = f.by();
    return new FindingView(
        f.kind().word(),
        f.severity().word(),
        f.certainty().word(),
        by.stream().limit(MOST_NAMED).map(RuleName::of).toList(),
        Math.max(0, by.size() - MOST_NAMED),
        f.witness().map(Sentences::packet).orElse(""),
        f.saysUnplaced());
  }
}
