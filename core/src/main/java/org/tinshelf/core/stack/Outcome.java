package org.tinshelf.core.stack;

import java.util.Set;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Log;

/** Everything that happens to a packet because of what decides it. */
public record Outcome(Action action, Log log, Set<String> inspection, boolean sourceNat) {

  /** An outcome without inspection or translation. */
  public static Outcome of(Action action, Log log) {
    return new Outcome(action, log, Set.of(), false);
  }
}
