package org.tinshelf.server.rulebase;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.server.accounts.SignedIn;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Edits of rules and dividers. */
@RestController
class LinesController {

  /**
   * A new line.
   *
   * @param after the line it follows; absent for the first place
   * @param drawer the rule in whose drawer it goes; absent for the shelf itself
   * @param rule a rule, or else
   * @param divider a divider's title
   */
  record NewLine(Long after, Long drawer, RuleBody rule, String divider) {}

  record Changed(@NotNull Long version, @NotNull RuleBody rule) {}

  record Moved(@NotNull Long version, @NotNull Long shelf, Long after, Long drawer) {}

  private final Editing editing;

  LinesController(Editing editing) {
    this.editing = editing;
  }

  @PostMapping("/api/shelves/{shelf}/lines")
  @ResponseStatus(HttpStatus.CREATED)
  LineView add(
      @PathVariable long shelf,
      @Valid @RequestBody NewLine line,
      @AuthenticationPrincipal SignedIn who) {
    ObjectNode document = JsonNodeFactory.instance.objectNode();
    if (line.rule() == null) {
      document.put("divider", Optional.ofNullable(line.divider()).orElse(""));
    } else {
      document = line.rule().toDocument();
    }
    return editing.add(who, spot(shelf, line.drawer(), line.after()), document);
  }

  @PutMapping("/api/lines/{id}")
  LineView change(
      @PathVariable long id,
      @Valid @RequestBody Changed changed,
      @AuthenticationPrincipal SignedIn who) {
    return editing.change(who, id, changed.version(), changed.rule().toDocument());
  }

  @PostMapping("/api/lines/{id}/move")
  LineView move(
      @PathVariable long id,
      @Valid @RequestBody Moved moved,
      @AuthenticationPrincipal SignedIn who) {
    return editing.move(
        who, id, moved.version(), spot(moved.shelf(), moved.drawer(), moved.after()));
  }

  @DeleteMapping("/api/lines/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(
      @PathVariable long id, @RequestParam long version, @AuthenticationPrincipal SignedIn who) {
    editing.remove(who, id, version);
  }

  private static Editing.Spot spot(long shelf, Long drawer, Long after) {
    return new Editing.Spot(shelf, Optional.ofNullable(drawer), Optional.ofNullable(after));
  }
}
