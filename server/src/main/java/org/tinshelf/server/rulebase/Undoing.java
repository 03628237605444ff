package org.tinshelf.server.rulebase;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.tinshelf.exchange.document.BadDocumentException;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.estate.Turns;
import org.tinshelf.server.estate.Working;
import org.tinshelf.server.problems.Refusal;

/**
 * Takes changes of the draft back and does them again: one alone, or what a person did at once. A
 * change on which a later one builds stays; an undo that would leave the estate unsound is refused.
 */
@Component
public class Undoing {

  private static final Map<String, String> DONE =
      Map.of(
          "add", "adding",
          "change", "the change of",
          "move", "the move of",
          "remove", "the removal of");

  private final Changes changes;
  private final ShelfReader reader;
  private final Map<Subject.Kind, Subject> subjects = new EnumMap<>(Subject.Kind.class);
  private final Working working;
  private final Turns turns;
  private final Clock clock;

  Undoing(
      Changes changes,
      ShelfReader reader,
      List<Subject> subjects,
      Working working,
      Turns turns,
      Clock clock) {
    this.changes = changes;
    this.reader = reader;
    subjects.forEach(s -> this.subjects.put(s.kind(), s));
    this.working = working;
    this.turns = turns;
    this.clock = clock;
  }

  /** Takes one change back. */
  @Transactional
  public void undo(long changeId) {
    turns.take();
    ChangeRecord change =
        changes
            .findById(changeId)
            .orElseThrow(() -> Refusal.gone("This change is not part of the draft any more."));
    takeBack(List.of(change));
  }

  /**
   * What was taken back or done again.
   *
   * @param what in a few words
   * @param lines as they are now; absent where it was about more than lines, or much of a shelf
   */
  record Done(String what, List<PlacedLine> lines) {}

  /** Takes back what a person did last. */
  @Transactional
  public Done undo(SignedIn by) {
    turns.take();
    List<ChangeRecord> mine =
        changes.ofDraft().stream().filter(c -> c.accountId() == by.id()).toList();
    if (mine.isEmpty()) {
      throw Refusal.conflict("There is nothing of yours in the draft to undo.");
    }
    long batch = mine.get(mine.size() - 1).batch();
    List<ChangeRecord> last =
        new ArrayList<>(mine.stream().filter(c -> c.batch() == batch).toList());
    last.sort(Comparator.comparing(ChangeRecord::id).reversed());
    takeBack(last);
    return done(last);
  }

  /** Does again what a person undid last. */
  @Transactional
  public Done redo(SignedIn by) {
    turns.take();
    List<ChangeRecord> undone = changes.undoneBy(by.id());
    if (undone.isEmpty()) {
      throw Refusal.conflict("There is nothing to do again.");
    }
    long batch = undone.get(undone.size() - 1).batch();
    List<ChangeRecord> last =
        undone.stream()
            .filter(c -> c.batch() == batch)
            .sorted(Comparator.comparing(ChangeRecord::id))
            .toList();
    for (ChangeRecord change : last) {
      Optional<ChangeRecord> newest = newestOf(change);
      if (newest.isPresent() && newest.get().id() > change.id()) {
        throw Refusal.conflict(
            newest.get().who() + " changed “" + change.name() + "” since. It is not done again.");
      }
      change.undoneAt(null);
      changes.saveAndFlush(change);
      subjects.get(change.subject()).restore(change.subjectId(), change.after());
    }
    soundOrRefuse();
    return done(last);
  }

  private void takeBack(List<ChangeRecord> newestFirst) {
    for (ChangeRecord change : newestFirst) {
      ChangeRecord newest = newestOf(change).orElse(change);
      if (!newest.id().equals(change.id())) {
        throw Refusal.conflict(
            "“" + newest.name() + "” was changed again later. Undo the later change first.");
      }
      change.undoneAt(clock.instant());
      changes.saveAndFlush(change);
      subjects.get(change.subject()).restore(change.subjectId(), change.before());
    }
    soundOrRefuse();
  }

  private Optional<ChangeRecord> newestOf(ChangeRecord change) {
    return changes.newestOf(change.subject().word(), change.subjectId());
  }

  private Done done(List<ChangeRecord> batch) {
    if (!batch.stream().allMatch(c -> c.isOf(Subject.Kind.LINE))) {
      return new Done(words(batch), null);
    }
    List<Long> ids = batch.stream().map(ChangeRecord::subjectId).distinct().toList();
    return new Done(words(batch), reader.placed(ids).orElse(null));
  }

  private static String words(List<ChangeRecord> batch) {
    ChangeRecord first = batch.get(0);
    String more = batch.size() == 1 ? "" : " and " + (batch.size() - 1) + " more";
    String done = DONE.getOrDefault(first.kind(), first.kind());
    return done + " “" + first.name() + "”" + more;
  }

  private void soundOrRefuse() {
    try {
      working.afterEdit();
    } catch (BadDocumentException e) {
      throw Refusal.conflict(
          "Something else in the draft builds on it: " + e.problems().get(0).wrong() + ".");
    }
  }
}
