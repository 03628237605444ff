package org.tinshelf.core.model;

import java.util.List;
import java.util.Optional;

/** What a rule does with a packet it matches. */
public sealed interface RuleAction {

  /** Decides it. */
  record Decide(Action action) implements RuleAction {}

  /**
   * Reads a nested list, then the end.
   *
   * @param end empty for <em>pass on</em>: what no rule of the drawer decides goes on below it
   */
  record Drawer(List<Line> lines, Optional<Action> end, Log log) implements RuleAction {}
}
