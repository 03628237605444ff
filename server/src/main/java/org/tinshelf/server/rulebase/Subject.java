package org.tinshelf.server.rulebase;

import java.util.Locale;
import java.util.Optional;

/** A kind of thing that changes of the draft are about. */
public interface Subject {

  /** What there is to change. */
  enum Kind {
    LINE,
    OBJECT,
    BAY,
    FIREWALL,
    ESTATE;

    /** As it is stored. */
    String word() {
      return name().toLowerCase(Locale.ROOT);
    }

    static Kind of(String word) {
      return valueOf(word.toUpperCase(Locale.ROOT));
    }
  }

  Kind kind();

  /**
   * Brings a thing back to a recorded state, or takes it away where it was not there yet.
   *
   * @param state as it was recorded
   */
  void restore(long id, Optional<String> state);
}
