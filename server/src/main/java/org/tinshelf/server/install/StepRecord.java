package org.tinshelf.server.install;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** How far an install is on one firewall. */
@Entity
@Table(name = "install_step")
class StepRecord {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private Long installId;
  private Long firewallId;
  private String state;
  private String message;
  private Instant changedAt;

  protected StepRecord() {}

  StepRecord(long installId, long firewallId, Instant at) {
    this.installId = installId;
    this.firewallId = firewallId;
    now(InstallState.WAITING, "", at);
  }

  Long id() {
    return id;
  }

  Long installId() {
    return installId;
  }

  Long firewallId() {
    return firewallId;
  }

  InstallState state() {
    return InstallState.valueOf(state);
  }

  String message() {
    return message;
  }

  void now(InstallState newState, String newMessage, Instant at) {
    state = newState.name();
    message = newMessage.length() > 500 ? newMessage.substring(0, 500) : newMessage;
    changedAt = at;
  }
}
