package org.tinshelf.server.rulebase;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.Optional;

/** A rule or a divider; its body is its part of the policy document, names of objects as ids. */
@Entity
@Table(name = "line")
public class LineRecord {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private Long shelfId;
  private Long drawerId;
  private String place;
  private String name;
  private String body;
  private boolean removed;
  private long turn;
  @Version private long version;

  protected LineRecord() {}

  /** A line at a place. */
  public LineRecord(long shelfId, Optional<Long> drawerId, String place, String name, String body) {
    this.shelfId = shelfId;
    this.drawerId = drawerId.orElse(null);
    this.place = place;
    this.name = name;
    this.body = body;
  }

  public Long id() {
    return id;
  }

  public Long shelfId() {
    return shelfId;
  }

  /** The rule in whose drawer it stands. */
  public Optional<Long> drawerId() {
    return Optional.ofNullable(drawerId);
  }

  /** Its {@link Rank} among the lines of its shelf and drawer. */
  public String place() {
    return place;
  }

  public String name() {
    return name;
  }

  public String body() {
    return body;
  }

  public boolean removed() {
    return removed;
  }

  public long version() {
    return version;
  }

  /** Where it stands. */
  Lines.Head head() {
    return new Lines.Head(id, version, shelfId, drawerId, place, name, removed);
  }

  /** Notes the number of the edit that touches it. */
  void touchedIn(long newTurn) {
    turn = newTurn;
  }

  void says(String newName, String newBody) {
    name = newName;
    body = newBody;
  }

  void moveTo(long shelf, Optional<Long> drawer, String newPlace) {
    shelfId = shelf;
    drawerId = drawer.orElse(null);
    place = newPlace;
  }

  void removed(boolean isRemoved) {
    removed = isRemoved;
  }
}
