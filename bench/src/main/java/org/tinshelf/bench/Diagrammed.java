package org.tinshelf.bench;

import com.github.javabdd.BDD;
import com.github.javabdd.BDDFactory;
import com.github.javabdd.JFactory;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.space.IntervalSet;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Universe;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Outcome;
import org.tinshelf.core.stack.Stack;

/**
 * The same questions asked of binary decision diagrams by a general-purpose library, in its favour:
 * IPv4 alone, and neither conflicts, covers, witnesses, width nor housekeeping. Tuned: fields from
 * the most to the least telling, tables large enough not to be collected often, sets of fields made
 * once.
 */
public final class Diagrammed {

  private static final int[] WIDTHS = {6, 6, 32, 32, 8, 16, 16, 8, 8, 24, 2, 2};

  private final BDDFactory factory;
  private final int[] starts = new int[WIDTHS.length];
  private final Universe universe;
  private long end;
  private final Map<Object, BDD> known = new HashMap<>();

  /**
   * What was found.
   *
   * @param dead rules that decide nothing
   * @param fromBelow live rules whose packets would get the same outcome from below
   * @param share the sum of all rules' shares, so that none is optimised away
   * @param complete whether all rules were read in the time given
   */
  public record Found(int dead, int fromBelow, double share, boolean complete) {}

  private Diagrammed(Stack stack) {
    universe = stack.universe();
    factory = JFactory.init(2_000_000, 400_000);
    factory.setIncreaseFactor(1.0);
    int at = 0;
    for (int f = 0; f < WIDTHS.length; f++) {
      starts[f] = at;
      at += WIDTHS[f];
    }
    factory.setVarNum(at);
  }

  /**
   * Finds dead and redundant rules and how much each decides.
   *
   * @param seconds after which it is given up
   */
  public static Found of(Stack stack, int seconds) {
    Diagrammed d = new Diagrammed(stack);
    d.end = System.nanoTime() + seconds * 1_000_000_000L;
    try {
      return d.read(stack.entries());
    } finally {
      d.factory.done();
    }
  }

  private Found read(List<Entry> entries) {
    int n = entries.size();
    BDD[] matched = new BDD[n];
    BDD[] decided = new BDD[n];
    BDD taken = factory.zero();
    int dead = 0;
    double share = 0;
    for (int i = 0; i < n; i++) {
      if (System.nanoTime() > end) {
        return new Found(dead, 0, share, false);
      }
      if (entries.get(i).decides()) {
        matched[i] = set(entries.get(i).regions());
        decided[i] = matched[i].apply(taken, BDDFactory.diff);
        taken = taken.or(matched[i]);
        boolean empty = decided[i].isZero();
        dead += entries.get(i).kind() == Entry.Kind.RULE && empty && !matched[i].isZero() ? 1 : 0;
        share += empty ? 0 : decided[i].satCount() / Math.max(1, matched[i].satCount());
      }
    }
    int fromBelow = 0;
    Map<Outcome, BDD> below = new HashMap<>();
    for (int i = n - 1; i >= 0; i--) {
      if (System.nanoTime() > end) {
        return new Found(dead, fromBelow, share, false);
      }
      Entry entry = entries.get(i);
      if (!entry.decides() || entry.kind() == Entry.Kind.RULE && decided[i].isZero()) {
        continue;
      }
      Outcome outcome = entry.outcome().orElseThrow();
      BDD alike = below.getOrDefault(outcome, factory.zero());
      boolean goes = entry.kind() == Entry.Kind.RULE;
      if (goes && decided[i].apply(alike, BDDFactory.diff).isZero()) {
        fromBelow++;
        continue;
      }
      BDD own = matched[i];
      below.replaceAll((o, set) -> set.apply(own, BDDFactory.diff));
      below.merge(outcome, own, BDD::or);
    }
    return new Found(dead, fromBelow, share, true);
  }

  private BDD set(List<Region> regions) {
    BDD all = factory.one();
    for (Region r : regions) {
      all = all.and(region(r));
    }
    return all;
  }

  private BDD region(Region r) {
    BDD set =
        bits(0, r.from(), universe.zones().size()).and(bits(1, r.to(), universe.zones().size()));
    set = set.and(numbers(2, r.source().v4())).and(numbers(3, r.destination().v4()));
    BDD choices = factory.zero();
    for (Region.Choice choice : r.choices()) {
      BDD on = bits(7, choice.applications(), universe.applications().size());
      if (choice.terms().isPresent()) {
        BDD terms = factory.zero();
        for (ServiceTerm term : choice.terms().get()) {
          terms = terms.or(term(term));
        }
        on = on.and(terms);
      }
      choices = choices.or(on);
    }
    BitSet profiles = new BitSet();
    r.profiles().forEach(p -> profiles.set(p.ordinal()));
    set = set.and(choices).and(bits(8, r.users(), universe.users().size()));
    if (!r.when().schedules().isEmpty() || r.when().expires().isPresent()) {
      set = set.and(numbers(9, universe.timeline().numbers(r.when())));
    }
    return set.and(bits(10, profiles, Profile.values().length))
        .and(range(11, r.guard().ordinal(), Guard.values().length - 1));
  }

  private BDD term(ServiceTerm term) {
    BDD set = range(4, term.protocol(), term.protocol());
    if (Protocol.hasPorts(term.protocol()) || Protocol.hasType(term.protocol())) {
      set = set.and(spans(5, term.first())).and(spans(6, term.second()));
    }
    return set;
  }

  private BDD spans(int field, List<ServiceTerm.Span> spans) {
    if (spans.isEmpty()) {
      return factory.one();
    }
    return known.computeIfAbsent(
        List.of(field, spans),
        k -> {
          BDD set = factory.zero();
          for (ServiceTerm.Span span : spans) {
            set = set.or(range(field, span.first(), span.last()));
          }
          return set;
        });
  }

  private BDD bits(int field, BitSet set, int count) {
    if (set.cardinality() == count) {
      return factory.one();
    }
    return known.computeIfAbsent(
        List.of(field, set),
        k -> {
          BDD out = factory.zero();
          for (int i = set.nextSetBit(0); i >= 0; i = set.nextSetBit(i + 1)) {
            out = out.or(range(field, i, i));
          }
          return out;
        });
  }

  private BDD numbers(int field, IntervalSet set) {
    return known.computeIfAbsent(
        List.of(field, set),
        k -> {
          BDD out = factory.zero();
          for (IntervalSet.Interval i : set.intervals()) {
            out = out.or(range(field, i.first().lo(), i.last().lo()));
          }
          return out;
        });
  }

  private BDD range(int field, long first, long last) {
    return atLeast(field, 0, first).and(atMost(field, 0, last));
  }

  private BDD atLeast(int field, int bit, long number) {
    if (bit == WIDTHS[field]) {
      return factory.one();
    }
    boolean one = (number >>> (WIDTHS[field] - 1 - bit) & 1) == 1;
    BDD rest = atLeast(field, bit + 1, number);
    BDD variable = factory.ithVar(starts[field] + bit);
    return one ? variable.and(rest) : variable.or(rest);
  }

  private BDD atMost(int field, int bit, long number) {
    if (bit == WIDTHS[field]) {
      return factory.one();
    }
    boolean one = (number >>> (WIDTHS[field] - 1 - bit) & 1) == 1;
    BDD rest = atMost(field, bit + 1, number);
    BDD variable = factory.nithVar(starts[field] + bit);
    return one ? variable.or(rest) : variable.and(rest);
  }
}
