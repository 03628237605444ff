package org.tinshelf.server.rulebase;

import java.util.List;
import java.util.Optional;
import org.tinshelf.server.problems.Refusal;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * One of several edits of lines that are done together. Where a line is named that an earlier one
 * of them adds, it is -1 for the first edit, -2 for the second, and so on.
 *
 * @param op {@code add}, {@code change}, {@code move} or {@code remove}
 * @param line the line to change, move or remove
 * @param version of that line, as last seen; absent where it does not matter
 * @param shelf where to add or move to
 * @param drawer the rule in whose drawer it goes; absent for the shelf itself
 * @param after the line it follows; absent for the first place
 * @param rule a rule, or else
 * @param divider a divider's title
 */
record LineEdit(
    String op,
    Long line,
    Long version,
    Long shelf,
    Long drawer,
    Long after,
    RuleBody rule,
    String divider) {

  /** The identity of a line, given those of the edits before. */
  Optional<Long> idOf(Long named, List<Long> made) {
    if (named == null || named >= 0) {
      return Optional.ofNullable(named);
    }
    if (-named > made.size()) {
      throw Refusal.conflict("Edit " + -named + " is not an earlier one.");
    }
    return Optional.of(made.get((int) (-named - 1)));
  }

  /** Where it goes, for an edit that says so. */
  Editing.Spot spot(List<Long> made) {
    return new Editing.Spot(shelf == null ? 0 : shelf, idOf(drawer, made), idOf(after, made));
  }

  ObjectNode document() {
    return rule == null
        ? JsonNodeFactory.instance.objectNode().put("divider", divider == null ? "" : divider)
        : rule.toDocument();
  }
}
