package org.tinshelf.server.rulebase;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.tinshelf.server.estate.EstateStore;
import org.tinshelf.server.estate.TreeWords;
import org.tinshelf.server.objects.Identities;
import org.tinshelf.server.objects.ObjectKind;
import org.tinshelf.server.objects.ObjectView;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Reads shelves as they are drawn: positions, marks of the draft, drawers. */
@Component
class ShelfReader {

  private final Lines lines;
  private final Changes changes;
  private final EstateStore store;
  private final TreeWords tree;
  private final JsonMapper json;

  ShelfReader(Lines lines, Changes changes, EstateStore store, TreeWords tree, JsonMapper json) {
    this.lines = lines;
    this.changes = changes;
    this.store = store;
    this.tree = tree;
    this.json = json;
  }

  /** What is needed to draw any number of shelves at one moment. */
  final class Session {
    private final Identities identities = store.identities();
    private final Map<Long, List<ChangeRecord>> draft =
        changes.ofDraft().stream()
            .filter(c -> c.isOf(Subject.Kind.LINE))
            .collect(Collectors.groupingBy(ChangeRecord::subjectId));

    List<LineView> lines(long shelf) {
      List<LineRecord> all = lines.ofShelf(shelf);
      Map<Long, List<LineRecord>> byDrawer =
          all.stream().collect(Collectors.groupingBy(l -> l.drawerId().orElse(0L)));
      return views("", 0, byDrawer);
    }

    private List<LineView> views(String prefix, long drawer, Map<Long, List<LineRecord>> all) {
      List<LineView> out = new ArrayList<>();
      int n = 0;
      for (LineRecord row : all.getOrDefault(drawer, List.of())) {
        if (row.removed() && !isSealed(row)) {
          continue;
        }
        ObjectNode body = document(row.body());
        boolean divider = body.has("divider");
        String position = divider || row.removed() ? "" : prefix + ++n;
        out.add(view(row, body, position, views(position + ".", row.id(), all)));
      }
      return out;
    }

    /** Whether a removed line was there before the draft. */
    private boolean isSealed(LineRecord row) {
      List<ChangeRecord> edits = draft.getOrDefault(row.id(), List.of());
      return !edits.isEmpty() && !edits.get(0).kind().equals("add");
    }

    LineView view(LineRecord row, ObjectNode body, String position, List<LineView> inside) {
      boolean divider = body.has("divider");
      List<ChangeRecord> edits = draft.getOrDefault(row.id(), List.of());
      return new LineView(
          row.id(),
          row.version(),
          divider ? "divider" : "rule",
          position,
          row.name(),
          divider ? null : RuleBody.of(body),
          marks(row, edits),
          divider ? null : before(edits).orElse(null),
          inside);
    }

    ObjectNode document(String stored) {
      return identities.ruleFromStored((ObjectNode) json.readTree(stored));
    }

    private List<String> marks(LineRecord row, List<ChangeRecord> edits) {
      List<String> marks = new ArrayList<>();
      List<String> kinds = edits.stream().map(ChangeRecord::kind).toList();
      boolean added = kinds.contains("add");
      if (added) {
        marks.add("new");
      }
      if (kinds.contains("change") && !added) {
        marks.add("changed");
      }
      if (kinds.contains("move") && !added) {
        marks.add("moved");
      }
      if (row.removed()) {
        marks.add("removed");
      }
      return marks;
    }

    private Optional<RuleBody> before(List<ChangeRecord> edits) {
      return edits.stream()
          .filter(c -> c.kind().equals("change"))
          .findFirst()
          .flatMap(ChangeRecord::before)
          .map(text -> RuleBody.of(document(json.readValue(text, LineState.class).body())));
    }

    /** The line above at a recorded moment; empty for the first. */
    String follows(Optional<String> state) {
      return state.map(text -> json.readValue(text, LineState.class).follows()).orElse("");
    }

    /** A recorded state of anything but a line in a few words; empty where there was none. */
    String words(ChangeRecord change, Optional<String> state) {
      if (state.isEmpty()) {
        return "";
      }
      return switch (change.subject()) {
        case LINE -> "";
        case OBJECT -> object(change, json.readValue(state.get(), ObjectState.class));
        default -> tree.words(json.readTree(state.get()), identities);
      };
    }

    private String object(ChangeRecord change, ObjectState was) {
      ObjectKind kind =
          Arrays.stream(ObjectKind.values())
              .filter(k -> k.key().equals(change.where()))
              .findFirst()
              .orElseThrow();
      ObjectNode body = identities.objectFromStored(kind, (ObjectNode) json.readTree(was.body()));
      String value = ObjectView.value(body);
      String note = body.path("note").asString("");
      return was.name() + ": " + value + (note.isEmpty() ? "" : " – " + note);
    }

    /** A recorded state as a rule; empty for a divider. */
    Optional<RuleBody> rule(Optional<String> state) {
      return state
          .map(text -> (JsonNode) document(json.readValue(text, LineState.class).body()))
          .filter(body -> !body.has("divider"))
          .map(RuleBody::of);
    }
  }

  Session open() {
    return new Session();
  }
}
