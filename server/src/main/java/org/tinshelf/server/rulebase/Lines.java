package org.tinshelf.server.rulebase;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** The stored rules and dividers. */
public interface Lines extends JpaRepository<LineRecord, Long> {
  /** Those of shelves that are there. */
  @Query(
      "select l from LineRecord l where l.shelfId in (select s.id from ShelfRecord s"
          + " where s.firewallId is null or s.firewallId in"
          + " (select f.id from FirewallRecord f where f.removed = false))"
          + " order by l.shelfId, l.place, l.id")
  List<LineRecord> inOrder();

  @Query("select l from LineRecord l where l.shelfId = ?1 order by l.place, l.id")
  List<LineRecord> ofShelf(long shelfId);
}
