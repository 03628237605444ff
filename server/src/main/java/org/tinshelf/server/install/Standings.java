package org.tinshelf.server.install;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.tinshelf.exchange.acl.Canonical;
import org.tinshelf.server.estate.FirewallRecord;
import org.tinshelf.server.estate.Firewalls;

/** Knows how each firewall stands, by asking it now and then. */
@Component
public class Standings {

  private final Firewalls firewalls;
  private final Renderings renderings;
  private final Restconf restconf;
  private final TransactionTemplate transaction;
  private final Clock clock;

  Standings(
      Firewalls firewalls,
      Renderings renderings,
      Restconf restconf,
      TransactionTemplate transaction,
      Clock clock) {
    this.firewalls = firewalls;
    this.renderings = renderings;
    this.restconf = restconf;
    this.transaction = transaction;
    this.clock = clock;
  }

  /** By what it was last seen to hold. */
  public Standing of(FirewallRecord firewall) {
    if (firewall.trouble().isPresent()) {
      return Standing.UNREACHABLE;
    }
    if (firewall.installedDigest().isEmpty()) {
      return Standing.NEVER_INSTALLED;
    }
    if (!firewall.seenDigest().equals(firewall.installedDigest())) {
      return Standing.DRIFTED;
    }
    Optional<String> wanted =
        renderings
            .newest()
            .flatMap(r -> renderings.of(r, firewall.name()))
            .map(Renderings.Rendering::digest);
    return wanted.equals(firewall.installedDigest()) ? Standing.LEVEL : Standing.BEHIND;
  }

  /** Asks every firewall. */
  @Scheduled(fixedDelayString = "${tinshelf.standings-every}", initialDelayString = "2s")
  public void askAll() {
    firewalls.there().stream().map(FirewallRecord::id).forEach(this::ask);
  }

  /** Asks one firewall. */
  void ask(long id) {
    FirewallRecord firewall = firewalls.findById(id).orElseThrow();
    if (firewall.managementUrl().isEmpty()) {
      return;
    }
    try {
      Restconf.Held held = restconf.get(firewall.managementUrl());
      String digest = held.policy().map(Canonical::digest).orElse(null);
      change(id, f -> f.seen(digest, clock.instant()));
    } catch (Restconf.TroubleException e) {
      change(id, f -> f.notReached(e.getMessage()));
    }
  }

  void change(long id, java.util.function.Consumer<FirewallRecord> change) {
    transaction.executeWithoutResult(s -> change.accept(firewalls.findById(id).orElseThrow()));
  }

  /** All firewalls, in no particular order. */
  List<FirewallRecord> all() {
    return firewalls.there();
  }
}
