package org.tinshelf.server.estate;

import org.springframework.data.jpa.repository.JpaRepository;

/** The stored {@link BayRecord}s. */
public interface Bays extends JpaRepository<BayRecord, Long> {}
