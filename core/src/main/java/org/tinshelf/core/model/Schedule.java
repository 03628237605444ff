package org.tinshelf.core.model;

import java.time.DayOfWeek;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.List;
import java.util.Set;

/** When a rule holds, in the firewall's local time. Windows include their start, not their end. */
public sealed interface Schedule {
  About about();

  /** Unique among schedules. */
  default String name() {
    return about().name();
  }

  /** Windows that come back every week. */
  record Weekly(About about, List<Window> windows) implements Schedule {}

  /** One window in absolute time. */
  record Once(About about, LocalDateTime from, LocalDateTime to) implements Schedule {}

  /**
   * A window that opens on each of the days.
   *
   * @param to at or before {@code from} it falls on the next day; equal, the window is 24 hours
   */
  record Window(Set<DayOfWeek> days, LocalTime from, LocalTime to) {}
}
