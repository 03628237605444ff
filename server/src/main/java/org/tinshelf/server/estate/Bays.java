package org.tinshelf.server.estate;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** The stored bays. Removed ones stay, so that their removal can be undone. */
public interface Bays extends JpaRepository<BayRecord, Long> {
  /** Those in the tree, in its order. */
  @Query("select x from BayRecord x where x.removed = false order by x.seat, x.id")
  List<BayRecord> there();

  /** One that is in the tree. */
  @Query("select x from BayRecord x where x.removed = false and x.id = ?1")
  Optional<BayRecord> there(long id);

  /** Differs whenever one was added, changed or removed. */
  @Query("select concat(count(x), ' ', sum(x.edition), ' ', max(x.id)) from BayRecord x")
  String print();
}
