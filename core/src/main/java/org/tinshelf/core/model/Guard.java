package org.tinshelf.core.model;

/** How well a connection is protected, from least to most. */
public enum Guard {
  NONE,
  AUTHENTICATED,
  ENCRYPTED;

  /** As it is written in documents. */
  public String word() {
    return name().toLowerCase(java.util.Locale.ROOT);
  }
}
