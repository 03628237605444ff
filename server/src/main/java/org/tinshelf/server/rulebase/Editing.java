package org.tinshelf.server.rulebase;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.tinshelf.exchange.document.BadDocumentException;
import org.tinshelf.exchange.document.Problem;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.estate.Bays;
import org.tinshelf.server.estate.EstateStore;
import org.tinshelf.server.estate.Firewalls;
import org.tinshelf.server.estate.Working;
import org.tinshelf.server.problems.Refusal;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * The edits of shelves. Each is one transaction: the row, the recorded change, and a check that the
 * whole estate is still sound; any problem undoes all three.
 */
@Component
public class Editing {

  /** Where a line goes. */
  public record Spot(long shelf, Optional<Long> drawer, Optional<Long> after) {}

  private static final String RULE_POINTER =
      "^/(bays/\\d+/)*(firewalls/\\d+/)?(upper|lower|own)/\\d+(/action/drawer/\\d+)*";

  private final Lines lines;
  private final Shelves shelves;
  private final Changes changes;
  private final ObjectEditing objects;
  private final Bays bays;
  private final Firewalls firewalls;
  private final EstateStore store;
  private final Working working;
  private final ShelfReader reader;
  private final JsonMapper json;
  private final Clock clock;

  Editing(
      Lines lines,
      Shelves shelves,
      Changes changes,
      ObjectEditing objects,
      Bays bays,
      Firewalls firewalls,
      EstateStore store,
      Working working,
      ShelfReader reader,
      JsonMapper json,
      Clock clock) {
    this.lines = lines;
    this.shelves = shelves;
    this.changes = changes;
    this.objects = objects;
    this.bays = bays;
    this.firewalls = firewalls;
    this.store = store;
    this.working = working;
    this.reader = reader;
    this.json = json;
    this.clock = clock;
  }

  /** Puts a new rule at a spot. */
  @Transactional
  public LineView add(SignedIn by, Spot spot, ObjectNode document) {
    String place = placeAt(spot, Optional.empty());
    LineRecord line =
        lines.saveAndFlush(
            new LineRecord(
                spot.shelf(), spot.drawer(), place, titleOf(document), stored(document)));
    record(by, "add", line, Optional.empty(), Optional.of(state(line)));
    return sound(line);
  }

  /** Changes a rule's fields, its drawer's rules excepted. */
  @Transactional
  public LineView change(SignedIn by, long id, long version, ObjectNode document) {
    LineRecord line = current(id, version);
    LineState before = state(line);
    String body = stored(document);
    if (body.equals(line.body())) {
      return view(line);
    }
    line.says(titleOf(document), body);
    lines.saveAndFlush(line);
    record(by, "change", line, Optional.of(before), Optional.of(state(line)));
    return sound(line);
  }

  /** Gives a line another stored body; whether the estate is sound is for the caller to ask. */
  void changeStored(SignedIn by, LineRecord line, String body) {
    LineState before = state(line);
    line.says(line.name(), body);
    lines.saveAndFlush(line);
    record(by, "change", line, Optional.of(before), Optional.of(state(line)));
  }

  /** Moves a rule with its drawer. */
  @Transactional
  public LineView move(SignedIn by, long id, long version, Spot spot) {
    LineRecord line = current(id, version);
    if (spot.shelf() != line.shelfId()) {
      throw Refusal.conflict("A rule moves within its shelf. Add it to the other shelf instead.");
    }
    for (Optional<Long> d = spot.drawer(); d.isPresent(); d = line(d.get()).drawerId()) {
      if (d.get() == id) {
        throw Refusal.conflict("A rule cannot stand in its own drawer.");
      }
    }
    LineState before = state(line);
    line.moveTo(spot.shelf(), spot.drawer(), placeAt(spot, Optional.of(id)));
    lines.saveAndFlush(line);
    record(by, "move", line, Optional.of(before), Optional.of(state(line)));
    return sound(line);
  }

  /** Removes a line; it stays visible until the draft is sealed, or goes at once if it is new. */
  @Transactional
  public void remove(SignedIn by, long id, long version) {
    LineRecord line = current(id, version);
    LineState before = state(line);
    line.removed(true);
    lines.saveAndFlush(line);
    record(by, "remove", line, Optional.of(before), Optional.empty());
    working.afterEdit();
  }

