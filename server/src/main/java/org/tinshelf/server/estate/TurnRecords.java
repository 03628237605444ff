package org.tinshelf.server.estate;

import jakarta.persistence.LockModeType;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** The stored {@link TurnRecord}. */
interface TurnRecords extends JpaRepository<TurnRecord, Byte> {

  /** Waits until no other transaction holds it, and holds it until the current one ends. */
  @Lock(LockModeType.PESSIMISTIC_WRITE)
  @Query("select t from TurnRecord t where t.id = 1")
  TurnRecord held();

  @Query("select t.number from TurnRecord t where t.id = 1")
  long number();
}
