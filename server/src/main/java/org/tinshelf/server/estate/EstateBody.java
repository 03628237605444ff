package org.tinshelf.server.estate;

import java.util.List;

/**
 * What holds for the whole estate.
 *
 * @param managementAddresses names of address objects, or literals
 * @param owners whether every rule has to have an owner or a ticket
 * @param expiringDays from how many days before its date a rule is reported
 * @param managementServices services that only management addresses may reach on a firewall
 * @param addresses IPv4 addresses from which on a field is broad
 * @param prefix length of the IPv6 prefix from which on a field is broad
 * @param ports ports from which on a rule is broad
 */
public record EstateBody(
    String name,
    List<String> managementAddresses,
    boolean owners,
    int expiringDays,
    List<String> managementServices,
    int addresses,
    int prefix,
    int ports) {}
