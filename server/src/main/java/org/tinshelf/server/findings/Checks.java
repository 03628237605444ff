package org.tinshelf.server.findings;

import java.security.SecureRandom;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Recheck;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;
import org.tinshelf.server.estate.Working;

/**
 * Checks of the estate as it stands with the draft, kept until something changes or an hour ends.
 */
@Component
public class Checks {

  /** A check that somebody may have seen; versions are never used again, not even after a start. */
  public record Version(String name, Check check) {}

  /**
   * The last check of a firewall, and what the next one is made from.
   *
   * @param versions the latest checks, the newest first
   */
  private record Kept(
      long stamp, LocalDateTime hour, Stacks stacks, Recheck recheck, List<Version> versions) {}

  private static final int MOST_VERSIONS = 8;
  private static final String START = Long.toString(new SecureRandom().nextLong(), 36);

  private final Working working;
  private final Map<String, Kept> kept = new ConcurrentHashMap<>();
  private final AtomicLong made = new AtomicLong();

  Checks(Working working) {
    this.working = working;
  }

  /** The stack of a firewall as it stands now; rules that stay are the very same objects. */
  public Stack stack(String firewallName) {
    of(firewallName);
    Stack[] out = new Stack[1];
    kept.computeIfPresent(
        firewallName,
        (name, now) -> {
          out[0] = now.recheck.stack();
          return now;
        });
    return out[0];
  }

  private static Firewall firewall(Estate estate, String name) {
    return estate.firewalls().stream().filter(f -> f.name().equals(name)).findFirst().orElseThrow();
  }

  /** The check of a firewall as it stands now. */
  public Check of(String firewallName) {
    return versions(firewallName).get(0).check();
  }

  /** The latest checks of a firewall, the one of what stands now first. */
  public List<Version> versions(String firewallName) {
    Working.Snapshot snapshot = working.snapshot();
    Firewall firewall = firewall(snapshot.estate(), firewallName);
    LocalDateTime hour = LocalDateTime.now(firewall.timeZone()).truncatedTo(ChronoUnit.HOURS);
    return kept.compute(
            firewallName,
            (name, old) -> {
              if (old == null || !old.hour.equals(hour)) {
                Stacks stacks = new Stacks(snapshot.estate());
                Recheck recheck = new Recheck(stacks.of(firewall, hour), false);
                return new Kept(snapshot.stamp(), hour, stacks, recheck, with(recheck, List.of()));
              }
              if (old.stamp == snapshot.stamp()) {
                return old;
              }
              Stacks stacks = new Stacks(snapshot.estate(), old.stacks);
              old.recheck.update(stacks.of(firewall, hour));
              List<Version> versions = with(old.recheck, old.versions);
              return new Kept(snapshot.stamp(), hour, stacks, old.recheck, versions);
            })
        .versions;
  }

  private List<Version> with(Recheck recheck, List<Version> before) {
    Version now = new Version(START + "." + made.incrementAndGet(), recheck.check());
    return Stream.concat(Stream.of(now), before.stream()).limit(MOST_VERSIONS).toList();
  }
}
