package org.tinshelf.core.findings;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.tinshelf.core.findings.Finding.Certainty;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.core.stack.Stack;

/**
 * Everything there is to say about one stack.
 *
 * @param findings in stack order, then by kind
 * @param reach of each rule and end that takes part, in stack order; 0 to 1, not a number where it
 *     is not known
 */
public record Check(List<Finding> findings, Map<RuleRef, Double> reach) {

  /**
   * Checks a stack. Near linear where few rules meet, as in rulebases people write; see {@link
   * org.tinshelf.core.space.Remainder} for the worst.
   *
   * @param exceptions whether to report the usual specific-above-general too
   */
  public static Check of(Stack stack, boolean exceptions) {
    return new Judges(new Reading(stack), exceptions).fresh();
  }

  /** Findings of judged rows. */
  static Check of(Reading reading) {
    Finding.Positions positions =
        new Finding.Positions(reading.stack().entries(), reading.orders());
    List<Finding> findings = new ArrayList<>();
    List<Stack.LeftOut> expired = reading.stack().expired();
    double[] reaches = new double[reading.rows().size()];
    int next = 0;
    for (Row row : reading.rows()) {
      while (next < expired.size() && expired.get(next).before() <= row.place.order()) {
        findings.add(expired(row, expired.get(next++), positions));
      }
      append(row, positions, findings);
      boolean shown = row.decides() && !row.isFloor();
      reaches[row.place.order()] = shown ? row.reach() : -1;
    }
    return new Check(
        Collections.unmodifiableList(findings), new Reaches(reading.stack().entries(), reaches));
  }

  private static void append(Row row, Finding.Positions positions, List<Finding> out) {
    List<Verdict> own = row.verdicts();
    for (Verdict verdict : own) {
      out.add(new Finding(verdict, positions, row.decides() ? row.reach() : 0));
    }
  }

  private static Finding expired(Row row, Stack.LeftOut rule, Finding.Positions positions) {
    LocalDate day = rule.rule().expires().orElseThrow();
    Verdict verdict =
        Verdict.about(
            row, Kind.EXPIRED, Severity.LOW, true, (ref, by) -> Sentences.expired(ref, day));
    return new Finding(verdict.about(rule.ref()), positions, 0);
  }

  /** Says that no budget sufficed for a row. */
  static Verdict notDecided(Row row) {
    return new Verdict(
        Kind.NOT_DECIDED,
        Severity.INFO,
        Certainty.AS_IT_STANDS,
        row,
        List.of(),
        Optional.empty(),
        (rule, by) -> Sentences.notDecided(rule));
  }
}
