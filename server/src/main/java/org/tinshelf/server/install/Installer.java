package org.tinshelf.server.install;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.tinshelf.exchange.acl.Canonical;
import org.tinshelf.server.estate.FirewallRecord;
import org.tinshelf.server.estate.Firewalls;
import org.tinshelf.server.problems.Refusal;

/** Installs revisions: asks, sends, reads back; four firewalls at a time. */
@Component
class Installer {

  private static final Logger LOG = LoggerFactory.getLogger(Installer.class);

  private final Installs installs;
  private final Steps steps;
  private final Firewalls firewalls;
  private final Renderings renderings;
  private final Restconf restconf;
  private final Standings standings;
  private final TransactionTemplate transaction;
  private final Clock clock;
  private final ExecutorService workers = Executors.newFixedThreadPool(4);

  Installer(
      Installs installs,
      Steps steps,
      Firewalls firewalls,
      Renderings renderings,
      Restconf restconf,
      Standings standings,
      TransactionTemplate transaction,
      Clock clock) {
    this.installs = installs;
    this.steps = steps;
    this.firewalls = firewalls;
    this.renderings = renderings;
    this.restconf = restconf;
    this.standings = standings;
    this.transaction = transaction;
    this.clock = clock;
  }

  @PreDestroy
  void stop() {
    workers.shutdownNow();
  }

  /** What an earlier run of the server left unfinished did not happen for certain. */
  @EventListener(ApplicationReadyEvent.class)
  void closeUnfinished() {
    transaction.executeWithoutResult(
        s ->
            steps
                .findByStateNotIn(List.of(InstallState.DONE.name(), InstallState.FAILED.name()))
                .forEach(
                    t ->
                        t.now(
                            InstallState.FAILED,
                            "The server stopped during this install. Its standing tells what it holds.",
                            clock.instant())));
  }

  /** Starts an install and returns at once. */
  long start(int revision, List<Long> ids, String who) {
    if (ids.isEmpty()) {
      throw Refusal.conflict("Choose at least one firewall.");
    }
    List<FirewallRecord> chosen =
        ids.stream()
            .distinct()
            .map(
                id ->
                    firewalls
                        .findById(id)
                        .orElseThrow(() -> Refusal.gone("There is no firewall " + id + ".")))
            .toList();
    for (FirewallRecord f : chosen) {
      Renderings.Rendering rendering =
          renderings
              .of(revision, f.name())
              .orElseThrow(
                  () ->
                      Refusal.conflict(
                          "Revision " + revision + " does not know " + f.name() + "."));
      if (!rendering.problems().isEmpty()) {
        throw Refusal.unsound(rendering.problems());
      }
    }
    InstallRecord install = new InstallRecord(revision, clock.instant(), who);
    List<StepRecord> begun =
        transaction.execute(
            s -> {
              installs.save(install);
              return chosen.stream()
                  .map(f -> steps.save(new StepRecord(install.id(), f.id(), clock.instant())))
                  .toList();
            });
    begun.forEach(t -> workers.execute(() -> run(revision, t)));
    return install.id();
  }

  private void run(int revision, StepRecord step) {
    try {
      FirewallRecord firewall = firewalls.findById(step.firewallId()).orElseThrow();
      Renderings.Rendering rendering = renderings.of(revision, firewall.name()).orElseThrow();
      String url = firewall.managementUrl();
      advance(step, InstallState.ASKING, "");
      Optional<String> tag = restconf.get(url).tag();
      advance(step, InstallState.SENDING, "");
      restconf.put(url, rendering.policy(), tag);
      advance(step, InstallState.VERIFYING, "");
      Optional<String> holds = restconf.get(url).policy().map(Canonical::digest);
      if (!holds.equals(Optional.of(rendering.digest()))) {
        throw new Restconf.TroubleException(
            "It accepted the policy but holds something else. Look at it before trying again.");
      }
      standings.change(
          firewall.id(), f -> f.installed(revision, rendering.digest(), clock.instant()));
      advance(step, InstallState.DONE, "");
    } catch (Restconf.TroubleException e) {
      advance(step, InstallState.FAILED, e.getMessage());
      standings.ask(step.firewallId());
    } catch (RuntimeException e) {
      LOG.error("Install failed", e);
      advance(step, InstallState.FAILED, "Tin Shelf failed; its log says why.");
    }
  }

  private void advance(StepRecord step, InstallState state, String message) {
    transaction.executeWithoutResult(
        s -> steps.findById(step.id()).orElseThrow().now(state, message, clock.instant()));
  }
}
