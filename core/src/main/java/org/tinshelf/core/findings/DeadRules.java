package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.tinshelf.core.findings.Finding.Certainty;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.space.Diagrams;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Outcome;

/** Finds rules that are shadowed, redundant or match nothing. */
final class DeadRules {

  private final Reading reading;
  private final Diagrams diagrams;
  private final Sentences sentences;

  DeadRules(Reading reading) {
    this.reading = reading;
    this.diagrams = reading.diagrams();
    this.sentences = new Sentences(reading);
  }

  void find(Consumer<Finding> out) {
    fromAbove(out);
    fromBelow(out);
  }

  private void fromAbove(Consumer<Finding> out) {
    Map<Action, Integer> liveAbove = new EnumMap<>(Action.class);
    Map<Action, Integer> widestAbove = new EnumMap<>(Action.class);
    int allowed = Diagrams.EMPTY;
    for (int i = 0; i < reading.count(); i++) {
      Entry entry = reading.entry(i);
      boolean reported = reading.isRule(i) || entry.kind() == Entry.Kind.DRAWER;
      if (reported && reading.matched(i) == Diagrams.EMPTY) {
        out.accept(neverMatches(i));
      }
      if (!entry.decides()) {
        continue;
      }
      Action action = entry.outcome().orElseThrow().action();
      int same = liveAbove.getOrDefault(action, Diagrams.EMPTY);
      int sameWidest = widestAbove.getOrDefault(action, Diagrams.EMPTY);
      if (reading.isRule(i) && reading.matched(i) != Diagrams.EMPTY && !reading.live(i)) {
        int settledOtherwise = diagrams.minus(reading.matched(i), same);
        out.accept(
            settledOtherwise == Diagrams.EMPTY
                ? coveredFromAbove(i, action)
                : shadowed(i, settledOtherwise, allowed, sameWidest));
      }
      if (reading.live(i)) {
        liveAbove.put(action, diagrams.or(same, reading.matched(i)));
      }
      widestAbove.put(action, diagrams.or(sameWidest, reading.widest(i)));
      if (action.lets()) {
        allowed = diagrams.or(allowed, reading.decided(i));
      }
    }
  }

  private Finding neverMatches(int i) {
    return finding(
        i,
        Kind.NEVER_MATCHES,
        Severity.MEDIUM,
        !reading.entry(i).living(),
        List.of(),
        Diagrams.EMPTY,
        sentences.neverMatches(i));
  }

  private Finding shadowed(int i, int settledOtherwise, int allowedAbove, int sameWidest) {
    List<Integer> takers = new ArrayList<>();
    for (int k = 0; k < i; k++) {
      if (diagrams.and(reading.decided(k), reading.matched(i)) != Diagrams.EMPTY) {
        takers.add(k);
      }
    }
    List<Integer> by = reading.cover(reading.matched(i), takers);
    boolean lets = reading.entry(i).outcome().orElseThrow().action().lets();
    boolean onlyBlocks = !lets && diagrams.and(settledOtherwise, allowedAbove) == Diagrams.EMPTY;
    boolean always =
        !reading.livingSoFar(i) || fixed(i, by) && !diagrams.within(reading.matched(i), sameWidest);
    return finding(
        i,
        Kind.SHADOWED,
        onlyBlocks ? Severity.LOW : Severity.HIGH,
        always,
        by,
        settledOtherwise,
        sentences.shadowed(i, by));
  }

  private Finding coveredFromAbove(int i, Action action) {
    List<Integer> alike = new ArrayList<>();
    for (int k = 0; k < i; k++) {
      if (reading.live(k) && reading.entry(k).outcome().orElseThrow().action() == action) {
        alike.add(k);
      }
    }
    List<Integer> by = reading.cover(reading.matched(i), alike);
    boolean always =
        !reading.livingSoFar(i) || fixed(i, by) && by.stream().allMatch(reading::surelyLive);
    return finding(
        i,
        Kind.REDUNDANT,
        Severity.MEDIUM,
        always,
        by,
        reading.matched(i),
        sentences.coveredFromAbove(i, by));
  }

  private boolean fixed(int i, List<Integer> by) {
    return !reading.entry(i).living() && by.stream().noneMatch(k -> reading.entry(k).living());
  }

  /**
   * Bottom up, with the rules left that are not reported: whether a rule can go depends only on
   * what stays below it, so one pass leaves nothing that could still go.
   */
  private void fromBelow(Consumer<Finding> out) {
    boolean anyLiving = reading.livingSoFar(reading.count() - 1);
    Map<Outcome, Integer> below = new HashMap<>();
    List<Integer> stays = new ArrayList<>();
    for (int i = reading.count() - 1; i >= 0; i--) {
      Entry entry = reading.entry(i);
      if (!entry.decides() || reading.isRule(i) && !reading.live(i)) {
        continue;
      }
      Outcome outcome = entry.outcome().orElseThrow();
      int alike = below.getOrDefault(outcome, Diagrams.EMPTY);
      if (reading.isRule(i) && diagrams.within(reading.decided(i), alike)) {
        List<Integer> by = reading.cover(reading.decided(i), takersOf(reading.decided(i), stays));
        out.accept(
            finding(
                i,
                Kind.REDUNDANT,
                Severity.MEDIUM,
                !anyLiving,
                by,
                reading.decided(i),
                sentences.coveredFromBelow(i, by)));
        continue;
      }
      int matched = reading.matched(i);
      below.replaceAll((o, set) -> diagrams.minus(set, matched));
      below.merge(outcome, matched, diagrams::or);
      stays.add(0, i);
    }
  }

  private List<Integer> takersOf(int set, List<Integer> inOrder) {
    List<Integer> takers = new ArrayList<>();
    int rest = set;
    for (int k : inOrder) {
      if (diagrams.and(rest, reading.matched(k)) != Diagrams.EMPTY) {
        takers.add(k);
        rest = diagrams.minus(rest, reading.matched(k));
      }
    }
    return takers;
  }

  private Finding finding(
      int i,
      Kind kind,
      Severity severity,
      boolean always,
      List<Integer> by,
      int witnesses,
      String says) {
    return new Finding(
        kind,
        severity,
        always ? Certainty.ALWAYS : Certainty.AS_IT_STANDS,
        reading.entry(i).ref(),
        by.stream().map(k -> reading.entry(k).ref()).distinct().toList(),
        reading.reach(i),
        witnesses == Diagrams.EMPTY ? Optional.empty() : Optional.of(reading.witness(witnesses)),
        says);
  }
}
