package org.tinshelf.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * Which sessions still count. Those of a person who left, or whose password was set anew, do not;
 * none outlives the server, so nothing of this is kept.
 */
@Component
class Sessions {

  private static final String SINCE = "signed in at";

  private final Map<Long, Instant> ended = new ConcurrentHashMap<>();
  private final Clock clock;

  Sessions(Clock clock) {
    this.clock = clock;
  }

  /** Notes that a session begins now. */
  void begin(HttpServletRequest request) {
    request.getSession(true).setAttribute(SINCE, clock.instant());
  }

  /** Ends all sessions of a person that have begun so far. */
  void endAll(long account) {
    ended.put(account, clock.instant());
  }

  /** Whether a request belongs to a session of the person that counts. */
  boolean counts(HttpServletRequest request, long account) {
    Instant end = ended.get(account);
    HttpSession session = request.getSession(false);
    return end == null
        || session != null
            && session.getAttribute(SINCE) instanceof Instant since
            && !since.isBefore(end);
  }
}
