package org.tinshelf.server.estate;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Optional;
import org.tinshelf.core.model.Floor;

/** A bay of the estate's tree. */
@Entity
@Table(name = "bay")
public class BayRecord {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private Long parentId;
  private String name;
  private int seat;
  private String floorKind;
  private boolean floorLog;
  private long edition;
  private boolean removed;

  protected BayRecord() {}

  BayRecord(Long parentId, String name, int seat, Optional<Floor> floor) {
    this.parentId = parentId;
    this.name = name;
    this.seat = seat;
    this.floorKind = floor.map(f -> f.kind().word()).orElse(null);
    this.floorLog = floor.map(Floor::log).orElse(false);
  }

  public Long id() {
    return id;
  }

  public Optional<Long> parentId() {
    return Optional.ofNullable(parentId);
  }

  public String name() {
    return name;
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

  /** Counts its edits. */
  long edition() {
    return edition;
  }

  boolean removed() {
    return removed;
  }

  BayState state() {
    return new BayState(parentId, name, seat, floorKind, floorLog);
  }

  /** Becomes what a state says. */
  void restore(BayState state) {
    parentId = state.parent();
    name = state.name();
    seat = state.seat();
    floorKind = state.floorKind();
    floorLog = state.floorLog();
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
