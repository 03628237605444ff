package org.tinshelf.core.findings;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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
    return new Judges(new Reading(stack), exceptions).fresh().check();
  }

  /**
   * Where an earlier check of the same firewall was brought up to date to become this one: the
   * rules and ends of which this says something else, or that came, went, or have another reach.
   * Each is {@link RuleRef#unplaced()}.
   *
   * @return empty where the two were not made from one another
   */
  public Optional<Set<RuleRef>> changedSince(Check before) {
    return findings instanceof Said now && before.findings instanceof Said then
        ? now.changedSince(then)
        : Optional.empty();
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
