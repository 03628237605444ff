package org.tinshelf.core.findings;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.tinshelf.core.findings.Finding.Certainty;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.stack.Entry;
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
    List<Finding> findings = new ArrayList<>();
    List<Stack.LeftOut> expired = reading.stack().expired();
    int next = 0;
    for (Row row : reading.rows()) {
      while (next < expired.size() && expired.get(next).before() <= row.place.order()) {
        findings.add(expired(row, expired.get(next++)));
      }
      append(row, findings);
    }
    Map<RuleRef, Double> reach = new LinkedHashMap<>();
    for (Row row : reading.rows()) {
      if (row.decides() && row.entry.kind() != Entry.Kind.FLOOR) {
        reach.put(row.entry.ref(), row.reach());
      }
    }
    return new Check(List.copyOf(findings), java.util.Collections.unmodifiableMap(reach));
  }

  private static void append(Row row, List<Finding> out) {
    List<Verdict> own = row.verdicts;
    if (row.fromBelow != null || row.mergeable != null) {
      own = new ArrayList<>(own);
      Optional.ofNullable(row.fromBelow).ifPresent(own::add);
      Optional.ofNullable(row.mergeable).ifPresent(own::add);
      own.sort(Comparator.comparing(Verdict::kind));
    }
    double reach = own.isEmpty() || row.left == null && !row.undecided ? 0 : row.reach();
    for (Verdict verdict : own) {
      List<RuleRef> by = new ArrayList<>(verdict.by().size());
      for (Row other : verdict.by()) {
        RuleRef ref = other.entry.ref();
        if (other.entry.kind() != Entry.Kind.FLOOR || !by.contains(ref)) {
          by.add(ref);
        }
      }
      out.add(new Finding(verdict, row.entry.ref(), List.copyOf(by), reach));
    }
  }

  private static Finding expired(Row row, Stack.LeftOut rule) {
    LocalDate day = rule.rule().expires().orElseThrow();
    Verdict verdict =
        Verdict.about(
            row, Kind.EXPIRED, Severity.LOW, true, (ref, by) -> Sentences.expired(ref, day));
    return new Finding(verdict, rule.ref(), List.of(), 0);
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
