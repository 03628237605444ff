package org.tinshelf.server.living;

import org.springframework.data.jpa.repository.JpaRepository;

/** How looking up went, by object. */
interface LookupRecords extends JpaRepository<LookupRecord, Long> {}
