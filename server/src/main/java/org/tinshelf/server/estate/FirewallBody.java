package org.tinshelf.server.estate;

import java.util.List;

/**
 * A firewall as it travels to and from the interface, its shelf left out.
 *
 * @param bay the bay it hangs in
 * @param kind {@code perimeter}, {@code branch} or {@code host}
 * @param timeZone as {@code Europe/Oslo}
 * @param device empty where it stands alone
 * @param management the URL at which Tin Shelf reaches it; empty for none
 * @param floor empty where it inherits its floor
 */
public record FirewallBody(
    String name,
    Long bay,
    String kind,
    String platform,
    String timeZone,
    String device,
    List<InterfaceBody> interfaces,
    List<RouteBody> routes,
    String management,
    String floor,
    Boolean floorLog) {

  /**
   * An interface.
   *
   * @param zone empty for none
   * @param addresses with prefix length
   */
  public record InterfaceBody(
      String name, String zone, List<String> addresses, Boolean transparent) {}

  /** A static route. */
  public record RouteBody(String to, String via) {}
}
