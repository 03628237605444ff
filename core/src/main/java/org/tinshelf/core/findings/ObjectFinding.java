package org.tinshelf.core.findings;

import java.util.List;
import java.util.Locale;

/**
 * One thing that is wrong with an object of an estate.
 *
 * @param type {@code address}, {@code service}, {@code application}, {@code user} or {@code
 *     schedule}
 * @param by names of other objects of the type that are concerned
 * @param says one plain sentence
 */
public record ObjectFinding(
    Kind kind, Finding.Severity severity, String type, String name, List<String> by, String says) {

  /** In the order in which findings on one object are listed. */
  public enum Kind {
    UNUSED_OBJECT,
    SAME_CONTENT,
    EMPTY_OBJECT;

    /** As it is written in documents. */
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
  }
}
