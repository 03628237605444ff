package org.tinshelf.server.rulebase;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** The recorded changes. */
interface Changes extends JpaRepository<ChangeRecord, Long> {
  @Query(
      "select c from ChangeRecord c where c.revision is null and c.undoneAt is null order by c.id")
  List<ChangeRecord> ofDraft();

  @Query(
      "select c from ChangeRecord c where c.revision is null and c.undoneAt is not null"
          + " and c.accountId = ?1 order by c.undoneAt, c.batch, c.id")
  List<ChangeRecord> undoneBy(long account);

  @Query("select c from ChangeRecord c where c.revision is null and c.undoneAt is not null")
  List<ChangeRecord> undone();

  @Query(
      "select c from ChangeRecord c where c.subject = ?1 and c.subjectId = ?2"
          + " and c.undoneAt is null order by c.id desc limit 1")
  Optional<ChangeRecord> newestOf(String subject, long id);

  @Query(
      "select c from ChangeRecord c where c.subject = ?1 and c.subjectId = ?2"
          + " and c.undoneAt is null order by c.id desc limit 50")
  List<ChangeRecord> of(String subject, long id);
}
