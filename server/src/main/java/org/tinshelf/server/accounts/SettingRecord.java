package org.tinshelf.server.accounts;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;

/** One thing a person has chosen for themselves. */
@Entity
@Table(name = "setting")
class SettingRecord {

  /** Whose it is, and what. */
  @Embeddable
  record Key(@Column(name = "account_id") long account, String name) implements Serializable {}

  @EmbeddedId private Key id;
  private String value;

  protected SettingRecord() {}

  SettingRecord(Key id, String value) {
    this.id = id;
    this.value = value;
  }

  String name() {
    return id.name();
  }

  String value() {
    return value;
  }
}
