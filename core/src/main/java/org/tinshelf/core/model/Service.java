package org.tinshelf.core.model;

import java.util.List;

/** A service object: a name for a set of protocols, ports and ICMP types. */
public sealed interface Service {
  About about();

  /** Unique among service objects. */
  default String name() {
    return about().name();
  }

  /** The union of its terms. */
  record Terms(About about, List<ServiceTerm> terms) implements Service {}

  /** The union of other services, by name. */
  record Group(About about, List<String> members) implements Service {}
}
