package org.tinshelf.server.install;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** One install of one revision on some firewalls. */
@Entity
@Table(name = "install")
class InstallRecord {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private int revision;
  private Instant startedAt;
  private String who;

  protected InstallRecord() {}

  InstallRecord(int revision, Instant startedAt, String who) {
    this.revision = revision;
    this.startedAt = startedAt;
    this.who = who;
  }

  Long id() {
    return id;
  }

  int revision() {
    return revision;
  }

  Instant startedAt() {
    return startedAt;
  }

  String who() {
    return who;
  }
}
