package org.tinshelf.core.findings;

import java.util.AbstractMap;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.tinshelf.core.stack.RuleRef;

/** The reach of rules in stack order; looked up by rule only once somebody does. */
final class Reaches extends AbstractMap<RuleRef, Double> {

  private final List<org.tinshelf.core.stack.Entry> entries;
  private final double[] reaches;
  private Map<RuleRef, Double> byRule;

  /**
   * For the entries of a stack; those that decide nothing and the floor are left out.
   *
   * @param reaches by entry
   */
  Reaches(List<org.tinshelf.core.stack.Entry> entries, double[] reaches) {
    this.entries = entries;
    this.reaches = reaches;
  }

  private synchronized Map<RuleRef, Double> byRule() {
    if (byRule == null) {
      byRule = new LinkedHashMap<>();
      for (int i = 0; i < reaches.length; i++) {
        org.tinshelf.core.stack.Entry entry = entries.get(i);
        if (entry.decides() && entry.kind() != org.tinshelf.core.stack.Entry.Kind.FLOOR) {
          byRule.put(entry.ref(), reaches[i]);
        }
      }
    }
    return byRule;
  }

  @Override
  public Double get(Object rule) {
    return byRule().get(rule);
  }

  @Override
  public boolean containsKey(Object rule) {
    return byRule().containsKey(rule);
  }

  @Override
  public Set<Entry<RuleRef, Double>> entrySet() {
    return Collections.unmodifiableMap(byRule()).entrySet();
  }
}
