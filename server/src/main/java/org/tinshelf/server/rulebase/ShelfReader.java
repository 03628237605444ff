package org.tinshelf.server.rulebase;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.tinshelf.server.estate.TreeWords;
import org.tinshelf.server.estate.Working;
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
  private final Working working;
  private final TreeWords tree;
  private final JsonMapper json;

  ShelfReader(Lines lines, Changes changes, Working working, TreeWords tree, JsonMapper json) {
    this.lines = lines;
    this.changes = changes;
    this.working = working;
    this.tree = tree;
    this.json = json;
  }

  /** More unknown lines than this are fetched with their whole shelf. */
  private static final int FEW = 500;

  /** How many lines above another are looked at to find one that is shown. */
  private static final int NEAR = 16;

  /** What a line says; nothing for a divider. */
  private record Said(long version, Optional<RuleBody> rule) {}

  /** What committed lines say, for as long as all names are the same; never changed. */
  private record Remembered(Map<String, String> names, Map<Long, Said> said) {}

  private volatile Remembered remembered = new Remembered(Map.of(), Map.of());

  /** What is needed to draw any number of shelves at one moment. */
  final class Session {
    private final Identities identities = working.identities();
    private final Map<Long, List<ChangeRecord>> draft =
        changes.ofDraft().stream()
            .filter(c -> c.isOf(Subject.Kind.LINE))
            .collect(Collectors.groupingBy(ChangeRecord::subjectId));

    List<LineView> lines(long shelf) {
      List<Lines.Head> all = lines.headsOf(shelf);
      Map<Long, Said> said = said(all);
      Map<Long, List<Lines.Head>> byDrawer =
          all.stream().collect(Collectors.groupingBy(h -> h.drawer() == null ? 0 : h.drawer()));
      return views("", 0, byDrawer, said);
    }

    private List<LineView> views(
        String prefix, long drawer, Map<Long, List<Lines.Head>> all, Map<Long, Said> said) {
      List<LineView> out = new ArrayList<>();
      int n = 0;
      for (Lines.Head head : all.getOrDefault(drawer, List.of())) {
        if (!shown(head)) {
          continue;
        }
        Optional<RuleBody> rule = said.get(head.id()).rule;
        String position = rule.isEmpty() || head.removed() ? "" : prefix + ++n;
        List<LineView> inside =
            all.containsKey(head.id()) ? views(position + ".", head.id(), all, said) : List.of();
        out.add(view(head, rule, position, inside));
      }
      return out;
    }

    /** What lines say; of those that are as before, what was read then. */
    private Map<Long, Said> said(List<Lines.Head> heads) {
      Remembered old = remembered;
      Map<Long, Said> known = old.names.equals(identities.names()) ? old.said : new HashMap<>();
      List<Long> unknown =
          heads.stream()
              .filter(h -> !known.containsKey(h.id()) || known.get(h.id()).version != h.version())
              .map(Lines.Head::id)
              .toList();
      if (unknown.isEmpty()) {
        return known;
      }
      Map<Long, Said> all = new HashMap<>(known);
      List<LineRecord> rows =
          unknown.size() > FEW ? lines.ofShelf(heads.get(0).shelf()) : lines.findAllById(unknown);
      for (LineRecord row : rows) {
        ObjectNode body = document(row.body());
        Optional<RuleBody> rule =
            body.has("divider") ? Optional.empty() : Optional.of(RuleBody.of(body));
        all.put(row.id(), new Said(row.version(), rule));
      }
      remembered = new Remembered(Map.copyOf(identities.names()), all);
      return all;
    }

    /** Whether a line is there, or removed in the draft and there before it. */
    private boolean shown(Lines.Head head) {
      List<ChangeRecord> edits = draft.getOrDefault(head.id(), List.of());
      return !head.removed() || !edits.isEmpty() && !edits.get(0).kind().equals("add");
    }

    /** A line as it stands in the current transaction, without its place. */
    LineView view(LineRecord row) {
      ObjectNode body = document(row.body());
      Optional<RuleBody> rule =
          body.has("divider") ? Optional.empty() : Optional.of(RuleBody.of(body));
      return view(row.head(), rule, "", List.of());
    }

    /**
     * A line with the place it has in the current transaction; nothing where that would take
     * looking through much of its shelf.
     */
    Optional<PlacedLine> placed(LineRecord row) {
      Long drawer = row.drawerId().orElse(null);
      List<Lines.Head> above = lines.nearestAbove(row.shelfId(), drawer, row.place(), NEAR);
      Optional<Long> after = above.stream().filter(this::shown).map(Lines.Head::id).findFirst();
      if (after.isEmpty() && above.size() == NEAR) {
        return Optional.empty();
      }
      return Optional.of(
          new PlacedLine(view(row), row.shelfId(), drawer, after.orElse(null), shown(row.head())));
    }

    private LineView view(
        Lines.Head head, Optional<RuleBody> rule, String position, List<LineView> inside) {
      List<ChangeRecord> edits = draft.getOrDefault(head.id(), List.of());
      return new LineView(
          head.id(),
          head.version(),
          rule.isPresent() ? "rule" : "divider",
          position,
          head.name(),
          rule.orElse(null),
          marks(head.removed(), edits),
          rule.isPresent() ? before(edits).orElse(null) : null,
          inside);
    }

    ObjectNode document(String stored) {
      return identities.ruleFromStored((ObjectNode) json.readTree(stored));
    }

    private List<String> marks(boolean removed, List<ChangeRecord> edits) {
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
      if (removed) {
        marks.add("removed");
      }
      return marks;
    }

    /** What a line that was there before the draft said then, if it was changed since. */
    private Optional<RuleBody> before(List<ChangeRecord> edits) {
      if (edits.stream().anyMatch(c -> c.kind().equals("add"))) {
        return Optional.empty();
      }
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

  /** Steps of more lines are not told line by line. */
  private static final int MANY = 100;

  /** The lines that later turns touched, as they are now; empty where that is much. */
  Optional<List<PlacedLine>> placedSince(long turn) {
    List<Long> touched = lines.headsSince(turn).stream().map(Lines.Head::id).toList();
    return touched.isEmpty() ? Optional.of(List.of()) : placed(touched);
  }

  /** Lines as they are now, in an order in which they can be put in place; empty where not. */
  Optional<List<PlacedLine>> placed(List<Long> ids) {
    if (ids.size() > MANY) {
      return Optional.empty();
    }
    Session session = open();
    List<PlacedLine> placed =
        lines.findAllById(ids).stream()
            .sorted(
                Comparator.comparing((LineRecord line) -> line.drawerId().isPresent())
                    .thenComparing(LineRecord::place))
            .flatMap(line -> session.placed(line).stream())
            .toList();
    return placed.size() == ids.size() ? Optional.of(placed) : Optional.empty();
  }

  Session open() {
    return new Session();
  }
}
