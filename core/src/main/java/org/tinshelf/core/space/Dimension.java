package org.tinshelf.core.space;

/** The dimensions of the packet space, in the order in which diagrams read them. */
public enum Dimension {
  FROM,
  TO,
  SOURCE,
  DESTINATION,
  PROTOCOL,
  /** Source port, or ICMP type; 0 for other protocols. */
  FIRST,
  /** Destination port, or ICMP code; 0 for other protocols. */
  SECOND,
  APPLICATION,
  USER,
  TIME,
  PROFILE,
  GUARD;

  /** How many there are. */
  public static final int COUNT = values().length;
}
