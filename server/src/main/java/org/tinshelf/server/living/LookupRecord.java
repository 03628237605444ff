package org.tinshelf.server.living;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;

/** When a living object was last looked up, and how that went. */
@Entity
@Table(name = "lookup")
class LookupRecord {
  @Id private Long objectId;
  private Instant triedAt;
  private Instant goodAt;
  private String trouble;

  protected LookupRecord() {}

  LookupRecord(long objectId) {
    this.objectId = objectId;
  }

  void good(Instant now) {
    triedAt = now;
    goodAt = now;
    trouble = null;
  }

  /** What it held before stays. */
  void failed(Instant now, String why) {
    triedAt = now;
    trouble = why;
  }

  Instant triedAt() {
    return triedAt;
  }

  Optional<Instant> goodAt() {
    return Optional.ofNullable(goodAt);
  }

  Optional<String> trouble() {
    return Optional.ofNullable(trouble);
  }
}
