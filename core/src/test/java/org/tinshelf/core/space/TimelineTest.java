package org.tinshelf.core.space;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.DayOfWeek;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.U128;

/** The line of time against asking each minute. */
class TimelineTest {

  private static final LocalDateTime NOW = LocalDateTime.of(2026, 11, 25, 14, 37);

  private static When random(Random random) {
    List<Schedule> schedules = new ArrayList<>();
    for (int n = random.nextInt(3); n > 0; n--) {
      if (random.nextBoolean()) {
        LocalDateTime from = NOW.plusMinutes(random.nextInt(60_000) - 20_000);
        schedules.add(
            new Schedule.Once(
                About.named("o"), from, from.plusMinutes(1 + random.nextInt(30_000))));
      } else {
        EnumSet<DayOfWeek> days = EnumSet.of(DayOfWeek.of(1 + random.nextInt(7)));
        days.add(DayOfWeek.of(1 + random.nextInt(7)));
        LocalTime from = LocalTime.of(random.nextInt(24), random.nextInt(60));
        LocalTime to = random.nextInt(4) == 0 ? from : LocalTime.of(random.nextInt(24), 0);
        schedules.add(
            new Schedule.Weekly(About.named("w"), List.of(new Schedule.Window(days, from, to))));
      }
    }
    return new When(
        schedules,
        random.nextInt(3) > 0
            ? Optional.empty()
            : Optional.of(NOW.toLocalDate().plusDays(random.nextInt(30))));
  }

  @Property(tries = 60)
  void aNumberOfTheLineStandsForAMinuteAtWhichTheSameHolds(@ForAll long seed) {
    Random random = new Random(seed);
    List<When> whens = List.of(random(random), random(random), random(random));
    Timeline line = new Timeline(NOW, whens);
    for (When when : whens) {
      IntervalSet numbers = line.numbers(when);
      for (long n = 0; n <= line.most().lo(); n += 1 + random.nextInt(40)) {
        LocalDateTime time = line.at(U128.of(n));
        assertTrue(!time.isBefore(NOW));
        assertEquals(when.contains(time), numbers.contains(U128.of(n)), time + " " + when);
      }
    }
  }

  /** Whatever holds together at some minute from now on holds together somewhere on the line. */
  @Property(tries = 40)
  void noCombinationIsLost(@ForAll long seed) {
    Random random = new Random(seed);
    List<When> whens = List.of(random(random), random(random), random(random));
    Timeline line = new Timeline(NOW, whens);
    Set<List<Boolean>> onTheLine = new HashSet<>();
    for (long n = 0; n <= line.most().lo(); n++) {
      LocalDateTime time = line.at(U128.of(n));
      onTheLine.add(whens.stream().map(w -> w.contains(time)).toList());
    }
    for (int i = 0; i < 3_000; i++) {
      LocalDateTime time = NOW.plusMinutes(random.nextInt(120_000));
      assertTrue(onTheLine.contains(whens.stream().map(w -> w.contains(time)).toList()));
    }
  }

  @Example
  void aWindowPastMidnightAndOverTheWeeksEndReachesIntoMonday() {
    Schedule.Window window =
        new Schedule.Window(EnumSet.of(DayOfWeek.SUNDAY), LocalTime.of(22, 0), LocalTime.of(6, 0));
    When when =
        new When(List.of(new Schedule.Weekly(About.named("n"), List.of(window))), Optional.empty());
    assertEquals(true, when.contains(LocalDateTime.of(2026, 11, 30, 5, 59)));
    assertEquals(false, when.contains(LocalDateTime.of(2026, 11, 30, 6, 0)));
    assertEquals(false, when.contains(LocalDateTime.of(2026, 11, 29, 21, 59)));
    assertEquals(true, when.contains(LocalDateTime.of(2026, 11, 29, 22, 0)));
  }

  @Example
  void equalTimesMeanTwentyFourHours() {
    LocalTime noon = LocalTime.NOON;
    Schedule.Window window = new Schedule.Window(EnumSet.of(DayOfWeek.MONDAY), noon, noon);
    When when =
        new When(List.of(new Schedule.Weekly(About.named("n"), List.of(window))), Optional.empty());
    assertEquals(
        java.math.BigInteger.valueOf(1440), new Timeline(NOW, List.of(when)).numbers(when).size());
  }
}
