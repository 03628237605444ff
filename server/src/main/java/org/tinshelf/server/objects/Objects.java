package org.tinshelf.server.objects;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** The objects of the library. */
public interface Objects extends JpaRepository<ObjectRecord, Long> {
  List<ObjectRecord> findAllByOrderBySeatAscIdAsc();
}