  /** Takes the newest change of a line, or of an object, back. */
  @Transactional
  public void undo(long changeId) {
    ChangeRecord change =
        changes
            .findById(changeId)
            .orElseThrow(() -> Refusal.gone("This change is not part of the draft any more."));
    ChangeRecord newest =
        change.lineId() == null
            ? changes.findFirstByObjectIdOrderByIdDesc(change.objectId()).orElseThrow()
            : changes.findFirstByLineIdOrderByIdDesc(change.lineId()).orElseThrow();
    if (!newest.id().equals(change.id())) {
      throw Refusal.conflict(
          "“" + newest.ruleName() + "” was changed again later. Undo the later change first.");
    }
    if (change.lineId() == null) {
      objects.undo(change);
      return;
    }
    LineRecord line = line(change.lineId());
    Optional<LineState> before = change.before().map(t -> json.readValue(t, LineState.class));
    if (before.isPresent()) {
      line.says(before.get().name(), before.get().body());
      Optional<Long> drawer = Optional.of(before.get().drawer()).filter(d -> d != 0);
      line.moveTo(before.get().shelf(), drawer, before.get().place());
      line.removed(false);
      lines.saveAndFlush(line);
    } else {
      if (lines.ofShelf(line.shelfId()).stream()
          .anyMatch(l -> l.drawerId().equals(Optional.of(line.id())))) {
        throw Refusal.conflict("Its drawer holds rules. Take them out first.");
      }
      lines.delete(line);
      lines.flush();
    }
    changes.delete(change);
    changes.flush();
    soundOrRefuse();
  }

  private LineState state(LineRecord line) {
    String follows =
        lines.ofShelf(line.shelfId()).stream()
            .filter(l -> l.drawerId().equals(line.drawerId()) && !l.removed())
            .filter(l -> l.place().compareTo(line.place()) < 0)
            .reduce((a, b) -> b)
            .map(LineRecord::name)
            .orElse("");
    return LineState.of(line, follows);
  }

  private LineRecord line(long id) {
    return lines
        .findById(id)
        .orElseThrow(() -> Refusal.gone("This rule is not there any more. Somebody removed it."));
  }

  private LineRecord current(long id, long version) {
    LineRecord line = line(id);
    if (line.version() != version || line.removed()) {
      String who =
          changes
              .findFirstByLineIdOrderByIdDesc(id)
              .map(c -> c.who() + (line.removed() ? " removed" : " changed"))
              .orElse("Somebody changed");
      throw Refusal.stale(who + " this rule before you. Nothing of yours was saved.", view(line));
    }
    return line;
  }

  private LineView view(LineRecord line) {
    ShelfReader.Session session = reader.open();
    return session.view(line, session.document(line.body()), "", List.of());
  }

  private String placeAt(Spot spot, Optional<Long> moving) {
    if (!shelves.existsById(spot.shelf())) {
      throw Refusal.gone("This shelf is not there any more.");
    }
    List<LineRecord> beside =
        lines.ofShelf(spot.shelf()).stream()
            .filter(l -> l.drawerId().equals(spot.drawer()))
            .filter(l -> !moving.equals(Optional.of(l.id())))
            .toList();
    int index = -1;
    if (spot.after().isPresent()) {
      List<Long> ids = beside.stream().map(LineRecord::id).toList();
      index = ids.indexOf(spot.after().get());
      if (index < 0) {
        throw Refusal.conflict("The rule it should follow is not there any more. Choose again.");
      }
    }
    Optional<String> before = index < 0 ? Optional.empty() : Optional.of(beside.get(index).place());
    Optional<String> after =
        index + 1 < beside.size() ? Optional.of(beside.get(index + 1).place()) : Optional.empty();
    return Rank.between(before, after);
  }

  private String stored(ObjectNode document) {
    return json.writeValueAsString(store.identities().ruleToStored(document));
  }

  private static String titleOf(ObjectNode document) {
    return document.path("name").asString(document.path("divider").asString(""));
  }

  private void record(
      SignedIn by,
      String kind,
      LineRecord line,
      Optional<LineState> before,
      Optional<LineState> after) {
    ShelfRecord shelf = shelves.findById(line.shelfId()).orElseThrow();
    String owner =
        shelf
            .bayId()
            .map(id -> bays.findById(id).orElseThrow().name())
            .orElseGet(
                () -> firewalls.findById(shelf.firewallId().orElseThrow()).orElseThrow().name());
    changes.saveAndFlush(
        new ChangeRecord(
            clock.instant(),
            by.id(),
            by.displayName(),
            kind,
            line,
            owner + "/" + shelf.part(),
            before.map(json::writeValueAsString),
            after.map(json::writeValueAsString)));
  }

  private LineView sound(LineRecord line) {
    soundOrRefuse();
    return view(line);
  }

  private void soundOrRefuse() {
    try {
      working.afterEdit();
    } catch (BadDocumentException e) {
      throw Refusal.unsound(
          e.problems().stream()
              .map(
                  p ->
                      new Problem(p.pointer().replaceFirst(RULE_POINTER, ""), p.wrong(), p.right()))
              .toList());
    }
  }
}
