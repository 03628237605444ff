package org.tinshelf.server.findings;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.IntervalSet;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.core.stack.Stack;

/**
 * A picture of why a rule's traffic is taken: by field, what it matches and what the rules that
 * take it match, laid over each other.
 *
 * @param by names of the other rules, in stack order
 * @param strips of the fields in which any of them is narrowed
 */
public record Cover(List<String> by, List<Strip> strips) {

  private static final int MOST_OTHERS = 6;
  private static final long PORTS = 65_536;

  /** A part of a strip, from 0 at its left end to 1 at its right. */
  public record Span(double from, double to) {}

  /** What one of the other rules matches in the field. */
  public record Layer(List<Span> spans) {}

  /**
   * One field. Its scale gives every stretch between two ends the same width, so that a single
   * address can be seen beside a network.
   *
   * @param says the same in words
   * @param same whether the others together hold all that the rule holds
   */
  public record Strip(
      String field, String says, boolean same, List<Span> own, List<Layer> others) {}

  /** A field of a region as a set of numbers, in the family that is looked at. */
  private record Field(String name, Function<Region, IntervalSet> set, IntervalSet all) {}

  /** The picture of a rule of a stack with those its findings name. */
  static Cover of(Stack stack, List<Finding> findings, String shelf, String position) {
    Entry own = null;
    Map<RuleRef, Entry> entries = new TreeMap<>(java.util.Comparator.comparing(RuleRef::toString));
    for (Entry entry : stack.entries()) {
      if (entry.ref().shelf().equals(shelf) && entry.ref().position().equals(position)) {
        own = entry;
      }
      if (entry.decides()) {
        entries.put(entry.ref(), entry);
      }
    }
    List<Entry> others =
        findings.stream()
            .filter(f -> f.rule().shelf().equals(shelf) && f.rule().position().equals(position))
            .filter(f -> !f.by().isEmpty())
            .findFirst()
            .map(Finding::by)
            .orElse(List.of())
            .stream()
            .map(entries::get)
            .filter(e -> e != null)
            .limit(MOST_OTHERS)
            .toList();
    if (own == null || others.isEmpty()) {
      return new Cover(List.of(), List.of());
    }
    Entry rule = own;
    List<Strip> strips = new ArrayList<>();
    for (Field field : fields(stack, rule)) {
      IntervalSet mine = of(rule, field);
      List<IntervalSet> theirs = others.stream().map(o -> of(o, field)).toList();
      boolean narrowed =
          !mine.equals(field.all) || theirs.stream().anyMatch(t -> !t.equals(field.all));
      if (narrowed && !mine.isEmpty()) {
        strips.add(strip(field.name, mine, theirs));
      }
    }
    return new Cover(
        others.stream().map(o -> o.ref().isFloor() ? "the floor" : o.ref().name()).toList(),
        strips);
  }

  private static IntervalSet of(Entry entry, Field field) {
    IntervalSet set = field.all;
    for (Region region : entry.regions()) {
      set = set.intersect(field.set.apply(region));
    }
    return set;
  }

  private static List<Field> fields(Stack stack, Entry rule) {
    boolean six =
        rule.regions().stream()
            .anyMatch(r -> r.source().v4().isEmpty() || r.destination().v4().isEmpty());
    Function<AddressSet, IntervalSet> family = six ? AddressSet::v6 : AddressSet::v4;
    IntervalSet addresses = family.apply(AddressSet.ALL);
    IntervalSet zones = first(stack.universe().zones().size());
    IntervalSet applications = first(stack.universe().applications().size());
    IntervalSet users = first(stack.universe().users().size());
    return List.of(
        new Field("from", r -> bits(r.from()), zones),
        new Field("to", r -> bits(r.to()), zones),
        new Field("source", r -> family.apply(r.source()), addresses),
        new Field("destination", r -> family.apply(r.destination()), addresses),
        new Field("services", Cover::services, IntervalSet.of(0, 256 * PORTS - 1)),
        new Field("applications", Cover::applications, applications),
        new Field("users", r -> bits(r.users()), users));
  }

  private static IntervalSet first(int count) {
    return count == 0 ? IntervalSet.EMPTY : IntervalSet.of(0, count - 1L);
  }

  private static IntervalSet bits(BitSet bits) {
    return bits.stream()
        .mapToObj(i -> IntervalSet.of(i, i))
        .reduce(IntervalSet.EMPTY, IntervalSet::union);
  }

  private static IntervalSet applications(Region region) {
    return region.choices().stream()
        .map(c -> bits(c.applications()))
        .reduce(IntervalSet.EMPTY, IntervalSet::union);
  }

  private static IntervalSet services(Region region) {
    IntervalSet out = IntervalSet.EMPTY;
    for (Region.Choice choice : region.choices()) {
      if (choice.terms().isEmpty()) {
        return IntervalSet.of(0, 256 * PORTS - 1);
      }
      for (ServiceTerm term : choice.terms().get()) {
        long base = term.protocol() * PORTS;
        if (term.second().isEmpty()) {
          out = out.union(IntervalSet.of(base, base + PORTS - 1));
        }
        for (ServiceTerm.Span span : term.second()) {
          out = out.union(IntervalSet.of(base + span.first(), base + span.last()));
        }
      }
    }
    return out;
  }

  private static Strip strip(String field, IntervalSet own, List<IntervalSet> others) {
    TreeSet<BigInteger> ends = new TreeSet<>();
    ends(own, ends);
    others.forEach(o -> ends(o, ends));
    List<BigInteger> scale = List.copyOf(ends);
    IntervalSet all = others.stream().reduce(IntervalSet.EMPTY, IntervalSet::union);
    boolean same = own.intersect(all).equals(own);
    String says = same ? "the others hold all of it" : "the others hold a part of it";
    return new Strip(
        field,
        says,
        same,
        spans(own, scale),
        others.stream().map(o -> new Layer(spans(o, scale))).toList());
  }

  private static void ends(IntervalSet set, TreeSet<BigInteger> ends) {
    for (IntervalSet.Interval i : set.intervals()) {
      ends.add(i.first().toBigInteger());
      ends.add(i.last().toBigInteger().add(BigInteger.ONE));
    }
  }

  private static List<Span> spans(IntervalSet set, List<BigInteger> scale) {
    double width = Math.max(1, scale.size() - 1);
    return set.intervals().stream()
        .map(
            i ->
                new Span(
                    at(scale, i.first().toBigInteger()) / width,
                    at(scale, i.last().toBigInteger().add(BigInteger.ONE)) / width))
        .toList();
  }

  private static int at(List<BigInteger> scale, BigInteger number) {
    return java.util.Collections.binarySearch(scale, number);
  }
}
