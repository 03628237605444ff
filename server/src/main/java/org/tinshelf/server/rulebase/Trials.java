package org.tinshelf.server.rulebase;

import java.time.Clock;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.tinshelf.core.model.Estate;
import org.tinshelf.server.estate.Working;

/** Tells what an edit would do: does it, looks, and takes it back. */
@Component
public class Trials {

  private final Working working;
  private final TransactionTemplate transaction;
  private final Clock clock;

  Trials(Working working, PlatformTransactionManager transactions, Clock clock) {
    this.working = working;
    this.transaction = new TransactionTemplate(transactions);
    this.clock = clock;
  }

  /** What an edit would do to traffic; nothing of it stays. */
  public Consequences of(Supplier<?> edit) {
    Estate before = working.snapshot().estate();
    Estate after =
        transaction.execute(
            status -> {
              status.setRollbackOnly();
              edit.get();
              return working.afterEdit();
            });
    return Consequences.of(before, after, clock);
  }
}
