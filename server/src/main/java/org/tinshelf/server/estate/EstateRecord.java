package org.tinshelf.server.estate;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** The one estate of this installation; its management addresses are a JSON list. */
@Entity
@Table(name = "estate")
class EstateRecord {
  @Id private byte id = 1;
  private String name;
  private String managementAddresses;

  protected EstateRecord() {}

  EstateRecord(String name, String managementAddresses) {
    this.name = name;
    this.managementAddresses = managementAddresses;
  }

  String name() {
    return name;
  }

  String managementAddresses() {
    return managementAddresses;
  }
}
