package org.tinshelf.core.model;

import java.util.List;

/** What a deep-looking firewall recognises whatever the port, or a group of such. */
public sealed interface Application {
  About about();

  /** Unique among applications and their groups. */
  default String name() {
    return about().name();
  }

  /**
   * One application.
   *
   * @param category empty where it has none
   * @param risk 1 to 5
   * @param services its standard services: names of service objects, or literals
   */
  record Single(About about, String category, int risk, List<String> services)
      implements Application {}

  /** Applications and groups by name. */
  record Group(About about, List<String> members) implements Application {}

  /**
   * Every application of any of the categories (all, where none is given) with a risk from least to
   * most.
   */
  record Matching(About about, List<String> categories, int leastRisk, int mostRisk)
      implements Application {}
}
