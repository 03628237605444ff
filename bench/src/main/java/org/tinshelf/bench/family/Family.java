package org.tinshelf.bench.family;

import java.util.List;
import org.tinshelf.core.model.Estate;

/** A kind of rulebase that is made up from a seed: the same seed, the same rulebase. */
public interface Family {

  /** A short name. */
  String name();

  /** What its fields are like, in one sentence with figures. */
  String statistics();

  /**
   * An estate whose first firewall has a stack of about this many rules.
   *
   * @param rules at least 20
   */
  Estate estate(int rules, long seed);

  /** Rulebases as people write them. */
  static List<Family> realistic() {
    return List.of(new HeadOffice(), new Hosting(), new Branches(), new Hosts());
  }

  /** Rulebases made to be hard. */
  static List<Family> hostile() {
    return List.of(
        new Hostile(Hostile.Shape.STAIRS),
        new Hostile(Hostile.Shape.SCATTER),
        new Hostile(Hostile.Shape.CHECKERS),
        new Hostile(Hostile.Shape.DRAWERS),
        new Hostile(Hostile.Shape.SCHEDULES));
  }
}
