package org.tinshelf.server.rulebase;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.exchange.document.DocumentReader;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.estate.Working;

/** Edits of many lines at once, what edits would do, and what was done. */
@RestController
class EditsController {

  /** Edits that are done together. */
  record Edits(@Size(min = 1, max = 5000) List<@Valid LineEdit> edits) {}

  /**
   * The lines edited, in the order of the edits, without their places.
   *
   * @param before the version of stacks that was edited; empty where others edited meanwhile
   * @param version that of stacks as they are now
   */
  record Edited(List<LineView> lines, String before, String version) {}

  /**
   * A change of a line that was made at some time.
   *
   * @param revision the revision it was sealed in; 0 while it is in the draft
   */
  record Past(
      Instant at,
      String who,
      String kind,
      int revision,
      RuleBody before,
      RuleBody after,
      String followed,
      String follows) {}

  private final Editing editing;
  private final Trials trials;
  private final Changes changes;
  private final Revisions revisions;
  private final ShelfReader reader;
  private final Working working;
  private final Clock clock;

  EditsController(
      Editing editing,
      Trials trials,
      Changes changes,
      Revisions revisions,
      ShelfReader reader,
      Working working,
      Clock clock) {
    this.editing = editing;
    this.trials = trials;
    this.changes = changes;
    this.revisions = revisions;
    this.reader = reader;
    this.working = working;
    this.clock = clock;
  }

  @PostMapping("/api/edits")
  Edited edit(@Valid @RequestBody Edits edits, @AuthenticationPrincipal SignedIn who) {
    String before = working.version();
    List<LineView> lines = editing.apply(who, edits.edits());
    return new Edited(lines, working.follows(before) ? before : "", working.version());
  }

  @PostMapping("/api/edits/trial")
  Consequences trial(@Valid @RequestBody Edits edits, @AuthenticationPrincipal SignedIn who) {
    return trials.of(() -> editing.apply(who, edits.edits()));
  }

  /** What the draft as a whole does to traffic. */
  @GetMapping("/api/draft/traffic")
  Consequences traffic() {
    String sealed =
        revisions
            .findFirstByOrderByNumberDesc()
            .map(RevisionRecord::document)
            .orElse("{\"tinshelf\": 1}");
    return Consequences.of(DocumentReader.read(sealed), working.snapshot().estate(), clock);
  }

  @GetMapping("/api/lines/{id}/history")
  @Transactional(readOnly = true)
  public List<Past> history(@PathVariable long id) {
    ShelfReader.Session session = reader.open();
    return changes.of(Subject.Kind.LINE.word(), id).stream()
        .map(
            c ->
                new Past(
                    c.at(),
                    c.who(),
                    c.kind(),
                    c.revision().orElse(0),
                    session.rule(c.before()).orElse(null),
                    session.rule(c.after()).orElse(null),
                    session.follows(c.before()),
                    session.follows(c.after())))
        .toList();
  }
}
