package org.tinshelf.exchange.document;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.model.Zone;

/** Reads shelves and their rules. */
final class RulesReader {

  private static final Map<String, Action> ACTIONS =
      Cursor.words(List.of(Action.values()), Action::word);
  private static final Map<String, Log> LOGS = Cursor.words(List.of(Log.values()), Log::word);
  private static final Map<String, Guard> GUARDS =
      Cursor.words(List.of(Guard.values()), Guard::word);
  private static final Map<String, Profile> PROFILES =
      Cursor.words(List.of(Profile.values()), Profile::word);
  private static final String[] KEYS = {
    "name",
    "on",
    "note",
    "owner",
    "ticket",
    "labels",
    "expires",
    "from",
    "to",
    "source",
    "destination",
    "users",
    "applications",
    "services",
    "when",
    "profiles",
    "guard",
    "action",
    "log",
    "inspection",
    "sourceNat",
    "only"
  };

  private final References references;
  private final ObjectsReader objects;

  RulesReader(References references) {
    this.references = references;
    this.objects = new ObjectsReader(references);
  }

  /** The lines of a shelf; {@code only} stands in a bay's alone. */
  List<Line> shelf(Optional<Cursor> at, boolean ofBay) {
    return at.map(c -> lines(c.items(), ofBay, new HashMap<>())).orElse(List.of());
  }

  private List<Line> lines(List<Cursor> items, boolean ofBay, Map<String, String> names) {
    List<Line> lines = new ArrayList<>();
    for (Cursor item : items) {
      if (item.isObject() && item.has("divider")) {
        item.object("divider");
        lines.add(new Line.Divider(item.text("divider", "")));
      } else if (item.object(KEYS)) {
        lines.add(rule(item, ofBay, names));
      }
    }
    return lines;
  }

  private Rule rule(Cursor at, boolean ofBay, Map<String, String> names) {
    About about = objects.about(at);
    String name = about.name();
    String first = name.isEmpty() ? null : names.putIfAbsent(name, at.pointer());
    if (first != null) {
      at.at("name")
          .problem("the rule name '" + name + "' is taken by " + first, "choose another name");
    }
    if (at.has("only") && !ofBay) {
      at.at("only").problem("'only' stands in a bay's shelf", "remove it");
    }
    return new Rule(
        about,
        at.flag("on", true),
        at.text("owner", ""),
        at.text("ticket", ""),
        at.find("expires").flatMap(c -> c.parse(LocalDate::parse, "write it as 2027-03-31")),
        names(at, "from", References.Kind.ZONE),
        names(at, "to", References.Kind.ZONE),
        members(at, "source"),
        members(at, "destination"),
        at.texts("users"),
        names(at, "applications", References.Kind.APPLICATION),
        services(at),
        names(at, "when", References.Kind.SCHEDULE),
        at.items("profiles").stream().map(c -> c.choice(PROFILES, Profile.OFFICE)).toList(),
        at.choice("guard", GUARDS, Guard.NONE),
        action(at, ofBay, names),
        at.choice("log", LOGS, Log.NONE),
        at.texts("inspection"),
        at.flag("sourceNat", false),
        names(at, "only", References.Kind.FIREWALL));
  }

  private List<String> names(Cursor at, String key, References.Kind kind) {
    List<String> names = new ArrayList<>();
    for (Cursor item : at.items(key)) {
      String name = item.text().strip();
      names.add(name);
      boolean reserved =
          kind == References.Kind.ZONE && (name.equals(Zone.SELF) || name.equals(Zone.ANY));
      if (item.isText() && !reserved) {
        references.use(kind, name, item);
      }
    }
    return names;
  }

  private Members members(Cursor at, String key) {
    Optional<Cursor> value = at.find(key);
    if (value.isEmpty()) {
      return Members.ANY;
    }
    if (value.get().isObject()) {
      value.get().object("not");
      if (!value.get().has("not")) {
        value.get().problem("nothing is inverted", "write {\"not\": […]}");
      }
      List<String> names = objects.addressNames(value.get().items("not"));
      return new Members(!names.isEmpty(), names);
    }
    return new Members(false, objects.addressNames(value.get().items()));
  }

  private Rule.Services services(Cursor at) {
    Optional<Cursor> value = at.find("services");
    if (value.isPresent() && value.get().isText()) {
      value.get().choice(Map.of("standard", true), true);
      return new Rule.Services.Standard();
    }
    return new Rule.Services.Listed(objects.serviceNames(at.items("services")));
  }

  private RuleAction action(Cursor at, boolean ofBay, Map<String, String> names) {
    Optional<Cursor> value = at.find("action");
    if (value.isEmpty()) {
      at.problem("the key 'action' is missing", "write allow, drop, reject or a drawer");
      return new RuleAction.Decide(Action.DROP);
    }
    if (!value.get().isObject()) {
      return new RuleAction.Decide(value.get().choice(ACTIONS, Action.DROP));
    }
    Cursor drawer = value.get();
    drawer.object("drawer", "end", "log");
    for (String key : List.of("drawer", "end")) {
      if (!drawer.has(key)) {
        drawer.problem(
            "the key '" + key + "' is missing",
            "a drawer has its rules, and an end: drop, allow, reject or pass on");
      }
    }
    Map<String, Optional<Action>> ends = new java.util.LinkedHashMap<>();
    ACTIONS.forEach((word, action) -> ends.put(word, Optional.of(action)));
    ends.put("pass on", Optional.empty());
    return new RuleAction.Drawer(
        lines(drawer.items("drawer"), ofBay, names),
        drawer.choice("end", ends, Optional.empty()),
        drawer.choice("log", LOGS, Log.NONE));
  }
}
