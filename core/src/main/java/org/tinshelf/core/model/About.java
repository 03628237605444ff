package org.tinshelf.core.model;

import java.util.List;

/**
 * Name, note and labels of an object or a rule.
 *
 * @param name 1 to 63 characters
 * @param note free text, empty where there is none
 * @param labels in the order they were given
 */
public record About(String name, String note, List<String> labels) {

  /** A name alone. */
  public static About named(String name) {
    return new About(name, "", List.of());
  }
}
