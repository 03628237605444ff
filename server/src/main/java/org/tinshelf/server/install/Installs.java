package org.tinshelf.server.install;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

/** The stored installs. */
interface Installs extends JpaRepository<InstallRecord, Long> {
  Optional<InstallRecord> findFirstByOrderByIdDesc();
}
