package org.tinshelf.core.stack;

import java.util.BitSet;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Universe;

/**
 * All the shelves that apply to one firewall as one list: drawers flattened, rules left out that
 * are off, expired or not meant for it, and the floor at the end as one line for each part of it.
 *
 * @param rules how many rules its shelves hold, those left out included
 * @param placedZones how many zones the firewall has, {@code self} not counted
 * @param lowestTrust the zones of the estate's lowest trust rank, as bits of the universe's zones
 * @param expired rules left out because their date has passed, in stack order
 */
public record Stack(
    String firewall,
    Universe universe,
    List<Entry> entries,
    Floor floor,
    int rules,
    int placedZones,
    BitSet lowestTrust,
    Surroundings surroundings,
    List<LeftOut> expired) {

  /**
   * A rule that is on and meant for the firewall, but past its date.
   *
   * @param before how many entries stand above it
   */
  public record LeftOut(RuleRef ref, Rule rule, int before) {}

  /** The same stack with other entries. */
  public Stack with(List<Entry> others) {
    return new Stack(
        firewall, universe, others, floor, rules, placedZones, lowestTrust, surroundings, expired);
  }

  /** What a rule with no field filled matches. */
  public Region everything() {
    Entry floor = entries.get(entries.size() - 1);
    return floor.regions().get(0);
  }

  /**
   * What decides a packet; time linear in the entries.
   *
   * @param packet its zones are zones of the firewall and its application is known
   */
  public Decision decide(Packet packet) {
    Iterator<Entry> matching =
        entries.stream().filter(Entry::decides).filter(e -> e.matches(packet, universe)).iterator();
    Entry by = matching.next();
    boolean last = by.kind() == Entry.Kind.FLOOR;
    return new Decision(
        by, !last && matching.hasNext() ? Optional.of(matching.next()) : Optional.empty());
  }
}
