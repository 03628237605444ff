package org.tinshelf.server.estate;

import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Lets one edit of the estate happen at a time, so that two that are each sound cannot together
 * leave it unsound, and numbers them in the order in which they are committed.
 */
@Component
public class Turns {

  private final TurnRecords records;

  Turns(TurnRecords records) {
    this.records = records;
  }

  /**
   * Begins an edit: waits until no other is under way. To be called in a transaction before it
   * reads anything, since what it reads first is what it sees; once it has its turn, again is the
   * same as once.
   */
  public void take() {
    if (TransactionSynchronizationManager.hasResource(this)) {
      return;
    }
    TurnRecord turn = records.held();
    turn.next();
    records.flush();
    TransactionSynchronizationManager.bindResource(this, turn.number());
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(Turns.this);
          }
        });
  }

  /**
   * The number of the current transaction's turn.
   *
   * @throws IllegalStateException if it took none
   */
  public long current() {
    Long turn = (Long) TransactionSynchronizationManager.getResource(this);
    if (turn == null) {
      throw new IllegalStateException("an edit takes its turn first");
    }
    return turn;
  }

  /** The number of the last edit the current transaction sees. */
  long last() {
    return records.number();
  }
}
