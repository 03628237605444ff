package org.tinshelf.server.estate;

import org.springframework.data.jpa.repository.JpaRepository;

/** The stored {@link EstateRecord}s. */
interface Estates extends JpaRepository<EstateRecord, Byte> {}
