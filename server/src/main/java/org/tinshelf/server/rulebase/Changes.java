package org.tinshelf.server.rulebase;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** The recorded changes. */
interface Changes extends JpaRepository<ChangeRecord, Long> {
  @Query("select c from ChangeRecord c where c.revision is null order by c.id")
  List<ChangeRecord> ofDraft();

  @Query("select count(c) from ChangeRecord c where c.revision is null")
  int countOfDraft();

  Optional<ChangeRecord> findFirstByLineIdOrderByIdDesc(long lineId);

  Optional<ChangeRecord> findFirstByObjectIdOrderByIdDesc(long objectId);
}
