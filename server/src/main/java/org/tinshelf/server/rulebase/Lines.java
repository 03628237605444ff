package org.tinshelf.server.rulebase;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** The stored rules and dividers. */
public interface Lines extends JpaRepository<LineRecord, Long> {
  @Query("select l from LineRecord l order by l.shelfId, l.place, l.id")
  List<LineRecord> inOrder();

  @Query("select l from LineRecord l where l.shelfId = ?1 order by l.place, l.id")
  List<LineRecord> ofShelf(long shelfId);
}
