package org.tinshelf.server.objects;

import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * One object in a line.
 *
 * @param kind {@code address}, {@code service}, {@code application}, {@code user}, {@code schedule}
 *     or {@code zone}
 * @param form how it is written, such as {@code host} or {@code group}
 * @param value its content in a few words
 * @param category of an application; empty where it has none
 */
public record ObjectView(
    long id,
    String kind,
    String name,
    String form,
    String value,
    String note,
    List<String> labels,
    String category) {

  private static final List<String> FORMS =
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
          "once");

  /** Ends the key of a protocol's source ports. */
  private static final String FROM = "From";

  /** A stored object whose body has been given its names back. */
  public static ObjectView of(ObjectRecord record, ObjectNode body) {
    List<String> labels = new ArrayList<>();
    body.path("labels").forEach(l -> labels.add(l.asString()));
    return new ObjectView(
        record.id(),
        record.kind().word(),
        record.name(),
        form(record.kind(), body),
        value(body),
        body.path("note").asString(""),
        labels,
        body.path("category").asString(""));
  }

  private static String form(ObjectKind kind, ObjectNode body) {
    if (kind == ObjectKind.ADDRESS || kind == ObjectKind.SCHEDULE) {
      for (String form : FORMS) {
        if (body.has(form)) {
          return form;
        }
      }
    }
    if (body.has("ofCategories") || body.has("ofRisk")) {
      return "matching";
    }
    return body.has("members") ? "group" : kind.word();
  }

  /** What an object holds, in a few words. */
  public static String value(ObjectNode body) {
    List<String> parts = new ArrayList<>();
    for (String key : body.propertyNames()) {
      boolean source =
          key.endsWith(FROM) && body.has(key.substring(0, key.length() - FROM.length()));
      if (!source && !List.of("name", "note", "labels", "content").contains(key)) {
        String from = body.path(key + FROM).asString("");
        parts.add(text(key, body.get(key)) + (from.isEmpty() ? "" : " from " + from));
      }
    }
    if (body.has("content")) {
      parts.add(text("now", body.get("content")));
    }
    return String.join(" · ", parts);
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
      case "host",
          "network",
          "range",
          "wildcard",
          "members",
          "weekly",
          "once",
          "domain",
          "feed",
          "category",
          "services" ->
          list;
      case "ofCategories" -> "all of " + list;
      case "ofRisk" -> "risk " + list;
      case "except" -> "except " + list;
      default -> key + " " + list;
    };
  }

  private static String window(JsonNode w) {
    List<String> days = new ArrayList<>();
    w.path("days").forEach(d -> days.add(d.asString()));
    String times = w.path("from").asString("") + "–" + w.path("to").asString("");
    return days.isEmpty() ? times : String.join(" ", days) + " " + times;
  }
}
