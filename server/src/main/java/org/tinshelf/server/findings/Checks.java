package org.tinshelf.server.findings;

import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.stack.Stacks;
import org.tinshelf.server.estate.Working;

/**
 * Checks of the estate as it stands with the draft, kept until something changes or an hour ends.
 */
@Component
public class Checks {

  private record Kept(long stamp, LocalDateTime hour, Check check) {}

  private final Working working;
  private final Map<String, Kept> kept = new ConcurrentHashMap<>();

  Checks(Working working) {
    this.working = working;
  }

  /** The check of a firewall, and the number of edits it is from. */
  public Check of(String firewallName) {
    Working.Snapshot snapshot = working.snapshot();
    Firewall firewall =
        snapshot.estate().firewalls().stream()
            .filter(f -> f.name().equals(firewallName))
            .findFirst()
            .orElseThrow();
    LocalDateTime now = LocalDateTime.now(firewall.timeZone());
    LocalDateTime hour = now.truncatedTo(ChronoUnit.HOURS);
    Kept old = kept.get(firewallName);
    if (old != null && old.stamp == snapshot.stamp() && old.hour.equals(hour)) {
      return old.check;
    }
    Check check = Check.of(new Stacks(snapshot.estate()).of(firewall, now), false);
    kept.put(firewallName, new Kept(snapshot.stamp(), hour, check));
    return check;
  }
}
