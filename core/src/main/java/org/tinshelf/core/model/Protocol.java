package org.tinshelf.core.model;

/** Numbers of the IP protocols that have a meaning beyond their number (IANA registry). */
public final class Protocol {
  public static final int ICMP = 1;
  public static final int TCP = 6;
  public static final int UDP = 17;
  public static final int ICMP6 = 58;
  public static final int SCTP = 132;

  private Protocol() {}

  /** Whether packets of the protocol have source and destination ports. */
  public static boolean hasPorts(int protocol) {
    return protocol == TCP || protocol == UDP || protocol == SCTP;
  }

  /** Whether packets of the protocol have a type and a code. */
  public static boolean hasType(int protocol) {
    return protocol == ICMP || protocol == ICMP6;
  }

  /** The usual short name, or {@code protocol N}. */
  public static String name(int protocol) {
    return switch (protocol) {
      case ICMP -> "icmp";
      case TCP -> "tcp";
      case UDP -> "udp";
      case ICMP6 -> "icmp6";
      case SCTP -> "sctp";
      default -> "protocol " + protocol;
    };
  }
}
