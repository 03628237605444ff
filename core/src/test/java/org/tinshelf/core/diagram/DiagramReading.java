package org.tinshelf.core.diagram;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Stack;

/**
 * A stack read from top to bottom with decision diagrams: for each entry the set it matches and the
 * set it decides. Slow on large stacks; a second opinion on all others. One reading serves one
 * thread.
 */
public final class DiagramReading {

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

  public DiagramReading(Stack stack) {
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

  public int count() {
    return matched.length;
  }

  /** M(i); the parts of the floor are disjoint. */
  public int matched(int i) {
    return matched[i];
  }

  /** A set that holds M(i) whatever living objects come to contain. */
  int widest(int i) {
    return widest[i];
  }

  /** E(i). */
  public int decided(int i) {
    return decided[i];
  }

  /** Whether E(i) is not empty, whatever living objects come to contain. */
  public boolean surelyLive(int i) {
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

  public boolean live(int i) {
    return decided[i] != Diagrams.EMPTY;
  }

  public boolean isRule(int i) {
    return entry(i).kind() == Entry.Kind.RULE;
  }

  public double reach(int i) {
    return measure.share(decided[i], matched[i]);
  }

  public Packet witness(int set) {
    return witnesses.of(set);
  }
}
