package org.tinshelf.core.change;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.Area;
import org.tinshelf.core.space.Place;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Space;
import org.tinshelf.core.space.When;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.core.stack.Stack;

/**
 * How much of the traffic between any two zones of a stack is let through, and by which rules.
 *
 * @param cells row by row: from the first zone to each, then from the second
 */
public record Grid(List<String> zones, List<Cell> cells) {

  /**
   * Traffic from one zone to another.
   *
   * @param share of it that is let through: 0 exactly for none, 1 exactly for all
   * @param by the lines that let some of it through, in stack order
   */
  public record Cell(String from, String to, double share, List<RuleRef> by) {}

  /** The grid of a stack. */
  public static Grid of(Stack stack) {
    Lines lines = new Lines(stack);
    List<String> zones = stack.universe().zones();
    int count = zones.size();
    Space.Size[] let = new Space.Size[count * count];
    Arrays.fill(let, Space.Size.ZERO);
    List<List<RuleRef>> by = new ArrayList<>();
    for (int i = 0; i < let.length; i++) {
      by.add(new ArrayList<>());
    }
    for (int i = 0; i < lines.entries.size(); i++) {
      Entry entry = lines.entries.get(i);
      if (entry.outcome().map(o -> o.action() == Action.ALLOW).orElse(false)) {
        add(lines, i, count, let, by);
      }
    }
    Space.Size all = lines.space.size(lines.space.everything());
    BigInteger pairs = BigInteger.valueOf((long) count * count);
    Space.Size whole = new Space.Size(all.v4().divide(pairs), all.v6().divide(pairs));
    List<Cell> cells = new ArrayList<>();
    for (int i = 0; i < let.length; i++) {
      double share = let[i].shareOf(whole);
      cells.add(
          new Cell(zones.get(i / count), zones.get(i % count), share, List.copyOf(by.get(i))));
    }
    return new Grid(zones, List.copyOf(cells));
  }

  private static void add(
      Lines lines, int line, int zones, Space.Size[] let, List<List<RuleRef>> by) {
    Entry entry = lines.entries.get(line);
    Region own = entry.regions().get(0);
    for (int from = 0; from < zones; from++) {
      for (int to = 0; to < zones; to++) {
        if (own.from().get(from) && own.to().get(to)) {
          Area part = lines.areas.get(line).and(pair(lines.space, from, to));
          Space.Size left = lines.left(part, line, line);
          int cell = from * zones + to;
          if (!left.isZero()) {
            let[cell] = let[cell].plus(left);
            if (!by.get(cell).contains(entry.ref())) {
              by.get(cell).add(entry.ref());
            }
          }
        }
      }
    }
  }

  private static Area pair(Space space, int from, int to) {
    BitSet one = new BitSet();
    one.set(from);
    BitSet other = new BitSet();
    other.set(to);
    BitSet applications = new BitSet();
    applications.set(0, space.universe().applications().size());
    BitSet users = new BitSet();
    users.set(0, space.universe().users().size());
    Region region =
        new Region(
            one,
            other,
            AddressSet.ALL,
            AddressSet.ALL,
            List.of(new Region.Choice(applications, Optional.empty())),
            users,
            When.ALWAYS,
            EnumSet.allOf(Profile.class),
            Guard.NONE);
    return space.area(List.of(region), new Place(-1));
  }
}
