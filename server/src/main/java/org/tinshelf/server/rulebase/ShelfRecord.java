package org.tinshelf.server.rulebase;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Optional;

/** A shelf of a bay or a firewall. */
@Entity
@Table(name = "shelf")
public class ShelfRecord {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private Long bayId;
  private Long firewallId;
  private String part;

  protected ShelfRecord() {}

  /** The upper or lower shelf of a bay. */
  public static ShelfRecord ofBay(long bayId, String part) {
    ShelfRecord shelf = new ShelfRecord();
    shelf.bayId = bayId;
    shelf.part = part;
    return shelf;
  }

  /** The own shelf of a firewall. */
  public static ShelfRecord ofFirewall(long firewallId) {
    ShelfRecord shelf = new ShelfRecord();
    shelf.firewallId = firewallId;
    shelf.part = "own";
    return shelf;
  }

  public Long id() {
    return id;
  }

  public Optional<Long> bayId() {
    return Optional.ofNullable(bayId);
  }

  public Optional<Long> firewallId() {
    return Optional.ofNullable(firewallId);
  }

  public String part() {
    return part;
  }
}
