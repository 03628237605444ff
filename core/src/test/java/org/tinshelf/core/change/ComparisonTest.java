package org.tinshelf.core.change;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.tinshelf.core.findings.RandomPolicies;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.space.Fields;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/** Differences of two stacks, and places for a line, against decisions packet by packet. */
class ComparisonTest {

  private static Stack stack(long seed) {
    Estate estate = new RandomPolicies(seed).estate();
    return new Stacks(estate).of(estate.firewalls().get(0), RandomPolicies.NOW);
  }

  private static Action action(Stack stack, Packet packet) {
    return stack.decide(packet).outcome().action();
  }

  /** The stack with one or two lines moved or left out. */
  private static Stack edited(Stack stack, Random random) {
    List<Entry> entries = new ArrayList<>(stack.entries());
    for (int n = 1 + random.nextInt(2); n > 0 && entries.size() > 2; n--) {
      int at = random.nextInt(entries.size() - 1);
      if (entries.get(at).kind() == Entry.Kind.RULE) {
        Entry moved = entries.remove(at);
        int floor = 0;
        while (entries.get(floor).kind() != Entry.Kind.FLOOR) {
          floor++;
        }
        if (random.nextBoolean()) {
          entries.add(random.nextInt(floor + 1), moved);
        }
      }
    }
    return stack.with(entries);
  }

  @Property(tries = 60, shrinking = ShrinkingMode.OFF)
  void aPacketIsTreatedDifferentlyExactlyIfItIsInOneDifference(@ForAll long seed) {
    Random random = new Random(seed);
    RandomPolicies policies = new RandomPolicies(seed);
    Stack before = stack(seed);
    Stack after = edited(before, random);
    Comparison comparison = Comparison.of(before, after, RandomPolicies.NOW);
    check(comparison, before, after, policies.packets());
  }

  @Property(tries = 30, shrinking = ShrinkingMode.OFF)
  void unrelatedPoliciesAreComparedToo(@ForAll long seed) {
    Stack before = stack(seed);
    Stack after = stack(seed + 1);
    Comparison comparison = Comparison.of(before, after, RandomPolicies.NOW);
    List<Packet> packets =
        new RandomPolicies(seed)
            .packets().stream()
                .filter(
                    p ->
                        before.universe().users().contains(p.user())
                            && after.universe().users().contains(p.user()))
                .toList();
    check(comparison, before, after, packets);
  }

  private static void check(
      Comparison comparison, Stack before, Stack after, List<Packet> packets) {
    for (Comparison.Difference d : comparison.differences()) {
      assertTrue(holds(d.fields(), d.witness()), d.toString());
      assertEquals(d.was(), action(before, d.witness()));
      assertEquals(d.is(), action(after, d.witness()));
      assertNotEquals(d.was(), d.is());
      assertEquals(d.before(), before.decide(d.witness()).by().ref());
      assertEquals(d.after(), after.decide(d.witness()).by().ref());
      assertTrue(d.share() > 0 && d.share() <= 1);
    }
    for (int i = 0; i < packets.size(); i += 1 + packets.size() / 2_000) {
      Packet p = packets.get(i);
      boolean differs = action(before, p) != action(after, p);
      long holding = comparison.differences().stream().filter(d -> holds(d.fields(), p)).count();
      assertEquals(differs ? 1 : 0, holding, p.toString());
    }
  }

  private static boolean in(List<String> names, String name) {
    return names.isEmpty() || names.contains(name);
  }

  private static boolean holds(Fields f, Packet p) {
    return in(f.from(), p.from())
        && in(f.to(), p.to())
        && (f.source().isEmpty()
            || f.source().stream().anyMatch(r -> holds(r, p.source().toString())))
        && (f.destination().isEmpty()
            || f.destination().stream().anyMatch(r -> holds(r, p.destination().toString())))
        && (f.services().isEmpty() || f.services().stream().anyMatch(s -> service(s, p)))
        && in(f.applications(), p.application())
        && in(f.users(), p.user())
        && in(f.profiles(), p.profile().word())
        && in(f.guards(), p.guard().word())
        && (f.times().isEmpty() || f.times().stream().anyMatch(t -> time(t, p)));
  }

