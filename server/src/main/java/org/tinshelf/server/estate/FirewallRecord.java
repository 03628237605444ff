package org.tinshelf.server.estate;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;
import org.tinshelf.core.model.Firewall;

/**
 * A firewall, what was installed on it, and what it was last seen to hold. Only what changed is
 * written: it is edited while it is asked what it holds.
 */
@DynamicUpdate
@Entity
@Table(name = "firewall")
public class FirewallRecord {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private Long bayId;
  private String name;
  private int seat;
  private String floorKind;
  private boolean floorLog;
  private String body;
  private String managementUrl;
  private Integer installedRevision;
  private String installedDigest;
  private String seenDigest;
  private Instant seenAt;
  private String trouble;
  private long edition;
  private boolean removed;

  protected FirewallRecord() {}

  /**
   * A firewall of a document.
   *
   * @param body the keys of the document that are not columns here
   */
  FirewallRecord(Long bayId, Firewall firewall, int seat, String body) {
    this.bayId = bayId;
    this.name = firewall.name();
    this.seat = seat;
    this.floorKind = firewall.floor().map(f -> f.kind().word()).orElse(null);
    this.floorLog = firewall.floor().map(f -> f.log()).orElse(false);
    this.body = body;
    this.managementUrl = firewall.management().stream().findFirst().orElse("");
  }

  /** A new firewall. */
  FirewallRecord(FirewallState state) {
    restore(state);
  }

  public Long id() {
    return id;
  }

  public Optional<Long> bayId() {
    return Optional.ofNullable(bayId);
  }

  public String name() {
    return name;
  }

  public void says(String newBody) {
    body = newBody;
  }

  int seat() {
    return seat;
  }

  Optional<String> floorKind() {
    return Optional.ofNullable(floorKind);
  }

  boolean floorLog() {
    return floorLog;
  }

  public String body() {
    return body;
  }

  /** Where it is managed; empty where nobody said. */
  public String managementUrl() {
    return managementUrl;
  }

  /** Moves it to another place on the network. */
  public void managedAt(String url) {
    managementUrl = url;
  }

  public Optional<Integer> installedRevision() {
    return Optional.ofNullable(installedRevision);
  }

  public Optional<String> installedDigest() {
    return Optional.ofNullable(installedDigest);
  }

  public Optional<String> seenDigest() {
    return Optional.ofNullable(seenDigest);
  }

  public Optional<Instant> seenAt() {
    return Optional.ofNullable(seenAt);
  }

  /** Why it could not be asked the last time. */
  public Optional<String> trouble() {
    return Optional.ofNullable(trouble);
  }

  /** A revision was installed, and read back as {@code digest}. */
  public void installed(int revision, String digest, Instant at) {
    installedRevision = revision;
    installedDigest = digest;
    seen(digest, at);
  }

  /** It was asked, and holds {@code digest}; null for nothing. */
  public void seen(String digest, Instant at) {
    seenDigest = digest;
    seenAt = at;
    trouble = null;
  }

  /** It could not be asked. */
  public void notReached(String why) {
    trouble = why.length() > 500 ? why.substring(0, 500) : why;
  }

  /** Counts its edits. */
  long edition() {
    return edition;
  }

  public boolean removed() {
    return removed;
  }

  FirewallState state() {
    return new FirewallState(bayId, name, seat, floorKind, floorLog, body, managementUrl);
  }

  /** Becomes what a state says. */
  void restore(FirewallState state) {
    bayId = state.bay();
    name = state.name();
    seat = state.seat();
    floorKind = state.floorKind();
    floorLog = state.floorLog();
    body = state.body();
    managementUrl = state.url();
    removed = false;
    edition++;
  }

  /** Takes it out of the tree; its name is free at once. */
  void retire() {
    removed = true;
    name = "(removed " + id + ")";
    edition++;
  }
}
