package org.tinshelf.server.objects;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** The objects of the library. */
public interface Objects extends JpaRepository<ObjectRecord, Long> {
  List<ObjectRecord> findAllByOrderBySeatAscIdAsc();

  /** Differs whenever an object was added, changed or removed. */
  @Query("select concat(count(o), ' ', sum(o.version), ' ', max(o.id)) from ObjectRecord o")
  String print();
}