  private static boolean holds(String range, String ip) {
    AddressRange r = AddressRange.parse(range);
    AddressRange one = AddressRange.parse(ip);
    return r.first().v6() == one.first().v6()
        && r.first().compareTo(one.first()) <= 0
        && one.first().compareTo(r.last()) <= 0;
  }

  private static boolean number(String ranges, int number) {
    return ranges.equals("all")
        || Arrays.stream(ranges.split(","))
            .map(r -> r.split("-"))
            .anyMatch(
                r ->
                    Integer.parseInt(r[0]) <= number
                        && number <= Integer.parseInt(r[r.length - 1]));
  }

  private static boolean service(String text, Packet p) {
    String[] from = text.split(" from ");
    String[] parts = from[0].split("/");
    if (parts[0].equals("protocol")) {
      return !Protocol.hasPorts(p.protocol())
          && !Protocol.hasType(p.protocol())
          && number(parts[1], p.protocol());
    }
    if (!parts[0].equals(Protocol.name(p.protocol()))) {
      return false;
    }
    if (Protocol.hasType(p.protocol())) {
      return number(parts[1], p.first()) && (parts.length < 3 || number(parts[2], p.second()));
    }
    return number(parts[1], p.second()) && (from.length < 2 || number(from[1], p.first()));
  }

  private static boolean time(String span, Packet p) {
    String[] ends = span.split(" to | weekly| until ");
    LocalDateTime first = LocalDateTime.parse(ends[0]);
    LocalDateTime last = LocalDateTime.parse(ends[1]);
    if (!span.contains("weekly")) {
      return !p.time().isBefore(first) && p.time().isBefore(last);
    }
    if (ends.length > 2 && !p.time().isBefore(LocalDateTime.parse(ends[ends.length - 1]))) {
      return false;
    }
    for (LocalDateTime at = p.time(); !at.isBefore(first); at = at.minusWeeks(1)) {
      if (at.isBefore(last)) {
        return true;
      }
    }
    return false;
  }

  @Property(tries = 60, shrinking = ShrinkingMode.OFF)
  void placesOfFullReachComeFirstThenSomeThenNone(@ForAll long seed) {
    Stack stack = stack(seed);
    for (int line = 0; line < stack.entries().size(); line++) {
      if (stack.entries().get(line).kind() == Entry.Kind.RULE) {
        Placement placement = new Placement(stack, line);
        for (int place = 0; place < placement.places(); place++) {
          double reach = placement.reach(place);
          String where = line + " at " + place;
          assertEquals(place < placement.firstWithSome(), reach == 1, where);
          assertEquals(place >= placement.firstWithNoReach(), reach == 0, where);
        }
      }
    }
  }

  @Property(tries = 60, shrinking = ShrinkingMode.OFF)
  void theGridSaysNoneAndAllExactly(@ForAll long seed) {
    Stack stack = stack(seed);
    Grid grid = Grid.of(stack);
    List<Packet> packets = new RandomPolicies(seed).packets();
    for (int i = 0; i < packets.size(); i += 1 + packets.size() / 1_000) {
      Packet p = packets.get(i);
      boolean let = action(stack, p) == Action.ALLOW;
      Grid.Cell cell =
          grid.cells().stream()
              .filter(c -> c.from().equals(p.from()) && c.to().equals(p.to()))
              .findFirst()
              .orElseThrow();
      assertTrue(let ? cell.share() > 0 : cell.share() < 1, cell + " " + p);
      if (let) {
        assertTrue(cell.by().contains(stack.decide(p).by().ref()), cell + " " + p);
      }
    }
  }
}
