package org.tinshelf.server.install;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** The steps of an install on one firewall. */
public enum InstallState {
  WAITING,
  ASKING,
  SENDING,
  VERIFYING,
  DONE,
  FAILED;

  @JsonValue
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  boolean over() {
    return this == DONE || this == FAILED;
  }
}
