package org.tinshelf.server.rulebase;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * A rule's fields as they travel to and from the interface; an empty list is an empty field, and
 * what is missing is its default.
 *
 * @param action {@code allow}, {@code drop}, {@code reject} or {@code drawer}
 * @param end of a drawer: {@code drop}, {@code allow}, {@code reject} or {@code pass on}
 * @param endLog of a drawer's end
 */
public record RuleBody(
    String name,
    Boolean on,
    String note,
    String owner,
    String ticket,
    List<String> labels,
    String expires,
    List<String> from,
    List<String> to,
    Members source,
    Members destination,
    List<String> users,
    List<String> applications,
    Boolean standardServices,
    List<String> services,
    List<String> when,
    List<String> profiles,
    String guard,
    String action,
    String end,
    String endLog,
    String log,
    List<String> inspection,
    Boolean sourceNat,
    List<String> only) {

  /** Members of an address field; {@code not} inverts them. */
  public record Members(Boolean not, List<String> names) {}

  /** The fields of a rule of a policy document. */
  static RuleBody of(JsonNode rule) {
    JsonNode action = rule.path("action");
    boolean drawer = action.isObject();
    boolean standard = rule.path("services").isString();
    return new RuleBody(
        rule.path("name").asString(""),
        rule.path("on").asBoolean(true),
        rule.path("note").asString(""),
        rule.path("owner").asString(""),
        rule.path("ticket").asString(""),
        texts(rule.path("labels")),
        rule.path("expires").asString(""),
        texts(rule.path("from")),
        texts(rule.path("to")),
        members(rule.path("source")),
        members(rule.path("destination")),
        texts(rule.path("users")),
        texts(rule.path("applications")),
        standard,
        standard ? List.of() : texts(rule.path("services")),
        texts(rule.path("when")),
        texts(rule.path("profiles")),
        rule.path("guard").asString("none"),
        drawer ? "drawer" : action.asString("drop"),
        drawer ? action.path("end").asString("pass on") : "",
        drawer ? action.path("log").asString("none") : "",
        rule.path("log").asString("none"),
        texts(rule.path("inspection")),
        rule.path("sourceNat").asBoolean(false),
        texts(rule.path("only")));
  }

  private static List<String> texts(JsonNode list) {
    List<String> out = new ArrayList<>();
    list.forEach(n -> out.add(n.asString()));
    return out;
  }

  private static Members members(JsonNode field) {
    return field.isObject()
        ? new Members(true, texts(field.path("not")))
        : new Members(false, texts(field));
  }

  /** The rule of a policy document; a drawer comes without its rules. */
  ObjectNode toDocument() {
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    out.put("name", text(name).strip());
    if (Boolean.FALSE.equals(on)) {
      out.put("on", false);
    }
    put(out, "from", from);
    put(out, "to", to);
    put(out, "source", source);
    put(out, "destination", destination);
    put(out, "users", users);
    put(out, "applications", applications);
    if (Boolean.TRUE.equals(standardServices)) {
      out.put("services", "standard");
    } else {
      put(out, "services", services);
    }
    put(out, "when", when);
    put(out, "profiles", profiles);
    put(out, "guard", guard, "none");
    if ("drawer".equals(action)) {
      ObjectNode drawer = out.putObject("action");
      drawer.putArray("drawer");
      drawer.put("end", text(end).isEmpty() ? "pass on" : end);
      put(drawer, "log", endLog, "none");
    } else {
      out.put("action", text(action));
    }
    put(out, "log", log, "none");
    put(out, "inspection", inspection);
    if (Boolean.TRUE.equals(sourceNat)) {
      out.put("sourceNat", true);
    }
    put(out, "only", only);
    put(out, "expires", expires, "");
    put(out, "owner", owner, "");
    put(out, "ticket", ticket, "");
    put(out, "labels", labels);
    put(out, "note", note, "");
    return out;
  }

  private static String text(String value) {
    return Optional.ofNullable(value).orElse("");
  }

  private static void put(ObjectNode out, String key, String value, String otherwise) {
    if (!text(value).isEmpty() && !value.equals(otherwise)) {
      out.put(key, value);
    }
  }

  private static void put(ObjectNode out, String key, List<String> values) {
    if (values != null && !values.isEmpty()) {
      values.forEach(out.putArray(key)::add);
    }
  }

  private static void put(ObjectNode out, String key, Members members) {
    if (members != null) {
      put(
          Boolean.TRUE.equals(members.not()) ? out.putObject(key) : out,
          Boolean.TRUE.equals(members.not()) ? "not" : key,
          members.names());
      if (out.path(key).isObject() && out.path(key).isEmpty()) {
        out.remove(key);
      }
    }
  }
}
