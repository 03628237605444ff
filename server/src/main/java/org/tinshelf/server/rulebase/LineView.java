package org.tinshelf.server.rulebase;

import java.util.List;

/**
 * A line of a shelf as it is drawn.
 *
 * @param kind {@code rule} or {@code divider}
 * @param position counts as in the policy document; empty for dividers and removed rules
 * @param marks what the draft did to it: {@code new}, {@code changed}, {@code moved}, {@code
 *     removed}
 * @param before the rule before the draft, where it changed
 * @param lines of its drawer
 */
public record LineView(
    long id,
    long version,
    String kind,
    String position,
    String name,
    RuleBody rule,
    List<String> marks,
    RuleBody before,
    List<LineView> lines) {}
