package org.tinshelf.core.space;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import org.tinshelf.core.model.Schedule;

/**
 * The minutes at which a rule holds.
 *
 * @param schedules alternatives; none means always
 * @param expires the last day
 */
public record When(List<Schedule> schedules, Optional<LocalDate> expires) {

  /** At any time. */
  public static final When ALWAYS = new When(List.of(), Optional.empty());

  public boolean contains(LocalDateTime time) {
    return expires.map(day -> !time.toLocalDate().isAfter(day)).orElse(true)
        && (schedules.isEmpty() || schedules.stream().anyMatch(s -> holds(s, time)));
  }

  private static boolean holds(Schedule schedule, LocalDateTime time) {
    if (schedule instanceof Schedule.Once once) {
      return !time.isBefore(once.from()) && time.isBefore(once.to());
    }
    DayOfWeek day = time.getDayOfWeek();
    LocalTime at = time.toLocalTime();
    for (Schedule.Window w : ((Schedule.Weekly) schedule).windows()) {
      boolean pastMidnight = !w.to().isAfter(w.from());
      boolean today = w.days().contains(day) && !at.isBefore(w.from());
      boolean sinceYesterday =
          pastMidnight && w.days().contains(day.minus(1)) && at.isBefore(w.to());
      if (today && (pastMidnight || at.isBefore(w.to())) || sinceYesterday) {
        return true;
      }
    }
    return false;
  }
}
