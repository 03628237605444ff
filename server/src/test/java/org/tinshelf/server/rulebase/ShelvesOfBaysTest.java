package org.tinshelf.server.rulebase;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A bay's shelves, drawers, and what is seen of both from a firewall. */
@ExtendWith(Running.class)
class ShelvesOfBaysTest {

  private Client client;

  @BeforeEach
  void signIn() {
    client = Running.signedIn();
  }

  @AfterEach
  void takeEverythingBack() {
    JsonNode draft = client.get("/api/draft").expect(200).json();
    for (int i = draft.size() - 1; i >= 0; i--) {
      client.post("/api/draft/" + draft.get(i).get("id").asLong() + "/undo", "").expect(204);
    }
  }

  private JsonNode named(String list, String name) {
    for (JsonNode one : client.get("/api/estate").expect(200).json().get(list)) {
      if (one.get("name").asString().equals(name)) {
        return one;
      }
    }
    throw new AssertionError(name);
  }

  private JsonNode shelves(String kind, String name) {
    long id = named(kind, name).get("id").asLong();
    return client.get("/api/" + kind + "/" + id + "/stack").expect(200).json().get("shelves");
  }

  private static ObjectNode line(JsonNode lines, String name) {
    for (JsonNode line : lines) {
      if (line.get("name").asString().equals(name)) {
        return (ObjectNode) line;
      }
    }
    throw new AssertionError(name);
  }

  @Test
  void aBaysShelvesAreEditedAtTheBayAndOnlySeenFromAFirewall() {
    List<String> seen = new ArrayList<>();
    List<Boolean> editable = new ArrayList<>();
    shelves("firewalls", "gannet-fw")
        .forEach(
            s -> {
              seen.add(s.get("name").asString());
              editable.add(s.get("editable").asBoolean());
            });
    assertEquals(
        List.of(
            "saltmarsh-ferries/upper",
            "terminals/upper",
            "gannet-fw/own",
            "terminals/lower",
            "saltmarsh-ferries/lower"),
        seen);
    assertEquals(List.of(false, false, true, false, false), editable);
    shelves("bays", "terminals").forEach(s -> assertTrue(s.get("editable").asBoolean()));
  }

  @Test
  void anEditOfABaysRuleIsFeltOnEveryFirewallBelow() {
    long before = named("firewalls", "plover-fw").get("dead").asLong();
    ObjectNode spoofed =
        line(shelves("bays", "saltmarsh-ferries").get(0).get("lines"), "spoofed from outside");
    ((ObjectNode) spoofed.get("rule")).put("on", false);
    client
        .put(
            "/api/lines/" + spoofed.get("id").asLong(),
            "{\"version\":" + spoofed.get("version") + ",\"rule\":" + spoofed.get("rule") + "}")
        .expect(200);
    assertEquals(before - 1, named("firewalls", "plover-fw").get("dead").asLong());
    assertEquals(
        "saltmarsh-ferries/upper", client.get("/api/draft").json().get(0).get("where").asString());
  }

  @Test
  void aRuleIsPutIntoADrawerAndMovedOutOfIt() {
    JsonNode own = shelves("firewalls", "headland-fw").get(2);
    ObjectNode wifi = line(own.get("lines"), "guest wifi");
    ObjectNode inside = line(wifi.get("lines"), "guest web");
    assertTrue(inside.get("position").asString().endsWith(".2"));
    String spot =
        "{\"version\":%d,\"shelf\":%d,\"after\":%d}"
            .formatted(
                inside.get("version").asLong(), own.get("id").asLong(), wifi.get("id").asLong());
    client.post("/api/lines/" + inside.get("id").asLong() + "/move", spot).expect(200);
    JsonNode lines = shelves("firewalls", "headland-fw").get(2).get("lines");
    assertFalse(line(lines, "guest web").get("position").asString().contains("."));
    assertEquals(3, line(lines, "guest wifi").get("lines").size());

    ObjectNode drawer = line(lines, "guest wifi");
    ObjectNode back = line(lines, "guest web");
    String into =
        "{\"version\":%d,\"shelf\":%d,\"drawer\":%d}"
            .formatted(
                back.get("version").asLong(), own.get("id").asLong(), drawer.get("id").asLong());
    client.post("/api/lines/" + back.get("id").asLong() + "/move", into).expect(200);
    lines = shelves("firewalls", "headland-fw").get(2).get("lines");
    assertTrue(
        line(line(lines, "guest wifi").get("lines"), "guest web")
            .get("position")
            .asString()
            .endsWith(".1"));
  }

  @Test
  void aDrawerCannotStandInItself() {
    JsonNode own = shelves("firewalls", "headland-fw").get(2);
    ObjectNode wifi = line(own.get("lines"), "guest wifi");
    String into =
        "{\"version\":%d,\"shelf\":%d,\"drawer\":%d}"
            .formatted(
                wifi.get("version").asLong(), own.get("id").asLong(), wifi.get("id").asLong());
    Client.Answer answer =
        client.post("/api/lines/" + wifi.get("id").asLong() + "/move", into).expect(409);
    assertTrue(answer.json().get("detail").asString().contains("its own drawer"));
  }

  @Test
  void whatIsGoneIsToldAsGone() {
    client.get("/api/firewalls/9999/stack").expect(404);
    client.get("/api/bays/9999/stack").expect(404);
    client.get("/api/installs/9999").expect(404);
    client.delete("/api/lines/999999?version=0").expect(404);
    client.post("/api/draft/999999/undo", "").expect(404);
    client.post("/api/shelves/9999/lines", "{\"divider\":\"x\"}").expect(404);
  }

  @Test
  void theLibraryIsListedWithWhatEachObjectHolds() {
    JsonNode objects = client.get("/api/objects").expect(200).json();
    List<String> told = new ArrayList<>();
    objects.forEach(
        o ->
            told.add(
                o.get("name").asString()
                    + " | "
                    + o.get("form").asString()
                    + " | "
                    + o.get("value").asString()));
    assertTrue(told.contains("gannet-quay | network | 10.72.16.0/23"), told.toString());
    assertTrue(told.contains("directory | group | directory-1, directory-2"));
    assertTrue(told.contains("dns | service | tcp 53 \u00b7 udp 53"));
    assertTrue(told.contains("till-printers | wildcard | 10.72.0.2/255.255.252.255"));
  }
}
