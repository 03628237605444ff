package org.tinshelf.server.accounts;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

/** The accounts of this installation. */
public interface Accounts extends JpaRepository<Account, Long> {
  Optional<Account> findByName(String name);
}
