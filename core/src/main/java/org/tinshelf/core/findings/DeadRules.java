package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Predicate;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.stack.Entry;

/** Finds rules that match nothing, or whose packets are all decided above. */
final class DeadRules {

  private final Reading reading;

  DeadRules(Reading reading) {
    this.reading = reading;
  }

  void judge(Row row, Consumer<Verdict> out) {
    boolean reported = row.isRule() || row.entry.kind() == Entry.Kind.DRAWER;
    if (reported && row.area.isEmpty()) {
      String why = Sentences.whyNothing(row.entry, reading.stack().universe());
      out.accept(
          Verdict.about(
              row,
              Kind.NEVER_MATCHES,
              Severity.MEDIUM,
              !row.entry.living(),
              (rule, by) -> Sentences.neverMatches(rule, why)));
    } else if (row.isRule() && !row.live()) {
      Action action = action(row);
      Predicate<Row> alike = r -> r.live() && action(r) == action;
      Packet other = reading.within(row, row.area, alike);
      out.accept(other == null ? covered(row, alike) : shadowed(row, alike, other));
    }
  }

  /**
   * Whether what is said of a row that decides nothing, as before, is so after an update: rows with
   * its own action cover it, and of these none came, went, or began or ceased to decide anything.
   */
  boolean holds(Row row, Changed changed) {
    return row.decided.size() == 1
        && row.decided.get(0).kind() == Kind.REDUNDANT
        && !changed.turned(action(row));
  }

  private static Action action(Row row) {
    return row.entry.outcome().orElseThrow().action();
  }

  private List<Row> above(Row row, Predicate<Row> which) {
    List<Box> boxes = new ArrayList<>();
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        boxes.addAll(List.of(reading.above(f, box, row, which)));
      }
    }
    return reading.rows(boxes);
  }

  private Verdict shadowed(Row row, Predicate<Row> alike, Packet witness) {
    List<Row> by = new Covers(reading, row.area).whole().of(above(row, Row::live));
    boolean onlyBlocks = !row.lets() && !someLetThrough(row, alike);
    boolean always = !reading.anyLiving() || fixed(row, by) && settledOtherwiseForSure(row);
    return new Verdict(
        Kind.SHADOWED,
        onlyBlocks ? Severity.LOW : Severity.HIGH,
        Verdict.certainty(always),
        row,
        by,
        Optional.of(witness),
        Sentences::shadowed);
  }

  /** Whether what is settled otherwise above is let through in part. */
  private boolean someLetThrough(Row row, Predicate<Row> alike) {
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = reading.above(f, box, row, Row::live);
        for (int i = 0; i < met.length; i++) {
          Row upper = reading.row(met[i]);
          if (upper.lets()) {
            int order = upper.place.order();
            Box[] takers =
                reading.filter(met, met.length, r -> alike.test(r) || r.place.order() < order);
            Box part = box.common(met[i]).orElseThrow();
            if (!reading.remainder().nothing(part, takers, takers.length)) {
              return true;
            }
          }
        }
      }
    }
    return false;
  }

  /** Whether rows with the same action above can never hold all of it, as wide as they may get. */
  private boolean settledOtherwiseForSure(Row row) {
    Action action = action(row);
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : row.area.boxes(f)) {
        Box[] met = reading.perhapsMeeting(f, box);
        Box[] alike = reading.filter(met, Reading.above(met, row), r -> action(r) == action);
        if (!reading.remainder().nothing(box, alike, alike.length)) {
          return true;
        }
      }
    }
    return false;
  }

  private Verdict covered(Row row, Predicate<Row> alike) {
    List<Row> by = new Covers(reading, row.area).whole().of(above(row, alike));
    boolean always =
        !reading.anyLiving() || fixed(row, by) && by.stream().allMatch(r -> r.surelyLive);
    boolean one = by.size() == 1;
    String does = action(row).word() + (one ? "s" : "");
    return new Verdict(
            Kind.REDUNDANT,
            Severity.MEDIUM,
            Verdict.certainty(always),
            row,
            by,
            Optional.empty(),
            (rule, others) -> Sentences.coveredFromAbove(rule, others, does))
        .withWitness(reading.within(row, row.area, r -> false));
  }

  private static boolean fixed(Row row, List<Row> by) {
    return !row.entry.living() && by.stream().noneMatch(r -> r.entry.living());
  }
}
