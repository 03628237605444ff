package org.tinshelf.server.install;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** The stored steps of installs. */
interface Steps extends JpaRepository<StepRecord, Long> {
  List<StepRecord> findByInstallIdOrderById(long installId);

  List<StepRecord> findByStateNotIn(List<String> states);
}
