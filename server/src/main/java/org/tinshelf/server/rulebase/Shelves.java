package org.tinshelf.server.rulebase;

import org.springframework.data.jpa.repository.JpaRepository;

/** The stored shelves. */
public interface Shelves extends JpaRepository<ShelfRecord, Long> {}
