package org.tinshelf.core.model;

import java.time.ZoneId;
import java.util.List;
import java.util.Optional;

/**
 * One firewall and its own shelf.
 *
 * @param bay the bay it hangs in; empty for the root
 * @param platform what it can enforce, by name; empty where none is given
 * @param device several firewalls may name one; empty where it stands alone
 * @param management addresses from which Tin Shelf reaches it, as URLs or hosts
 */
public record Firewall(
    String name,
    Kind kind,
    Optional<String> bay,
    String platform,
    ZoneId timeZone,
    String device,
    List<Interface> interfaces,
    List<Route> routes,
    List<String> management,
    Optional<Floor> floor,
    List<Line> own) {

  /** The same firewall with another own shelf. */
  public Firewall withOwn(List<Line> lines) {
    return new Firewall(
        name, kind, bay, platform, timeZone, device, interfaces, routes, management, floor, lines);
  }

  /** What a firewall stands in front of. */
  public enum Kind {
    PERIMETER,
    BRANCH,
    HOST;

    /** As it is written in documents. */
    public String word() {
      return name().toLowerCase(java.util.Locale.ROOT);
    }
  }

  /**
   * A network interface.
   *
   * @param zone the zone it stands in; empty for none
   * @param addresses with prefix length, as {@code 10.0.0.1/24}
   * @param transparent one of a pair without addresses
   */
  public record Interface(
      String name, Optional<String> zone, List<String> addresses, boolean transparent) {}

  /** A static route. */
  public record Route(String to, String via) {}
}
