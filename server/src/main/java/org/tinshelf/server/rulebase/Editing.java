package org.tinshelf.server.rulebase;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.tinshelf.core.stack.RuleRef;
import org.tinshelf.exchange.document.BadDocumentException;
import org.tinshelf.exchange.document.Problem;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.estate.Bays;
import org.tinshelf.server.estate.Firewalls;
import org.tinshelf.server.estate.Turns;
import org.tinshelf.server.estate.Working;
import org.tinshelf.server.problems.Refusal;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * The edits of shelves. Each is one transaction: the row, the recorded change, and a check that the
 * whole estate is still sound; any problem undoes all three.
 */
@Component
public class Editing implements Subject {

  /** Where a line goes. */
  public record Spot(long shelf, Optional<Long> drawer, Optional<Long> after) {}

  private static final String RULE_POINTER =
      "^/((bays/\\d+/)*(firewalls/\\d+/)?(upper|lower|own)/)?\\d+(/action/drawer/\\d+)*";

  private final Lines lines;
  private final Shelves shelves;
  private final Journal journal;
  private final Bays bays;
  private final Firewalls firewalls;
  private final Working working;
  private final Turns turns;
  private final ShelfReader reader;
  private final JsonMapper json;

  Editing(
      Lines lines,
      Shelves shelves,
      Journal journal,
      Bays bays,
      Firewalls firewalls,
      Working working,
      Turns turns,
      ShelfReader reader,
      JsonMapper json) {
    this.lines = lines;
    this.shelves = shelves;
    this.journal = journal;
    this.bays = bays;
    this.firewalls = firewalls;
    this.working = working;
    this.turns = turns;
    this.reader = reader;
    this.json = json;
  }

  /** Puts a new rule at a spot. */
  @Transactional
  public LineView add(SignedIn by, Spot spot, ObjectNode document) {
    turns.take();
    return sound(added(by, spot, document));
  }

  private LineRecord added(SignedIn by, Spot spot, ObjectNode document) {
    String place = placeAt(spot, Optional.empty());
    LineRecord line =
        save(
            new LineRecord(
                spot.shelf(), spot.drawer(), place, titleOf(document), stored(document)));
    record(by, "add", line, Optional.empty(), Optional.of(state(line)));
    return line;
  }

  /** Changes a rule's fields, its drawer's rules excepted. */
  @Transactional
  public LineView change(SignedIn by, long id, long version, ObjectNode document) {
    turns.take();
    return sound(changed(by, current(id, version), document));
  }

  private LineRecord changed(SignedIn by, LineRecord line, ObjectNode document) {
    String body = stored(document);
    if (!body.equals(line.body())) {
      LineState before = state(line);
      line.says(titleOf(document), body);
      save(line);
      record(by, "change", line, Optional.of(before), Optional.of(state(line)));
    }
    return line;
  }

  /** Gives a line another stored body; whether the estate is sound is for the caller to ask. */
  void changeStored(SignedIn by, LineRecord line, String body) {
    LineState before = state(line);
    line.says(line.name(), body);
    save(line);
    record(by, "change", line, Optional.of(before), Optional.of(state(line)));
  }

  /** Moves a rule with its drawer. */
  @Transactional
  public LineView move(SignedIn by, long id, long version, Spot spot) {
    turns.take();
    return sound(moved(by, current(id, version), spot));
  }

  private LineRecord moved(SignedIn by, LineRecord line, Spot spot) {
    if (spot.shelf() != line.shelfId()) {
      throw Refusal.conflict("A rule moves within its shelf. Add it to the other shelf instead.");
    }
    for (Optional<Long> d = spot.drawer(); d.isPresent(); d = line(d.get()).drawerId()) {
      if (d.get().equals(line.id())) {
        throw Refusal.conflict("A rule cannot stand in its own drawer.");
      }
    }
    LineState before = state(line);
    line.moveTo(spot.shelf(), spot.drawer(), placeAt(spot, Optional.of(line.id())));
    save(line);
    record(by, "move", line, Optional.of(before), Optional.of(state(line)));
    return line;
  }

  /** Removes a line; it stays visible until the draft is sealed, or goes at once if it is new. */
  @Transactional
  public void remove(SignedIn by, long id, long version) {
    turns.take();
    removed(by, current(id, version));
    soundOrRefuse();
  }

  private void removed(SignedIn by, LineRecord line) {
    LineState before = state(line);
    line.removed(true);
    save(line);
    record(by, "remove", line, Optional.of(before), Optional.empty());
  }

