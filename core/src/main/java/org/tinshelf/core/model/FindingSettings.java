package org.tinshelf.core.model;

import java.util.List;

/**
 * What an estate asks of its rules.
 *
 * @param owners whether every rule needs an owner or a ticket
 * @param expiringDays how long before its date a rule counts as expiring
 * @param managementServices names or literals of services that only management addresses should
 *     reach on a firewall itself
 * @param many4 IPv4 addresses from which on a field is broad
 * @param prefix6 length of the IPv6 prefix from which on a field is broad
 * @param ports ports from which on a rule is broad
 */
public record FindingSettings(
    boolean owners,
    int expiringDays,
    List<String> managementServices,
    int many4,
    int prefix6,
    int ports) {

  /** What holds unless an estate says otherwise. */
  public static final FindingSettings USUAL =
      new FindingSettings(
          false,
          14,
          List.of("tcp/22", "tcp/23", "tcp/80", "tcp/443", "udp/161", "tcp/3389", "udp/3389"),
          65_536,
          48,
          1_000);
}
