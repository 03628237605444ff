package org.tinshelf.server.rulebase;

import java.time.Clock;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.tinshelf.core.model.Estate;
import org.tinshelf.server.estate.Turns;
import org.tinshelf.server.estate.Working;

/** Tells what an edit would do: does it, looks, and takes it back. */
@Component
public class Trials {

  private final Working working;
  private final Turns turns;
  private final TransactionTemplate transaction;
  private final Clock clock;

  Trials(Working working, Turns turns, PlatformTransactionManager transactions, Clock clock) {
    this.working = working;
    this.turns = turns;
    this.transaction = new TransactionTemplate(transactions);
    this.clock = clock;
  }

  /** What an edit would do to traffic; nothing of it stays. */
  public Consequences of(Supplier<?> edit) {
    Estate before = working.snapshot().estate();
    return Consequences.of(before, tried(edit).estate(), clock);
  }

  /** The estate as an edit would leave it, and what the edit gave. */
  record Tried<T>(Estate estate, T result) {}

  /** Does an edit, reads the estate, and takes the edit back. */
  <T> Tried<T> tried(Supplier<T> edit) {
    return transaction.execute(
        status -> {
          status.setRollbackOnly();
          turns.take();
          T result = edit.get();
          return new Tried<>(working.afterEdit(), result);
        });
  }
}
