package org.tinshelf.server.objects;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/**
 * An object of the library; its body is its part of the policy document, names of others as ids.
 */
@Entity
@Table(name = "library_object")
public class ObjectRecord {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private String kind;
  private String name;
  private int seat;
  private String body;
  private boolean removed;
  @Version private long version;

  protected ObjectRecord() {}

  public ObjectRecord(ObjectKind kind, String name, int seat) {
    this.kind = kind.word();
    this.name = name;
    this.seat = seat;
    this.body = "{}";
  }

  public Long id() {
    return id;
  }

  public ObjectKind kind() {
    return ObjectKind.of(kind);
  }

  public String name() {
    return name;
  }

  public int seat() {
    return seat;
  }

  public String body() {
    return body;
  }

  public void holds(String newBody) {
    body = newBody;
  }

  public void says(String newName, String newBody) {
    name = newName;
    body = newBody;
  }

  /** Whether it only waits for the draft to be sealed. */
  public boolean removed() {
    return removed;
  }

  /** Takes it out of the library; its name is free at once. */
  public void retire() {
    removed = true;
    name = "(removed " + id + ")";
  }

  /** Puts it back as it was. */
  public void restore(String oldName, String oldBody) {
    removed = false;
    says(oldName, oldBody);
  }

  public long version() {
    return version;
  }
}
