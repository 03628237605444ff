package org.tinshelf.server.estate;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.tinshelf.server.objects.Identities;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;

/** Says recorded states of bays, firewalls and the estate in a few words. */
@Component
public class TreeWords {

  private static final Map<String, String> PLAIN =
      Map.of("kind", "", "platform", "platform ", "timeZone", "", "device", "device ");

  private final Bays bays;
  private final JsonMapper json;

  TreeWords(Bays bays, JsonMapper json) {
    this.bays = bays;
    this.json = json;
  }

  /** A {@link BayState}, {@link FirewallState} or {@link EstateState} as it was recorded. */
  public String words(JsonNode state, Identities identities) {
    List<String> out = new ArrayList<>();
    out.add(state.path("name").asString(""));
    bay(out, state.path("parent"));
    bay(out, state.path("bay"));
    if (state.path("floorKind").isString()) {
      String log = state.path("floorLog").asBoolean(false) ? ", logged" : "";
      out.add("floor " + state.path("floorKind").asString() + log);
    }
    if (state.path("body").isString()) {
      firewall(out, json.readTree(state.path("body").asString()));
    }
    if (!state.path("url").asString("").isEmpty()) {
      out.add("managed at " + state.path("url").asString());
    }
    if (state.path("management").isString()) {
      ArrayNode stored = (ArrayNode) json.readTree(state.path("management").asString());
      List<String> names = new ArrayList<>();
      identities.fromStored(stored).forEach(n -> names.add(n.asString()));
      out.add("managed from " + (names.isEmpty() ? "nowhere" : String.join(", ", names)));
    }
    if (state.path("asks").isString()) {
      out.add("asks " + state.path("asks").asString());
    }
    out.removeIf(String::isEmpty);
    return String.join(" · ", out);
  }

  private void bay(List<String> out, JsonNode id) {
    if (id.isNumber()) {
      bays.findById(id.asLong()).ifPresent(b -> out.add("in " + b.name()));
    }
  }

  private static void firewall(List<String> out, JsonNode body) {
    List.of("kind", "platform", "timeZone", "device")
        .forEach(
            key -> {
              if (!body.path(key).asString("").isEmpty()) {
                out.add(PLAIN.get(key) + body.path(key).asString());
              }
            });
    body.path("interfaces")
        .forEach(
            i -> {
              List<String> addresses = new ArrayList<>();
              i.path("addresses").forEach(a -> addresses.add(a.asString()));
              String zone = i.path("zone").asString("");
              out.add(
                  i.path("name").asString("")
                      + (zone.isEmpty() ? " in no zone" : " in " + zone)
                      + (addresses.isEmpty() ? "" : " " + String.join(" ", addresses))
                      + (i.path("transparent").asBoolean(false) ? " transparent" : ""));
            });
    body.path("routes")
        .forEach(r -> out.add(r.path("to").asString("") + " via " + r.path("via").asString("")));
  }
}
