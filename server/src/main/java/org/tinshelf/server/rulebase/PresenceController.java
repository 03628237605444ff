package org.tinshelf.server.rulebase;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.server.accounts.SignedIn;

/** Who else is at work, and where. Kept in memory, for as long as somebody is heard of. */
@RestController
class PresenceController {

  private static final Duration HEARD = Duration.ofSeconds(45);

  /**
   * Where a person is.
   *
   * @param place the address of the view, without what is selected
   * @param line the rule that is open for editing there; 0 for none
   */
  record Here(String place, long line) {}

  /** Where another person is. */
  record Other(String who, String place, long line) {}

  private record Heard(Instant at, String who, Here here) {}

  private final Map<Long, Heard> heard = new ConcurrentHashMap<>();
  private final Clock clock;

  PresenceController(Clock clock) {
    this.clock = clock;
  }

  @PostMapping("/api/presence")
  List<Other> presence(@RequestBody Here here, @AuthenticationPrincipal SignedIn who) {
    Instant now = clock.instant();
    heard.put(who.id(), new Heard(now, who.displayName(), here));
    heard.values().removeIf(h -> h.at().plus(HEARD).isBefore(now));
    return heard.entrySet().stream()
        .filter(e -> e.getKey() != who.id())
        .map(e -> e.getValue())
        .map(h -> new Other(h.who(), h.here().place(), h.here().line()))
        .toList();
  }
}
