package org.tinshelf.server.estate;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Optional;

/** The one estate of this installation; its management addresses and what it asks are JSON. */
@Entity
@Table(name = "estate")
class EstateRecord {
  @Id private byte id = 1;
  private String name;
  private String managementAddresses;
  private String asks;
  private long edition;

  protected EstateRecord() {}

  EstateRecord(String name, String managementAddresses, String asks) {
    this.name = name;
    this.managementAddresses = managementAddresses;
    this.asks = asks;
  }

  String name() {
    return name;
  }

  String managementAddresses() {
    return managementAddresses;
  }

  Optional<String> asks() {
    return Optional.ofNullable(asks);
  }

  /** Counts its edits. */
  long edition() {
    return edition;
  }

  EstateState state() {
    return new EstateState(name, managementAddresses, asks);
  }

  /** Becomes what a state says. */
  void restore(EstateState state) {
    name = state.name();
    managementAddresses = state.management();
    asks = state.asks();
    edition++;
  }
}
