package org.tinshelf.core.stack;

import java.util.Optional;

/**
 * What happens to one packet, and why.
 *
 * @param by the line that decides
 * @param next the line that would decide without it; empty below the floor
 */
public record Decision(Entry by, Optional<Entry> next) {

  /** Everything that happens to the packet. */
  public Outcome outcome() {
    return by.outcome().orElseThrow();
  }
}
