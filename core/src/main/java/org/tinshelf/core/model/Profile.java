package org.tinshelf.core.model;

/** The kind of network a host is on. */
public enum Profile {
  OFFICE,
  HOME,
  PUBLIC;

  /** As it is written in documents. */
  public String word() {
    return name().toLowerCase(java.util.Locale.ROOT);
  }
}
