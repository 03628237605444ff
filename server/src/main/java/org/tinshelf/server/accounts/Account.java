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
}
