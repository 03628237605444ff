package org.tinshelf.server.accounts;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** A person who can sign in. */
@Entity
public class Account {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private String name;
  private String displayName;
  private String passwordHash;
  private Instant createdAt;
  private Instant leftAt;

  protected Account() {}

  Account(String name, String displayName, String passwordHash, Instant createdAt) {
    this.name = name;
    this.displayName = displayName;
    this.passwordHash = passwordHash;
    this.createdAt = createdAt;
  }

  public Long id() {
    return id;
  }

  public String name() {
    return name;
  }

  public String displayName() {
    return displayName;
  }

  String passwordHash() {
    return passwordHash;
  }

  Instant createdAt() {
    return createdAt;
  }

  /** Whether this person cannot sign in any more. */
  boolean left() {
    return leftAt != null;
  }

  void leave(Instant at) {
    leftAt = at;
  }

  /** Is there again, under the name they had. */
  void comeBack(String shownAs, String hash) {
    leftAt = null;
    displayName = shownAs;
    passwordHash = hash;
  }

  void passwordHash(String hash) {
    passwordHash = hash;
  }
}
