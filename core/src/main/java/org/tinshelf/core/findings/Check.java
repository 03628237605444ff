package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.core.stack.Stack;

/**
 * Everything there is to say about one stack.
 *
 * @param findings in stack order, then by kind
 * @param reach of each rule and end that takes part, in stack order; 0 to 1
 */
public record Check(List<Finding> findings, Map<RuleRef, Double> reach) {

  /**
   * Checks a stack. The time is polynomial on usual rulebases and exponential in the number of
   * dimensions at worst.
   *
   * @param exceptions whether to report the usual specific-above-general too
   */
  public static Check of(Stack stack, boolean exceptions) {
    Reading reading = new Reading(stack);
    List<Finding> findings = new ArrayList<>();
    new DeadRules(reading).find(findings::add);
    new Conflicts(reading).find(exceptions, findings::add);
    new Width(reading).find(findings::add);
    new SilentEnds(reading).find(findings::add);
    Map<RuleRef, Integer> order = new HashMap<>();
    Map<RuleRef, Double> reach = new LinkedHashMap<>();
    for (int i = 0; i < reading.count(); i++) {
      RuleRef ref = reading.entry(i).ref();
      order.putIfAbsent(ref, i);
      if (!ref.isFloor() && reading.entry(i).decides()) {
        reach.put(ref, reading.reach(i));
      }
    }
    findings.sort(
        Comparator.comparing((Finding f) -> order.get(f.rule())).thenComparing(Finding::kind));
    return new Check(List.copyOf(findings), reach);
  }
}
