package org.tinshelf.server.estate;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** How many edits of the estate were committed; the one row whose lock lets the next one in. */
@Entity
@Table(name = "turn")
class TurnRecord {
  @Id private byte id;
  private long number;

  protected TurnRecord() {}

  long number() {
    return number;
  }

  /** Begins the next turn. */
  void next() {
    number++;
  }
}
