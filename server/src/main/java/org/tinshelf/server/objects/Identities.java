package org.tinshelf.server.objects;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Turns the names in parts of a policy document into identities ({@code #17}) and back, so that
 * what is stored does not change when an object is renamed. Literals and plain users stay as they
 * are; no name begins with {@code #}.
 */
public final class Identities {

  private static final Map<String, String> RULE_KEYS =
      Map.of(
          "from", "zone",
          "to", "zone",
          "source", "address",
          "destination", "address",
          "users", "user",
          "applications", "application",
          "services", "service",
          "when", "schedule",
          "only", "firewall");

  private final Map<String, Map<String, String>> idByName = new HashMap<>();
  private final Map<String, String> nameById = new HashMap<>();

  /** An object of the library. */
  public void add(ObjectRecord object) {
    add(object.kind().word(), object.id(), object.name(), "#");
  }

  /** A firewall. */
  public void addFirewall(long id, String name) {
    add("firewall", id, name, "#f");
  }

  private void add(String kind, long id, String name, String prefix) {
    idByName.computeIfAbsent(kind, k -> new HashMap<>()).put(name, prefix + id);
    nameById.put(prefix + id, name);
  }

  /** By identity, every name; equal where stored lines read the same. */
  public Map<String, String> names() {
    return nameById;
  }

  /** A rule as it is stored. */
  public ObjectNode ruleToStored(ObjectNode rule) {
    return rule(
        rule, kind -> name -> idByName.getOrDefault(kind, Map.of()).getOrDefault(name, name));
  }

  /** A stored rule as it stands in a document. */
  public ObjectNode ruleFromStored(ObjectNode rule) {
    return rule(rule, kind -> id -> nameById.getOrDefault(id, id));
  }

  private interface Renaming {
    UnaryOperator<String> of(String kind);
  }

  private static ObjectNode rule(ObjectNode rule, Renaming renaming) {
    ObjectNode out = rule.deepCopy();
    RULE_KEYS.forEach(
        (key, kind) -> {
          JsonNode value = out.get(key);
          if (value instanceof ArrayNode list) {
            out.set(key, each(list, renaming.of(kind)));
          } else if (value instanceof ObjectNode inverted
              && inverted.get("not") instanceof ArrayNode list) {
            inverted.set("not", each(list, renaming.of(kind)));
          }
        });
    return out;
  }

  /** An object as it is stored. */
  public ObjectNode objectToStored(ObjectKind kind, ObjectNode object) {
    return object(kind, object, k -> n -> idByName.getOrDefault(k, Map.of()).getOrDefault(n, n));
  }

  /** A stored object as it stands in a document. */
  public ObjectNode objectFromStored(ObjectKind kind, ObjectNode object) {
    return object(kind, object, k -> id -> nameById.getOrDefault(id, id));
  }

  private static ObjectNode object(ObjectKind kind, ObjectNode object, Renaming renaming) {
    ObjectNode out = object.deepCopy();
    for (String key : kind.memberKeys()) {
      if (out.get(key) instanceof ArrayNode list) {
        out.set(key, each(list, renaming.of(kind.word())));
      }
    }
    if (kind == ObjectKind.APPLICATION && out.get("services") instanceof ArrayNode list) {
      out.set("services", each(list, renaming.of("service")));
    }
    return out;
  }

  /** A list of names of one kind as it is stored. */
  public ArrayNode toStored(ObjectKind kind, List<String> names) {
    ArrayNode list = JsonNodeFactory.instance.arrayNode();
    names.forEach(list::add);
    return each(list, n -> idByName.getOrDefault(kind.word(), Map.of()).getOrDefault(n, n));
  }

  /** A stored list as names. */
  public ArrayNode fromStored(ArrayNode list) {
    return each(list, id -> nameById.getOrDefault(id, id));
  }

  private static ArrayNode each(ArrayNode list, UnaryOperator<String> renaming) {
    ArrayNode out = JsonNodeFactory.instance.arrayNode();
    list.forEach(n -> out.add(n.isString() ? renaming.apply(n.asString()) : n.toString()));
    return out;
  }
}
