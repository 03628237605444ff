package org.tinshelf.server.install;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** The stored steps of installs. */
interface Targets extends JpaRepository<TargetRecord, Long> {
  List<TargetRecord> findByInstallIdOrderById(long installId);

  List<TargetRecord> findByStateNotIn(List<String> states);
}
