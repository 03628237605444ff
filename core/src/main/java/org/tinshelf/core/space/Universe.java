package org.tinshelf.core.space;

import java.util.List;

/**
 * The values that exist on one firewall in the dimensions that are lists of names, and its time.
 *
 * @param zones the firewall's zones, {@code self} last
 * @param applications {@link #UNKNOWN} first, then every known one
 * @param users {@link #UNKNOWN} first, then every user a policy names
 * @param timeline from now on
 */
public record Universe(
    List<String> zones, List<String> applications, List<String> users, Timeline timeline) {

  /** Stands in where a policy declares no zones. */
  public static final String UNNAMED_ZONE = "";

  /** An application or a user that nobody recognised. */
  public static final String UNKNOWN = "unknown";
}
