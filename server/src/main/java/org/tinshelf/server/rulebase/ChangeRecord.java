package org.tinshelf.server.rulebase;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import org.tinshelf.server.objects.ObjectRecord;

/**
 * One edit: who, when, what, before and after; these are {@link LineState}s or {@link ObjectState}s
 * as JSON.
 */
@Entity
@Table(name = "draft_change")
class ChangeRecord {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private Instant at;
  private Long accountId;
  private String who;
  private String kind;
  private Long lineId;
  private Long shelfId;
  private Long objectId;
  private String shelfName;
  private String ruleName;
  private String beforeText;
  private String afterText;
  private Integer revision;

  protected ChangeRecord() {}

  ChangeRecord(
      Instant at,
      long accountId,
      String who,
      String kind,
      LineRecord line,
      String shelfName,
      Optional<String> before,
      Optional<String> after) {
    this.at = at;
    this.accountId = accountId;
    this.who = who;
    this.kind = kind;
    this.lineId = line.id();
    this.shelfId = line.shelfId();
    this.shelfName = shelfName;
    this.ruleName = line.name();
    this.beforeText = before.orElse(null);
    this.afterText = after.orElse(null);
  }

  /** An edit of an object. */
  ChangeRecord(
      Instant at,
      long accountId,
      String who,
      String kind,
      ObjectRecord object,
      Optional<String> before,
      Optional<String> after) {
    this.at = at;
    this.accountId = accountId;
    this.who = who;
    this.kind = kind;
    this.objectId = object.id();
    this.shelfName = object.kind().key();
    this.ruleName = object.name();
    this.beforeText = before.orElse(null);
    this.afterText = after.orElse(null);
  }

  Long id() {
    return id;
  }

  Instant at() {
    return at;
  }

  String who() {
    return who;
  }

  /** add, change, move or remove. */
  String kind() {
    return kind;
  }

  /** Null for an edit of an object. */
  Long lineId() {
    return lineId;
  }

  /** Null for an edit of a line. */
  Long objectId() {
    return objectId;
  }

  /** Whether both are edits of the same line, or object. */
  boolean isOfSame(ChangeRecord other) {
    return Objects.equals(lineId, other.lineId) && Objects.equals(objectId, other.objectId);
  }

  /** Where it was; for an object the key of its kind. */
  String shelfName() {
    return shelfName;
  }

  String ruleName() {
    return ruleName;
  }

  Optional<String> before() {
    return Optional.ofNullable(beforeText);
  }

  Optional<String> after() {
    return Optional.ofNullable(afterText);
  }

  void sealedIn(int number) {
    revision = number;
  }
}
