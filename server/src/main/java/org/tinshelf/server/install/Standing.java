package org.tinshelf.server.install;

import com.fasterxml.jackson.annotation.JsonValue;

/** How a firewall stands to the newest sealed revision. */
public enum Standing {
  /** It holds what the newest revision says. */
  LEVEL("level"),
  /** It holds what was last installed, and the newest revision says something else. */
  BEHIND("behind"),
  /** It holds something else than was last installed. */
  DRIFTED("drifted"),
  /** It did not answer, or not as a firewall of ours. */
  UNREACHABLE("unreachable"),
  NEVER_INSTALLED("never installed");

  private final String word;

  Standing(String word) {
    this.word = word;
  }

  @JsonValue
  public String word() {
    return word;
  }
}
