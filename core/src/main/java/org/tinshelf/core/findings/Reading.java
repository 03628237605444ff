package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.tinshelf.core.space.Diagrams;
import org.tinshelf.core.space.Measure;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.PacketSpace;
import org.tinshelf.core.space.Projection;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.space.Witnesses;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Stack;

/**
 * A stack read from top to bottom: for each entry the set it matches and the set it decides. One
 * reading serves one thread.
 */
final class Reading {

  private final Stack stack;
  private final PacketSpace space;
  private final Diagrams diagrams;
  private final int[] matched;
  private final int[] widest;
  private final int[] decided;
  private final int[] surelyDecided;
  private final boolean[] livingSoFar;
  private final Measure measure;
  private final Witnesses witnesses;
  private final Projection projection;

  Reading(Stack stack) {
    this.stack = stack;
    Set<Region> regions = new HashSet<>();
    for (Entry entry : stack.entries()) {
      regions.addAll(entry.regions());
      regions.addAll(entry.widest());
    }
    space = new PacketSpace(stack.universe(), regions);
    diagrams = space.diagrams();
    int count = stack.entries().size();
    matched = new int[count];
    widest = new int[count];
    decided = new int[count];
    surelyDecided = new int[count];
    livingSoFar = new boolean[count];
    Map<Region, Integer> sets = new HashMap<>();
    int taken = Diagrams.EMPTY;
    int perhapsTaken = Diagrams.EMPTY;
    int byFloor = Diagrams.EMPTY;
    for (int i = 0; i < count; i++) {
      Entry entry = stack.entries().get(i);
      matched[i] = set(entry.regions(), sets);
      widest[i] = entry.living() ? set(entry.widest(), sets) : matched[i];
      livingSoFar[i] = entry.living() || i > 0 && livingSoFar[i - 1];
      if (entry.kind() == Entry.Kind.FLOOR) {
        matched[i] = diagrams.minus(matched[i], byFloor);
        widest[i] = matched[i];
        byFloor = diagrams.or(byFloor, matched[i]);
      }
      if (entry.decides()) {
        decided[i] = diagrams.minus(matched[i], taken);
        surelyDecided[i] =
            entry.living() ? Diagrams.EMPTY : diagrams.minus(matched[i], perhapsTaken);
        taken = diagrams.or(taken, matched[i]);
        perhapsTaken = diagrams.or(perhapsTaken, widest[i]);
      }
    }
    measure = new Measure(space);
    witnesses = new Witnesses(space);
    projection = new Projection(space);
  }

  private int set(List<Region> regions, Map<Region, Integer> known) {
    int set = space.all();
    for (Region region : regions) {
      set = diagrams.and(set, known.computeIfAbsent(region, space::set));
    }
    return set;
  }

  Stack stack() {
    return stack;
  }

  PacketSpace space() {
    return space;
  }

  Diagrams diagrams() {
    return diagrams;
  }

  Projection projection() {
    return projection;
  }

  Entry entry(int i) {
    return stack.entries().get(i);
  }

  int count() {
    return matched.length;
  }

  /** M(i); the parts of the floor are disjoint. */
  int matched(int i) {
    return matched[i];
  }

  /** A set that holds M(i) whatever living objects come to contain. */
  int widest(int i) {
    return widest[i];
  }

  /** E(i). */
  int decided(int i) {
    return decided[i];
  }

  /** Whether E(i) is not empty, whatever living objects come to contain. */
  boolean surelyLive(int i) {
    return surelyDecided[i] != Diagrams.EMPTY;
  }

  /** A set that E(i) holds whatever living objects come to contain. */
  int surelyDecided(int i) {
    return surelyDecided[i];
  }

  /** Whether the entry or one above it depends on a living object. */
  boolean livingSoFar(int i) {
    return livingSoFar[i];
  }

  boolean live(int i) {
    return decided[i] != Diagrams.EMPTY;
  }

  boolean isRule(int i) {
    return entry(i).kind() == Entry.Kind.RULE;
  }

  double reach(int i) {
    return measure.share(decided[i], matched[i]);
  }

  Packet witness(int set) {
    return witnesses.of(set);
  }

  /**
   * An irreducible part of the candidates whose union still holds the target: one alone where one
   * suffices, else what is left after dropping the smallest first.
   *
   * @param candidates together they hold the target
   * @return in stack order
   */
  List<Integer> cover(int target, List<Integer> candidates) {
    List<Integer> useful = new ArrayList<>();
    Map<Integer, Double> shares = new HashMap<>();
    for (int k : candidates) {
      int part = diagrams.and(matched[k], target);
      if (part == target) {
        return List.of(k);
      }
      if (part != Diagrams.EMPTY) {
        useful.add(k);
        shares.put(k, measure.share(part, target));
      }
    }
    useful.sort(
        (a, b) -> {
          int bySize = Double.compare(shares.get(a), shares.get(b));
          return bySize != 0 ? bySize : b - a;
        });
    int[] later = new int[useful.size() + 1];
    for (int i = useful.size() - 1; i >= 0; i--) {
      later[i] = diagrams.or(later[i + 1], diagrams.and(matched[useful.get(i)], target));
    }
    List<Integer> kept = new ArrayList<>();
    int keptUnion = Diagrams.EMPTY;
    for (int i = 0; i < useful.size(); i++) {
      if (!diagrams.within(target, diagrams.or(keptUnion, later[i + 1]))) {
        kept.add(useful.get(i));
        keptUnion = diagrams.or(keptUnion, matched[useful.get(i)]);
      }
    }
    kept.sort(null);
    return kept;
  }
}
