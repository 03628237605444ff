package org.tinshelf.server.accounts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class ThrottleTest {

  private final Clock clock = mock(Clock.class);
  private final Throttle throttle = new Throttle(clock);

  private void fail(int times) {
    when(clock.instant()).thenReturn(Instant.EPOCH);
    for (int i = 0; i < times; i++) {
      throttle.failed("k");
    }
  }

  @Test
  void theFirstFourFailuresCostNothing() {
    fail(4);
    assertEquals(Duration.ZERO, throttle.wait("k"));
  }

  @Test
  void thenEachWaitIsTwiceTheLast() {
    fail(5);
    assertEquals(Duration.ofSeconds(15), throttle.wait("k"));
    fail(1);
    assertEquals(Duration.ofSeconds(30), throttle.wait("k"));
    fail(20);
    assertEquals(Duration.ofMinutes(15), throttle.wait("k"));
  }

  @Test
  void timeAndSuccessOpenItAgain() {
    fail(5);
    when(clock.instant()).thenReturn(Instant.EPOCH.plusSeconds(16));
    assertEquals(Duration.ZERO, throttle.wait("k"));
    throttle.succeeded("k");
    fail(4);
    assertEquals(Duration.ZERO, throttle.wait("k"));
  }

  @Test
  void othersAreNotHeldUp() {
    fail(9);
    assertEquals(Duration.ZERO, throttle.wait("another"));
  }
}
