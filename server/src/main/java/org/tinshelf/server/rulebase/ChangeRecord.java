package org.tinshelf.server.rulebase;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import org.tinshelf.server.accounts.SignedIn;

/** One edit: who, when, of what, the states before and after as JSON. */
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
  private String subject;
  private long subjectId;
  private String shelfName;
  private String ruleName;
  private String beforeText;
  private String afterText;
  private Integer revision;
  private long batch;
  private Instant undoneAt;

  protected ChangeRecord() {}

  ChangeRecord(
      Instant at,
      SignedIn by,
      String kind,
      Journal.Thing thing,
      Optional<String> before,
      Optional<String> after) {
    this.at = at;
    this.accountId = by.id();
    this.who = by.displayName();
    this.kind = kind;
    this.subject = thing.kind().word();
    this.subjectId = thing.id();
    this.shelfName = thing.where();
    this.ruleName = thing.name();
    this.beforeText = before.orElse(null);
    this.afterText = after.orElse(null);
  }

  Long id() {
    return id;
  }

  Instant at() {
    return at;
  }

  Long accountId() {
    return accountId;
  }

  String who() {
    return who;
  }

  /** add, change, move or remove. */
  String kind() {
    return kind;
  }

  Subject.Kind subject() {
    return Subject.Kind.of(subject);
  }

  long subjectId() {
    return subjectId;
  }

  boolean isOf(Subject.Kind which) {
    return subject() == which;
  }

  /** Whether both are edits of the same thing. */
  boolean isOfSame(ChangeRecord other) {
    return subject.equals(other.subject) && subjectId == other.subjectId;
  }

  /** Where it was, for people; for an object the key of its kind. */
  String where() {
    return shelfName;
  }

  /** What the thing was called. */
  String name() {
    return ruleName;
  }

  Optional<String> before() {
    return Optional.ofNullable(beforeText);
  }

  Optional<String> after() {
    return Optional.ofNullable(afterText);
  }

  /** Empty while it is part of the draft. */
  Optional<Integer> revision() {
    return Optional.ofNullable(revision);
  }

  void sealedIn(int number) {
    revision = number;
  }

  /** What was done at once has one number. */
  long batch() {
    return batch;
  }

  void inBatch(long number) {
    batch = number;
  }

  /** Takes it out of the draft, so that it can be done again; null puts it back. */
  void undoneAt(Instant moment) {
    undoneAt = moment;
  }
}
