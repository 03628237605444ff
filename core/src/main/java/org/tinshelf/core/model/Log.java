package org.tinshelf.core.model;

/** At which moments of a connection a line is logged. */
public enum Log {
  NONE,
  START,
  END,
  BOTH;

  /** As it is written in documents. */
  public String word() {
    return name().toLowerCase(java.util.Locale.ROOT);
  }
}
