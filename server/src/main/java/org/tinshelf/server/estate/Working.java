package org.tinshelf.server.estate;

import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.tinshelf.core.model.Estate;
import org.tinshelf.exchange.document.DocumentReader;

/** The estate as it stands with the draft, kept until an edit is committed. */
@Component
public class Working {

  /**
   * An estate and the number of edits since the server started when it was read.
   *
   * @param stamp grows with every edit
   */
  public record Snapshot(long stamp, Estate estate) {}

  private final EstateStore store;
  private final TransactionTemplate reading;
  private final AtomicLong stamp = new AtomicLong();
  private final AtomicReference<Optional<Snapshot>> kept = new AtomicReference<>(Optional.empty());

  Working(EstateStore store, PlatformTransactionManager transactions) {
    this.store = store;
    this.reading = new TransactionTemplate(transactions);
    this.reading.setReadOnly(true);
  }

  /** The estate as committed. */
  public Snapshot snapshot() {
    long now = stamp.get();
    Optional<Snapshot> old = kept.get();
    if (old.isPresent() && old.get().stamp() == now) {
      return old.get();
    }
    Estate estate = reading.execute(s -> DocumentReader.read(store.document()));
    Snapshot snapshot = new Snapshot(now, estate);
    kept.set(Optional.of(snapshot));
    return snapshot;
  }

  /**
   * Reads the estate inside the edit's own transaction and forgets the kept one once it commits.
   *
   * @throws org.tinshelf.exchange.document.BadDocumentException if the edit leaves it unsound
   */
  public Estate afterEdit() {
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            stamp.incrementAndGet();
          }
        });
    return DocumentReader.read(store.document());
  }
}
