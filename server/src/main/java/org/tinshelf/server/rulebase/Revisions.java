package org.tinshelf.server.rulebase;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

/** The sealed revisions. */
public interface Revisions extends JpaRepository<RevisionRecord, Integer> {
  Optional<RevisionRecord> findFirstByOrderByNumberDesc();

  List<RevisionRecord> findAllByOrderByNumberDesc();
}
