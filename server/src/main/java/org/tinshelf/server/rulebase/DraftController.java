package org.tinshelf.server.rulebase;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.exchange.document.DocumentWriter;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.estate.Turns;
import org.tinshelf.server.estate.Working;
import org.tinshelf.server.problems.Refusal;

/** The draft and the revisions sealed from it. */
@RestController
class DraftController {

  /**
   * One edit of the draft.
   *
   * @param kind {@code add}, {@code change}, {@code move} or {@code remove}
   * @param about {@code line}, {@code object}, {@code bay}, {@code firewall} or {@code estate}
   * @param subject its identity
   * @param where the shelf, the kind of object, or the part of the tree
   * @param name what it was called
   * @param batch what was done at once has one number
   * @param was anything but a line before, in a few words
   * @param is an object after, likewise
   * @param followed the line above it before; empty for the first
   * @param follows the line above it after
   * @param undoable whether nothing later builds on it
   */
  record ChangeView(
      long id,
      Instant at,
      String who,
      String kind,
      String about,
      long subject,
      String where,
      String name,
      long batch,
      RuleBody before,
      RuleBody after,
      String was,
      String is,
      String followed,
      String follows,
      boolean undoable) {}

  record RevisionView(int number, Instant sealedAt, String sealedBy, String note) {}

  /**
   * What to seal.
   *
   * @param upTo the newest change the person has seen
   */
  record Seal(@Size(max = 1000) String note, long upTo) {}

  private final Changes changes;
  private final Lines lines;
  private final Revisions revisions;
  private final Undoing undoing;
  private final ObjectEditing objects;
  private final ShelfReader reader;
  private final Working working;
  private final Turns turns;
  private final Clock clock;

  DraftController(
      Changes changes,
      Lines lines,
      Revisions revisions,
      Undoing undoing,
      ObjectEditing objects,
      ShelfReader reader,
      Working working,
      Turns turns,
      Clock clock) {
    this.changes = changes;
    this.lines = lines;
    this.revisions = revisions;
    this.undoing = undoing;
    this.objects = objects;
    this.reader = reader;
    this.working = working;
    this.turns = turns;
    this.clock = clock;
  }

  @GetMapping("/api/draft")
  @Transactional(readOnly = true)
  public List<ChangeView> draft() {
    ShelfReader.Session session = reader.open();
    List<ChangeRecord> all = changes.ofDraft();
    return all.stream()
        .map(
            c ->
                new ChangeView(
                    c.id(),
                    c.at(),
                    c.who(),
                    c.kind(),
                    c.subject().word(),
                    c.subjectId(),
                    c.where(),
                    c.name(),
                    c.batch(),
                    rule(session, c, c.before()),
                    rule(session, c, c.after()),
                    session.words(c, c.before()),
                    session.words(c, c.after()),
                    !c.isOf(Subject.Kind.LINE) ? "" : session.follows(c.before()),
                    !c.isOf(Subject.Kind.LINE) ? "" : session.follows(c.after()),
                    all.stream().noneMatch(o -> o.isOfSame(c) && o.id() > c.id())))
        .toList();
  }

  private static RuleBody rule(
      ShelfReader.Session session, ChangeRecord c, Optional<String> state) {
    return !c.isOf(Subject.Kind.LINE) ? null : session.rule(state).orElse(null);
  }

  @PostMapping("/api/draft/{change}/undo")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void undo(@PathVariable long change) {
    undoing.undo(change);
  }

  /**
   * What was undone or done again.
   *
   * @param what in a few words
   * @param lines as they are now; absent where stacks have to be read again
   * @param before the version of stacks they belong to; empty where others edited meanwhile
   * @param version that of stacks as they are now
   */
  record Done(String what, List<PlacedLine> lines, String before, String version) {}

  @PostMapping("/api/draft/undo")
  Done undoLast(@AuthenticationPrincipal SignedIn who) {
    return done(() -> undoing.undo(who));
  }

  @PostMapping("/api/draft/redo")
  Done redoLast(@AuthenticationPrincipal SignedIn who) {
    return done(() -> undoing.redo(who));
  }

  private Done done(Supplier<Undoing.Done> step) {
    String before = working.version();
    Undoing.Done done = step.get();
    String known = working.follows(before) ? before : "";
    return new Done(done.what(), done.lines(), known, working.version());
  }

  @PostMapping("/api/revisions")
  @ResponseStatus(HttpStatus.CREATED)
  @Transactional
  public RevisionView seal(@Valid @RequestBody Seal seal, @AuthenticationPrincipal SignedIn who) {
    turns.take();
    List<ChangeRecord> all = changes.ofDraft();
    if (all.isEmpty()) {
      throw Refusal.conflict("There is nothing in the draft to seal.");
    }
    if (all.get(all.size() - 1).id() > seal.upTo()) {
      throw Refusal.conflict(
          "The draft changed while you looked at it: "
              + all.get(all.size() - 1).who()
              + " added to it. Look at the new changes, then seal.");
    }
    int number = revisions.findFirstByOrderByNumberDesc().map(RevisionRecord::number).orElse(0) + 1;
    String document = DocumentWriter.write(working.afterSealing());
    String note = seal.note() == null ? "" : seal.note().strip();
    RevisionRecord revision =
        revisions.saveAndFlush(
            new RevisionRecord(number, clock.instant(), who.displayName(), note, document));
    changes.deleteAll(changes.undone());
    all.forEach(c -> c.sealedIn(number));
    changes.saveAllAndFlush(all);
    sweep();
    objects.sweep();
    return view(revision);
  }

  /** Takes removed lines out for good, with what stood in their drawers. */
  private void sweep() {
    List<LineRecord> all = lines.inOrder();
    Deque<LineRecord> open = new ArrayDeque<>(all.stream().filter(LineRecord::removed).toList());
    LinkedHashMap<Long, LineRecord> gone = new LinkedHashMap<>();
    while (!open.isEmpty()) {
      LineRecord line = open.removeFirst();
      gone.remove(line.id());
      gone.put(line.id(), line);
      all.stream().filter(l -> l.drawerId().equals(Optional.of(line.id()))).forEach(open::add);
    }
    List<LineRecord> outermostFirst = new ArrayList<>(gone.values());
    Collections.reverse(outermostFirst);
    for (LineRecord line : outermostFirst) {
      lines.delete(line);
      lines.flush();
    }
  }

  @GetMapping("/api/revisions")
  @Transactional(readOnly = true)
  public List<RevisionView> revisions() {
    return revisions.findAllByOrderByNumberDesc().stream().map(DraftController::view).toList();
  }

  private static RevisionView view(RevisionRecord r) {
    return new RevisionView(r.number(), r.sealedAt(), r.sealedBy(), r.note());
  }
}
