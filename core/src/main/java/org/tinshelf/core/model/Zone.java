package org.tinshelf.core.model;

import java.util.OptionalInt;

/**
 * A zone's name and its optional trust rank from 0 to 100.
 *
 * @param about {@code self} and {@code any} are not free for use as names
 */
public record Zone(About about, OptionalInt trust) {
  /** The firewall itself. */
  public static final String SELF = "self";

  /** Every zone, {@link #SELF} included. */
  public static final String ANY = "any";

  public String name() {
    return about.name();
  }
}
