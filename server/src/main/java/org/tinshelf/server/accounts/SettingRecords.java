package org.tinshelf.server.accounts;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** The stored {@link SettingRecord}s. */
interface SettingRecords extends JpaRepository<SettingRecord, SettingRecord.Key> {

  @Query("select s from SettingRecord s where s.id.account = ?1 order by s.id.name")
  List<SettingRecord> of(long account);
}