  /**
   * Does several edits at once, all of them or none.
   *
   * @return the lines edited, in the order of the edits
   */
  @Transactional
  public List<LineView> apply(SignedIn by, List<LineEdit> edits) {
    turns.take();
    List<LineRecord> edited = new ArrayList<>();
    List<Long> ids = new ArrayList<>();
    for (LineEdit edit : edits) {
      Spot spot = edit.spot(ids);
      LineRecord line =
          switch (edit.op()) {
            case "add" -> added(by, spot, edit.document());
            case "change" -> changed(by, target(edit, ids), edit.document());
            case "move" -> moved(by, target(edit, ids), spot);
            case "remove" -> {
              LineRecord gone = target(edit, ids);
              removed(by, gone);
              yield gone;
            }
            default ->
                throw Refusal.conflict(
                    "“" + edit.op() + "” is no edit. There are add, change, move and remove.");
          };
      ids.add(line.id());
      edited.add(line);
    }
    soundOrRefuse();
    ShelfReader.Session session = reader.open();
    return edited.stream().map(session::view).toList();
  }

  /** Turns a rule on where it is not, unrecorded, for a trial; says where it stands. */
  RuleRef turnedOn(long id) {
    LineRecord line = line(id);
    ObjectNode body = (ObjectNode) json.readTree(line.body());
    if (body.has("on")) {
      body.remove("on");
      line.says(line.name(), json.writeValueAsString(body));
      save(line);
    }
    return new RuleRef(where(line), "", line.name());
  }

  private LineRecord target(LineEdit edit, List<Long> made) {
    long id = edit.idOf(edit.line(), made).orElseThrow(() -> Refusal.conflict("No line is named."));
    return edit.line() < 0 || edit.version() == null ? line(id) : current(id, edit.version());
  }

  @Override
  public Kind kind() {
    return Kind.LINE;
  }

  @Override
  public void restore(long id, Optional<String> state) {
    LineRecord line = line(id);
    if (state.isPresent()) {
      LineState was = json.readValue(state.get(), LineState.class);
      line.says(was.name(), was.body());
      line.moveTo(was.shelf(), Optional.of(was.drawer()).filter(d -> d != 0), was.place());
      line.removed(false);
    } else {
      if (lines.ofShelf(line.shelfId()).stream()
          .anyMatch(l -> !l.removed() && l.drawerId().equals(Optional.of(id)))) {
        throw Refusal.conflict("Its drawer holds rules. Take them out first.");
      }
      line.removed(true);
    }
    save(line);
  }

  private LineRecord save(LineRecord line) {
    line.touchedIn(turns.current());
    return lines.saveAndFlush(line);
  }

  private LineState state(LineRecord line) {
    String follows =
        lines.nameAbove(line.shelfId(), line.drawerId().orElse(null), line.place()).stream()
            .findFirst()
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
      String who = journal.lastOf(Kind.LINE, id, line.removed());
      throw Refusal.stale(who + " this rule before you. Nothing of yours was saved.", view(line));
    }
    return line;
  }

  LineView view(LineRecord line) {
    return reader.open().view(line);
  }

  private String placeAt(Spot spot, Optional<Long> moving) {
    if (!shelves.existsById(spot.shelf())) {
      throw Refusal.gone("This shelf is not there any more.");
    }
    Optional<String> before = Optional.empty();
    if (spot.after().isPresent()) {
      before =
          lines
              .findById(spot.after().get())
              .filter(l -> l.shelfId() == spot.shelf() && l.drawerId().equals(spot.drawer()))
              .filter(l -> !moving.equals(Optional.of(l.id())))
              .map(LineRecord::place);
      if (before.isEmpty()) {
        throw Refusal.conflict("The rule it should follow is not there any more. Choose again.");
      }
    }
    Optional<String> after =
        lines
            .placeBelow(
                spot.shelf(), spot.drawer().orElse(null), before.orElse(""), moving.orElse(0L))
            .stream()
            .findFirst();
    return Rank.between(before, after);
  }

  private String stored(ObjectNode document) {
    return json.writeValueAsString(working.identities().ruleToStored(document));
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
    String where = where(line);
    journal.record(
        by, kind, new Journal.Thing(Kind.LINE, line.id(), where, line.name()), before, after);
  }

  /** The name of the shelf a line stands on. */
  private String where(LineRecord line) {
    ShelfRecord shelf = shelves.findById(line.shelfId()).orElseThrow();
    String owner =
        shelf
            .bayId()
            .map(id -> bays.findById(id).orElseThrow().name())
            .orElseGet(
                () -> firewalls.findById(shelf.firewallId().orElseThrow()).orElseThrow().name());
    return owner + "/" + shelf.part();
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
