package org.tinshelf.server.findings;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
      RefView rule,
      List<RefView> by,
      int more,
      double reach,
      String witness,
      String says) {}

  /**
   * A check.
   *
   * @param reach by shelf and position, as {@code shelf position}; 0 to 1
   */
  record CheckView(List<FindingView> findings, Map<String, Double> reach) {}

  private final Checks checks;
  private final Firewalls firewalls;

  FindingsController(Checks checks, Firewalls firewalls) {
    this.checks = checks;
    this.firewalls = firewalls;
  }

  @GetMapping("/api/firewalls/{id}/check")
  CheckView check(@PathVariable long id) {
    FirewallRecord firewall =
        firewalls.there(id).orElseThrow(() -> Refusal.gone("There is no such firewall."));
    Check check = checks.of(firewall.name());
    Map<String, Double> reach = new LinkedHashMap<>();
    check.reach().forEach((ref, share) -> reach.put(ref.shelf() + " " + ref.position(), share));
    return new CheckView(check.findings().stream().map(FindingsController::view).toList(), reach);
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
        RefView.of(f.rule()),
        by.stream().limit(MOST_NAMED).map(RefView::of).toList(),
        Math.max(0, by.size() - MOST_NAMED),
        f.reach(),
        f.witness().map(Sentences::packet).orElse(""),
        f.says());
  }
}
