package org.tinshelf.server.objects;

import java.util.ArrayList;
import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.server.estate.EstateStore;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The library, as pickers need it. */
@RestController
class ObjectsController {

  /**
   * One object.
   *
   * @param kind {@code address}, {@code service}, {@code application}, {@code user}, {@code
   *     schedule} or {@code zone}
   * @param form how it is written, such as {@code host} or {@code group}
   * @param value its content in a few words
   */
  record ObjectView(
      long id,
      String kind,
      String name,
      String form,
      String value,
      String note,
      List<String> labels) {}

  private final Objects objects;
  private final EstateStore store;
  private final JsonMapper json;

  ObjectsController(Objects objects, EstateStore store, JsonMapper json) {
    this.objects = objects;
    this.store = store;
    this.json = json;
  }

  @GetMapping("/api/objects")
  @Transactional(readOnly = true)
  public List<ObjectView> all() {
    Identities identities = store.identities();
    List<ObjectView> out = new ArrayList<>();
    for (ObjectRecord o : objects.findAllByOrderBySeatAscIdAsc()) {
      ObjectNode body = identities.objectFromStored(o.kind(), (ObjectNode) json.readTree(o.body()));
      List<String> labels = new ArrayList<>();
      body.path("labels").forEach(l -> labels.add(l.asString()));
      out.add(
          new ObjectView(
              o.id(),
              o.kind().word(),
              o.name(),
              form(o.kind(), body),
              value(body),
              body.path("note").asString(""),
              labels));
    }
    return out;
  }

  private static String form(ObjectKind kind, ObjectNode body) {
    if (kind == ObjectKind.ADDRESS || kind == ObjectKind.SCHEDULE) {
      for (String form :
          List.of(
              "host",
              "network",
              "range",
              "wildcard",
              "domain",
              "feed",
              "countries",
              "labelled",
              "weekly",
              "once")) {
        if (body.has(form)) {
          return form;
        }
      }
    }
    return body.has("members") ? "group" : kind.word();
  }

  private static String value(ObjectNode body) {
    List<String> parts = new ArrayList<>();
    for (String key : body.propertyNames()) {
      if (!List.of("note", "labels", "content").contains(key)) {
        parts.add(text(key, body.get(key)));
      }
    }
    if (body.has("content")) {
      parts.add(text("now", body.get("content")));
    }
    return String.join(" \u00b7 ", parts);
  }

  private static String text(String key, JsonNode value) {
    List<String> items = new ArrayList<>();
    if (value.isArray()) {
      value.forEach(v -> items.add(v.isObject() ? window(v) : v.asString()));
    } else if (value.isObject()) {
      items.add(window(value));
    } else {
      items.add(value.asString());
    }
    String list = String.join(", ", items);
    return switch (key) {
      case "host", "network", "range", "wildcard", "members", "weekly", "once", "domain", "feed" ->
          list;
      case "except" -> "except " + list;
      default -> key + " " + list;
    };
  }

  private static String window(JsonNode w) {
    List<String> days = new ArrayList<>();
    w.path("days").forEach(d -> days.add(d.asString()));
    String times = w.path("from").asString("") + "\u2013" + w.path("to").asString("");
    return days.isEmpty() ? times : String.join(" ", days) + " " + times;
  }
}
