package org.tinshelf.server.accounts;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Slows down guessing: after five failures in a row for one key, each further try has to wait, 15
 * seconds at first and twice as long each time, up to 15 minutes. Kept in memory, for up to 10,000
 * keys.
 */
final class Throttle {

  private static final int FREE = 5;
  private static final Duration FIRST = Duration.ofSeconds(15);
  private static final Duration MOST = Duration.ofMinutes(15);
  private static final int MOST_KEYS = 10_000;

  private record State(int failures, Instant open) {}

  private final Map<String, State> states = new ConcurrentHashMap<>();
  private final Clock clock;

  Throttle(Clock clock) {
    this.clock = clock;
  }

  /** How long the key has to wait; zero if it may try. */
  Duration wait(String key) {
    State state = states.get(key);
    Duration left = state == null ? Duration.ZERO : Duration.between(clock.instant(), state.open);
    return left.isNegative() ? Duration.ZERO : left;
  }

  void failed(String key) {
    if (states.size() >= MOST_KEYS) {
      states.values().removeIf(s -> s.open.plus(MOST).isBefore(clock.instant()));
    }
    states.compute(
        key,
        (k, old) -> {
          int failures = old == null ? 1 : old.failures + 1;
          if (failures < FREE) {
            return new State(failures, clock.instant());
          }
          Duration pause = FIRST.multipliedBy(1L << Math.min(failures - FREE, 10));
          return new State(
              failures, clock.instant().plus(pause.compareTo(MOST) > 0 ? MOST : pause));
        });
  }

  void succeeded(String key) {
    states.remove(key);
  }
}
