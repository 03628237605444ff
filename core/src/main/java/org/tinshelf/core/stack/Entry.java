package org.tinshelf.core.stack;

import java.util.List;
import java.util.Optional;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Universe;

/**
 * One line of a flattened stack that is on and in force.
 *
 * @param regions a packet matches when it is in all of them: the enclosing drawers', then its own
 * @param widest the same with every living object taken for all addresses; never less than {@code
 *     regions}
 * @param outcome absent for a drawer's own rule, which decides nothing
 * @param living whether a living object takes part in what it matches
 * @param list names the list the rule stands in: its shelf, and the drawers around it
 * @param rule the rule, or the one whose drawer this is the end of; absent for the floor
 */
public record Entry(
    Kind kind,
    RuleRef ref,
    List<Region> regions,
    List<Region> widest,
    Optional<Outcome> outcome,
    boolean living,
    String list,
    Optional<Rule> rule) {

  /** What a line of a flattened stack is. */
  public enum Kind {
    RULE,
    /** The rule that holds a drawer. */
    DRAWER,
    /** What a drawer does with the rest. */
    END,
    FLOOR
  }

  /** The same line where its rule, or the drawer it stands in, has another number. */
  Entry renumbered(int number) {
    return new Entry(kind, ref.renumbered(number), regions, widest, outcome, living, list, rule);
  }

  /** Whether the packet is one the line matches. */
  public boolean matches(Packet packet, Universe universe) {
    return regions.stream().allMatch(r -> r.contains(packet, universe));
  }

  /** Whether the line decides what it matches. */
  public boolean decides() {
    return outcome.isPresent();
  }
}
