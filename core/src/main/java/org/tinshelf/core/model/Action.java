package org.tinshelf.core.model;

/** What happens to a packet. */
public enum Action {
  ALLOW,
  /** Blocks in silence. */
  DROP,
  /** Blocks and answers. */
  REJECT;

  /** Whether the packet goes through. */
  public boolean lets() {
    return this == ALLOW;
  }

  /** As it is written in documents. */
  public String word() {
    return name().toLowerCase(java.util.Locale.ROOT);
  }
}
