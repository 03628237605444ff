package org.tinshelf.core.space;

import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.U128;

/**
 * All minutes from now on, laid on the numbers from 0. Time is cut wherever a window in absolute
 * time or an expiry begins or ends; between two cuts, and after the last one, everything repeats
 * weekly, so a span is represented by its first week (or by all of it, if shorter). That keeps the
 * line short and loses no combination of schedules; for {@linkplain Measure measures} it means that
 * a longer span weighs a week.
 */
public final class Timeline {

  private static final int WEEK = 7 * 24 * 60;
  private static final DateTimeFormatter MINUTE =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm", Locale.ROOT);

  /**
   * A stretch of time between two cuts.
   *
   * @param end the next cut; far away for the last
   */
  private record Span(LocalDateTime start, int offset, int length, LocalDateTime end) {
    boolean repeats() {
      return start.plusMinutes(length).isBefore(end);
    }
  }

  private final List<Span> spans = new ArrayList<>();
  private final int length;

  /** The line for everything the given fields of rules tell apart, from {@code now} on. */
  public Timeline(LocalDateTime now, Collection<When> whens) {
    LocalDateTime start = now.truncatedTo(ChronoUnit.MINUTES);
    TreeSet<LocalDateTime> cuts = new TreeSet<>();
    for (When when : whens) {
      when.expires().ifPresent(day -> cuts.add(day.plusDays(1).atStartOfDay()));
      for (Schedule schedule : when.schedules()) {
        if (schedule instanceof Schedule.Once once) {
          cuts.add(once.from());
          cuts.add(once.to());
        }
      }
    }
    int offset = 0;
    for (LocalDateTime cut : cuts.tailSet(start, false)) {
      int minutes = (int) Math.min(WEEK, ChronoUnit.MINUTES.between(start, cut));
      spans.add(new Span(start, offset, minutes, cut));
      offset += minutes;
      start = cut;
    }
    spans.add(new Span(start, offset, WEEK, LocalDateTime.MAX));
    length = offset + WEEK;
  }

  /** Whether both lay the same moments on the same numbers. */
  @Override
  public boolean equals(Object other) {
    return other instanceof Timeline t && spans.equals(t.spans);
  }

  @Override
  public int hashCode() {
    return spans.hashCode();
  }

  /** The last number of the line. */
  public U128 most() {
    return U128.of(length - 1L);
  }

  /** The moment a number of the line stands for; of a span that repeats, the first. */
  public LocalDateTime at(U128 number) {
    long n = number.lo();
    for (Span span : spans) {
      if (n < span.offset + span.length) {
        return span.start.plusMinutes(n - span.offset);
      }
    }
    throw new IllegalArgumentException("past the end of time: " + n);
  }

  /** The number that stands for a moment; -1 for one before the line begins. */
  long number(LocalDateTime time) {
    for (int i = spans.size() - 1; i >= 0; i--) {
      Span span = spans.get(i);
      if (!time.isBefore(span.start)) {
        return span.offset + ChronoUnit.MINUTES.between(span.start, time) % WEEK;
      }
    }
    return -1;
  }

  /**
   * A stretch of the line in words, one for each span it meets: {@code FROM to BEFORE}, with {@code
   * weekly} or {@code weekly until END} after it where it comes back.
   */
  List<String> words(long from, long to) {
    List<String> out = new ArrayList<>();
    for (Span span : spans) {
      long first = Math.max(from, span.offset);
      long last = Math.min(to, span.offset + (long) span.length);
      if (first < last) {
        String weekly =
            !span.repeats()
                ? ""
                : span.end.equals(LocalDateTime.MAX)
                    ? " weekly"
                    : " weekly until " + span.end.format(MINUTE);
        out.add(
            span.start.plusMinutes(first - span.offset).format(MINUTE)
                + " to "
                + span.start.plusMinutes(last - span.offset).format(MINUTE)
                + weekly);
      }
    }
    return out;
  }

  /** The part of the line at which {@code when} holds. */
  public IntervalSet numbers(When when) {
    List<IntervalSet.Interval> out = new ArrayList<>();
    for (Span span : spans) {
      if (when.expires().map(day -> span.start.toLocalDate().isAfter(day)).orElse(false)) {
        continue;
      }
      if (when.schedules().isEmpty()) {
        add(out, span, 0, span.length);
      }
      for (Schedule schedule : when.schedules()) {
        if (schedule instanceof Schedule.Once once) {
          if (!span.start.isBefore(once.from()) && span.start.isBefore(once.to())) {
            add(out, span, 0, span.length);
          }
        } else {
          weekly(out, span, (Schedule.Weekly) schedule);
        }
      }
    }
    return IntervalSet.union(out);
  }

  private static void weekly(List<IntervalSet.Interval> out, Span span, Schedule.Weekly weekly) {
    for (int day = -1; day <= 7; day++) {
      LocalDateTime midnight = span.start.toLocalDate().plusDays(day).atStartOfDay();
      for (Schedule.Window w : weekly.windows()) {
        if (w.days().contains(midnight.getDayOfWeek())) {
          LocalDateTime from = midnight.with(w.from());
          LocalDateTime to = midnight.with(w.to());
          if (!to.isAfter(from)) {
            to = to.plusDays(1);
          }
          add(
              out,
              span,
              ChronoUnit.MINUTES.between(span.start, from),
              ChronoUnit.MINUTES.between(span.start, to));
        }
      }
    }
  }

  private static void add(List<IntervalSet.Interval> out, Span span, long from, long to) {
    long first = Math.max(0, from);
    long last = Math.min(span.length, to) - 1;
    if (first <= last) {
      out.add(new IntervalSet.Interval(U128.of(span.offset + first), U128.of(span.offset + last)));
    }
  }
}
