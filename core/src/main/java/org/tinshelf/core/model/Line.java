package org.tinshelf.core.model;

/** One line of a shelf or a drawer. */
public sealed interface Line permits Line.Divider, Rule {

  /** A title between rules; it decides nothing. */
  record Divider(String title) implements Line {}
}
