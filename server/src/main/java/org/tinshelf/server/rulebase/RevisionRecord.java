package org.tinshelf.server.rulebase;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A sealed revision; it never changes. */
@Entity
@Table(name = "revision")
public class RevisionRecord {
  @Id private int number;
  private Instant sealedAt;
  private String sealedBy;
  private String note;
  private String document;

  protected RevisionRecord() {}

  public RevisionRecord(
      int number, Instant sealedAt, String sealedBy, String note, String document) {
    this.number = number;
    this.sealedAt = sealedAt;
    this.sealedBy = sealedBy;
    this.note = note;
    this.document = document;
  }

  public int number() {
    return number;
  }

  public Instant sealedAt() {
    return sealedAt;
  }

  public String sealedBy() {
    return sealedBy;
  }

  public String note() {
    return note;
  }

  /** The whole estate as a policy document. */
  public String document() {
    return document;
  }
}
