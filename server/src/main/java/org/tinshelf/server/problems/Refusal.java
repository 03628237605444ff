package org.tinshelf.server.problems;

import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.tinshelf.exchange.document.Problem;

/** A request that cannot be done for a reason the person can mend. */
public final class Refusal extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final HttpStatus status;
  private final transient Map<String, Object> more;

  private Refusal(HttpStatus status, String message, Map<String, Object> more) {
    super(message);
    this.status = status;
    this.more = more;
  }

  /** What the request names is not there (any more). */
  public static Refusal gone(String what) {
    return new Refusal(HttpStatus.NOT_FOUND, what, Map.of());
  }

  /** The request makes no sense as things stand. */
  public static Refusal conflict(String why) {
    return new Refusal(HttpStatus.CONFLICT, why, Map.of());
  }

  /** Somebody else's change came first; {@code current} is how things stand now. */
  public static Refusal stale(String why, Object current) {
    return new Refusal(HttpStatus.CONFLICT, why, Map.of("current", current));
  }

  /** The content is not sound; each problem has a place and a mend. */
  public static Refusal unsound(List<Problem> problems) {
    return new Refusal(
        HttpStatus.UNPROCESSABLE_CONTENT,
        problems.isEmpty() ? "This is not sound." : problems.get(0).wrong(),
        Map.of("problems", problems));
  }

  /** Any other status. */
  public static Refusal with(HttpStatus status, String message, Map<String, Object> more) {
    return new Refusal(status, message, more);
  }

  public HttpStatus status() {
    return status;
  }

  public Map<String, Object> more() {
    return more;
  }
}
