package org.tinshelf.server.estate;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.server.findings.Checks;
import org.tinshelf.server.install.Standing;
import org.tinshelf.server.install.Standings;

/** The estate's tree. */
@RestController
class EstateController {

  record BayView(long id, Long parentId, String name) {}

  /**
   * A firewall in the tree.
   *
   * @param findings how many there are by severity
   * @param dead how many of its rules are shadowed, redundant or match nothing
   */
  record FirewallView(
      long id,
      Long bayId,
      String name,
      String kind,
      Standing standing,
      Instant seenAt,
      Integer installedRevision,
      String trouble,
      Map<String, Long> findings,
      long dead) {}

  record EstateView(String name, List<BayView> bays, List<FirewallView> firewalls) {}

  private final Estates estates;
  private final Bays bays;
  private final Firewalls firewalls;
  private final Checks checks;
  private final Standings standings;
  private final Working working;

  EstateController(
      Estates estates,
      Bays bays,
      Firewalls firewalls,
      Checks checks,
      Standings standings,
      Working working) {
    this.estates = estates;
    this.bays = bays;
    this.firewalls = firewalls;
    this.checks = checks;
    this.standings = standings;
    this.working = working;
  }

  @GetMapping("/api/estate")
  EstateView estate() {
    Map<String, Firewall> models =
        working.snapshot().estate().firewalls().stream()
            .collect(Collectors.toMap(Firewall::name, Function.identity()));
    return new EstateView(
        estates.findById((byte) 1).map(EstateRecord::name).orElse(""),
        bays.there().stream()
            .sorted(Comparator.comparing(BayRecord::seat))
            .map(b -> new BayView(b.id(), b.parentId().orElse(null), b.name()))
            .toList(),
        firewalls.there().stream()
            .sorted(Comparator.comparing(FirewallRecord::seat))
            .filter(f -> models.containsKey(f.name()))
            .map(f -> view(f, models.get(f.name())))
            .toList());
  }

  private FirewallView view(FirewallRecord f, Firewall model) {
    Check check = checks.of(f.name());
    Map<String, Long> bySeverity =
        check.findings().stream()
            .collect(Collectors.groupingBy(x -> x.severity().word(), Collectors.counting()));
    long dead =
        check.findings().stream()
            .filter(x -> x.kind().compareTo(Finding.Kind.NEVER_MATCHES) <= 0)
            .filter(x -> x.kind() != Finding.Kind.CONFLICT)
            .map(Finding::rule)
            .distinct()
            .count();
    return new FirewallView(
        f.id(),
        f.bayId().orElse(null),
        f.name(),
        model.kind().word(),
        standings.of(f),
        f.seenAt().orElse(null),
        f.installedRevision().orElse(null),
        f.trouble().orElse(null),
        bySeverity,
        dead);
  }
}
