package org.tinshelf.server.rulebase;

import java.time.Clock;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.tinshelf.server.accounts.SignedIn;
import tools.jackson.databind.json.JsonMapper;

/**
 * Records what people change. What is recorded in one transaction is one batch; a person who does
 * something new can no longer do again what they had undone.
 */
@Component
public class Journal {

  private final Changes changes;
  private final JsonMapper json;
  private final Clock clock;

  Journal(Changes changes, JsonMapper json, Clock clock) {
    this.changes = changes;
    this.json = json;
    this.clock = clock;
  }

  /**
   * What a change is about.
   *
   * @param where for people: a shelf, a kind of object, the tree
   */
  public record Thing(Subject.Kind kind, long id, String where, String name) {}

  /**
   * Records a change within the transaction that makes it.
   *
   * @param kind {@code add}, {@code change}, {@code move} or {@code remove}
   * @param before the state to bring back; absent where the thing was not there
   * @param after the state it has now; absent where it is gone
   */
  public void record(SignedIn by, String kind, Thing thing, Optional<?> before, Optional<?> after) {
    Optional<Long> batch =
        Optional.ofNullable((Long) TransactionSynchronizationManager.getResource(this));
    if (batch.isEmpty()) {
      changes.deleteAll(changes.undoneBy(by.id()));
      changes.flush();
    }
    ChangeRecord change =
        new ChangeRecord(
            clock.instant(),
            by,
            kind,
            thing,
            before.map(json::writeValueAsString),
            after.map(json::writeValueAsString));
    batch.ifPresent(change::inBatch);
    changes.saveAndFlush(change);
    if (batch.isEmpty()) {
      change.inBatch(change.id());
      changes.saveAndFlush(change);
      open(change.id());
    }
  }

  private void open(long batch) {
    TransactionSynchronizationManager.bindResource(this, batch);
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(Journal.this);
          }
        });
  }

  /** Who changed a thing last, with what they did; for a refusal. */
  public String lastOf(Subject.Kind kind, long id, boolean removed) {
    return changes
        .newestOf(kind.word(), id)
        .map(c -> c.who() + (removed ? " removed" : " changed"))
        .orElse("Somebody changed");
  }
}
