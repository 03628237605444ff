package org.tinshelf.core.model;

import java.util.List;

/**
 * Everything one installation looks after, or a part of it. References between its parts are by
 * name, and resolve.
 *
 * @param bays the top of the tree; one bay alone is the root, otherwise an unnamed root holds them
 */
public record Estate(
    String name,
    List<Address> addresses,
    List<Service> services,
    List<Application> applications,
    List<UserGroup> users,
    List<Schedule> schedules,
    List<Zone> zones,
    List<String> managementAddresses,
    List<Bay> bays,
    List<Firewall> firewalls,
    FindingSettings settings) {

  /** An estate that asks of its rules what is usual. */
  public Estate(
      String name,
      List<Address> addresses,
      List<Service> services,
      List<Application> applications,
      List<UserGroup> users,
      List<Schedule> schedules,
      List<Zone> zones,
      List<String> managementAddresses,
      List<Bay> bays,
      List<Firewall> firewalls) {
    this(
        name,
        addresses,
        services,
        applications,
        users,
        schedules,
        zones,
        managementAddresses,
        bays,
        firewalls,
        FindingSettings.USUAL);
  }

  /** The same estate with other addresses. */
  public Estate withAddresses(List<Address> others) {
    return with(others, bays, firewalls);
  }

  /** The same estate with other firewalls. */
  public Estate withFirewalls(List<Firewall> others) {
    return with(addresses, bays, others);
  }

  /** The same estate with another tree. */
  public Estate withTree(List<Bay> otherBays, List<Firewall> otherFirewalls) {
    return with(addresses, otherBays, otherFirewalls);
  }

  private Estate with(
      List<Address> otherAddresses, List<Bay> otherBays, List<Firewall> otherFirewalls) {
    return new Estate(
        name,
        otherAddresses,
        services,
        applications,
        users,
        schedules,
        zones,
        managementAddresses,
        otherBays,
        otherFirewalls,
        settings);
  }
}
