package org.tinshelf.server.estate;

import java.security.SecureRandom;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.tinshelf.core.model.Estate;
import org.tinshelf.server.objects.Identities;

/** The estate as it stands with the draft, kept until an edit is committed. */
@Component
public class Working {

  /**
   * An estate and the turn of the last edit when it was read.
   *
   * @param stamp grows with every edit
   */
  public record Snapshot(long stamp, Estate estate) {}

  private final Reading reading;
  private final Turns turns;
  private final TransactionTemplate transaction;

  /** The turn of the last edit, and of the last that was of more than lines. */
  private final AtomicLong stamp;

  private final AtomicLong lastOther;
  private final String start = Long.toString(new SecureRandom().nextLong(), 36);
  private final AtomicReference<Optional<Snapshot>> kept = new AtomicReference<>(Optional.empty());

  Working(Reading reading, Turns turns, PlatformTransactionManager transactions) {
    this.reading = reading;
    this.turns = turns;
    this.stamp = new AtomicLong(turns.last());
    this.lastOther = new AtomicLong(stamp.get());
    this.transaction = new TransactionTemplate(transactions);
    this.transaction.setReadOnly(true);
    this.transaction.setPropagationBehavior(TransactionTemplate.PROPAGATION_REQUIRES_NEW);
  }

  /** The estate as committed. */
  public Snapshot snapshot() {
    Optional<Snapshot> old = current();
    return old.isPresent() ? old.get() : readAgain();
  }

  /** Names what is committed; another after every edit, and after every start. */
  public String version() {
    return start + "." + stamp.get();
  }

  /** Whether one edit alone lies between a version and what is committed. */
  public boolean follows(String version) {
    return version.equals(start + "." + (stamp.get() - 1));
  }

  /** The turn of a version from which on nothing but lines was edited; empty where more was. */
  public Optional<Long> turnOf(String version) {
    if (!version.matches(Pattern.quote(start) + "\\.\\d{1,18}")) {
      return Optional.empty();
    }
    long turn = Long.parseLong(version.substring(start.length() + 1));
    return Optional.of(turn).filter(t -> t >= lastOther.get());
  }

  private Optional<Snapshot> current() {
    return kept.get().filter(s -> s.stamp() == stamp.get());
  }

  /** One at a time, since the others want the same. */
  private synchronized Snapshot readAgain() {
    Optional<Snapshot> old = current();
    if (old.isPresent()) {
      return old.get();
    }
    long now = stamp.get();
    Estate estate = transaction.execute(s -> reading.read().estate());
    Snapshot snapshot = new Snapshot(now, estate);
    kept.set(Optional.of(snapshot));
    return snapshot;
  }

  /**
   * Reads the estate inside the edit's own transaction. Once it commits that is the estate.
   *
   * @throws org.tinshelf.exchange.document.BadDocumentException if the edit leaves it unsound
   * @throws IllegalStateException if the edit did not take its turn
   */
  public Estate afterEdit() {
    return afterEdit(false);
  }

  /** The same after an edit in which more is other than what the estate says of it. */
  public Estate afterSealing() {
    return afterEdit(true);
  }

  private Estate afterEdit(boolean other) {
    long turn = turns.current();
    Reading.Read read = reading.read();
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            if (other || !read.linesAlone()) {
              lastOther.accumulateAndGet(turn, Math::max);
            }
            if (stamp.accumulateAndGet(turn, Math::max) == turn) {
              kept.set(Optional.of(new Snapshot(turn, read.estate())));
            }
          }
        });
    return read.estate();
  }

  /** The names of all objects and firewalls as the current transaction sees them. */
  public Identities identities() {
    return reading.identities();
  }
}
