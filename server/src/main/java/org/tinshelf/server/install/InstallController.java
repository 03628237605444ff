package org.tinshelf.server.install;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.estate.FirewallRecord;
import org.tinshelf.server.estate.Firewalls;
import org.tinshelf.server.problems.Refusal;

/** Installs and standings. */
@RestController
class InstallController {

  record StepView(long firewall, String name, InstallState state, String message) {}

  record InstallView(
      long id, int revision, Instant startedAt, String who, boolean over, List<StepView> steps) {}

  record Start(@NotNull Integer revision, @NotNull List<Long> firewalls) {}

  private final Installer installer;
  private final Installs installs;
  private final Steps steps;
  private final Firewalls firewalls;
  private final Standings standings;

  InstallController(
      Installer installer,
      Installs installs,
      Steps steps,
      Firewalls firewalls,
      Standings standings) {
    this.installer = installer;
    this.installs = installs;
    this.steps = steps;
    this.firewalls = firewalls;
    this.standings = standings;
  }

  @PostMapping("/api/installs")
  @ResponseStatus(HttpStatus.ACCEPTED)
  InstallView start(@Valid @RequestBody Start start, @AuthenticationPrincipal SignedIn who) {
    return view(installer.start(start.revision(), start.firewalls(), who.displayName()));
  }

  @GetMapping("/api/installs/{id}")
  InstallView one(@PathVariable long id) {
    return view(id);
  }

  /** The newest install, in a list of one; none before the first. */
  @GetMapping("/api/installs")
  List<InstallView> newest() {
    return installs.findFirstByOrderByIdDesc().map(i -> List.of(view(i.id()))).orElse(List.of());
  }

  /** Asks every firewall what it holds, now. */
  @PostMapping("/api/standings")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void ask() {
    standings.askAll();
  }

  private InstallView view(long id) {
    InstallRecord install =
        installs.findById(id).orElseThrow(() -> Refusal.gone("There is no such install."));
    Map<Long, String> names =
        firewalls.there().stream()
            .collect(Collectors.toMap(FirewallRecord::id, FirewallRecord::name));
    List<StepView> all =
        steps.findByInstallIdOrderById(id).stream()
            .map(
                t ->
                    new StepView(t.firewallId(), names.get(t.firewallId()), t.state(), t.message()))
            .toList();
    boolean over = all.stream().allMatch(t -> t.state().over());
    return new InstallView(id, install.revision(), install.startedAt(), install.who(), over, all);
  }
}
