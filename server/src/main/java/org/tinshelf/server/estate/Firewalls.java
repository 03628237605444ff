package org.tinshelf.server.estate;

import org.springframework.data.jpa.repository.JpaRepository;

/** The stored {@link FirewallRecord}s. */
public interface Firewalls extends JpaRepository<FirewallRecord, Long> {}
