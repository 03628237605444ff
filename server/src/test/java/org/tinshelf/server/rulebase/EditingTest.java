package org.tinshelf.server.rulebase;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A rule's life through the HTTP interface, on the demo's Sandpiper berth. */
@ExtendWith(Running.class)
class EditingTest {

  private Client client;
  private long firewall;

  @BeforeEach
  void signIn() {
    client = Running.signedIn();
    for (JsonNode f : client.get("/api/estate").expect(200).json().get("firewalls")) {
      if (f.get("name").asString().equals("sandpiper-fw")) {
        firewall = f.get("id").asLong();
      }
    }
  }

  @AfterEach
  void takeEverythingBack() {
    JsonNode draft = client.get("/api/draft").expect(200).json();
    for (int i = draft.size() - 1; i >= 0; i--) {
      client.post("/api/draft/" + draft.get(i).get("id").asLong() + "/undo", "").expect(204);
    }
  }

  private JsonNode own() {
    for (JsonNode shelf :
        client.get("/api/firewalls/" + firewall + "/stack").json().get("shelves")) {
      if (shelf.get("part").asString().equals("own")) {
        return shelf;
      }
    }
    throw new AssertionError("no own shelf");
  }

  private ObjectNode line(String name) {
    for (JsonNode line : own().get("lines")) {
      if (line.get("name").asString().equals(name)) {
        return (ObjectNode) line;
      }
    }
    throw new AssertionError("no rule " + name);
  }

  private List<String> names() {
    List<String> names = new ArrayList<>();
    own().get("lines").forEach(l -> names.add(l.get("name").asString()));
    return names;
  }

  private List<String> findings(String rule) {
    List<String> kinds = new ArrayList<>();
    for (JsonNode r : client.get("/api/firewalls/" + firewall + "/check").json().get("rules")) {
      if (r.get("rule").get("name").asString().equals(rule)) {
        r.get("findings").forEach(f -> kinds.add(f.get("kind").asString()));
      }
    }
    return kinds;
  }

  private Client.Answer change(ObjectNode line, String field, String json) {
    ObjectNode rule = (ObjectNode) line.get("rule");
    rule.set(field, tools.jackson.databind.json.JsonMapper.builder().build().readTree(json));
    return client.put(
        "/api/lines/" + line.get("id").asLong(),
        "{\"version\":" + line.get("version").asLong() + ",\"rule\":" + rule + "}");
  }

  @Test
  void aDeadRuleComesAliveWhenWhatShadowsItIsTurnedOff() {
    assertEquals(List.of("shadowed"), findings("museum shop cards"));
    change(line("museum ship blocked"), "on", "false").expect(200);
    assertEquals(List.of("uninspected"), findings("museum shop cards"));
    assertEquals("changed", line("museum ship blocked").get("marks").get(0).asString());
    assertTrue(line("museum ship blocked").get("before").get("on").asBoolean());
  }

  @Test
  void aDeadRuleComesAliveWhenItIsMovedAbove() {
    ObjectNode cards = line("museum shop cards");
    String spot =
        "{\"version\":%d,\"shelf\":%d,\"after\":%d}"
            .formatted(
                cards.get("version").asLong(),
                own().get("id").asLong(),
                line("museum ship").get("id").asLong());
    client.post("/api/lines/" + cards.get("id").asLong() + "/move", spot).expect(200);
    assertEquals(names().indexOf("museum ship") + 1, names().indexOf("museum shop cards"));
    assertFalse(findings("museum shop cards").contains("shadowed"));
    assertEquals("moved", line("museum shop cards").get("marks").get(0).asString());
  }

  @Test
  void aNewRuleStandsWhereItWasPutAndLeavesWhenUndone() {
    ObjectNode rule = (ObjectNode) line("museum ship").get("rule").deepCopy();
    rule.put("name", "museum café");
    long after = line("museum ship").get("id").asLong();
    String path = "/api/shelves/" + own().get("id").asLong() + "/lines";
    client.post(path, "{\"after\":" + after + ",\"rule\":" + rule + "}").expect(201);
    assertEquals(names().indexOf("museum ship") + 1, names().indexOf("museum café"));
    assertEquals(List.of("redundant"), findings("museum café"));
    takeEverythingBack();
    assertFalse(names().contains("museum café"));
  }

  @Test
  void whoHasSeenACheckHearsOnlyWhatIsDifferentNow() {
    String path = "/api/firewalls/" + firewall + "/check";
    JsonNode whole = client.get(path).json();
    assertTrue(whole.get("whole").asBoolean());
    change(line("museum shop cards"), "on", "false").expect(200);
    JsonNode some = client.get(path + "?since=" + whole.get("version").asString()).json();
    assertFalse(some.get("whole").asBoolean());
    assertTrue(some.get("rules").size() < whole.get("rules").size());
    assertTrue(some.toString().contains("museum shop cards"));
    assertTrue(client.get(path + "?since=unknown").json().get("whole").asBoolean());
  }

  @Test
  void aStackIsNotSentAgainToWhoHasItsLatestVersion() {
    String path = "/api/firewalls/" + firewall + "/stack";
    String seen = "\"" + client.get(path).json().get("version").asString() + "\"";
    client.get(path, "If-None-Match", seen).expect(304);
    change(line("museum shop cards"), "on", "false").expect(200);
    client.get(path, "If-None-Match", seen).expect(200);
  }

  @Test
  void anEditTellsWhichVersionOfTheStackItLeadsTo() {
    String path = "/api/firewalls/" + firewall + "/stack";
    String before = client.get(path).json().get("version").asString();
    String edit =
        "{\"edits\": [{\"op\": \"remove\", \"line\": "
            + line("museum shop cards").get("id")
            + "}]}";
    JsonNode edited = client.post("/api/edits", edit).expect(200).json();
    assertEquals(before, edited.get("before").asString());
    assertEquals(client.get(path).json().get("version"), edited.get("version"));
  }

  @Test
  void aRemovedRuleStaysVisibleButCountsNoMore() {
    ObjectNode ship = line("museum ship blocked");
    String path =
        "/api/lines/" + ship.get("id").asLong() + "?version=" + ship.get("version").asLong();
    client.delete(path).expect(204);
    assertEquals("removed", line("museum ship blocked").get("marks").get(0).asString());
    assertEquals("", line("museum ship blocked").get("position").asString());
    assertEquals(List.of("uninspected"), findings("museum shop cards"));
  }

  @Test
  void theSecondEditorIsShownTheFirstOnesChangeAndLosesNothing() {
    ObjectNode seenByBoth = line("museum ship");
    change(seenByBoth.deepCopy(), "note", "\"first\"").expect(200);
    Client.Answer answer = change(seenByBoth.deepCopy(), "note", "\"second\"").expect(409);
    JsonNode problem = answer.json();
    assertEquals("first", problem.get("current").get("rule").get("note").asString());
    assertTrue(problem.get("detail").asString().contains("Ida changed this rule before you"));
    assertEquals("first", line("museum ship").get("rule").get("note").asString());
  }

  @Test
  void aMistakeIsRefusedWithItsPlaceAndNothingIsKept() {
    Client.Answer answer =
        change(line("museum ship"), "source", "{\"not\":false,\"names\":[\"10.0.0.1/24\"]}")
            .expect(422);
    JsonNode problem = answer.json().get("problems").get(0);
    assertEquals("/source/0", problem.get("pointer").asString());
    assertEquals("write 10.0.0.0/24", problem.get("right").asString());
    assertEquals(0, client.get("/api/draft").json().size());
    change(line("museum ship"), "name", "\"old proxy\"").expect(422);
    assertEquals(0, client.get("/api/draft").json().size());
  }

  @Test
  void aChangeIsUndoneAloneOnlyWhileNothingLaterBuildsOnIt() {
    change(line("museum ship"), "note", "\"one\"").expect(200);
    change(line("museum ship"), "note", "\"two\"").expect(200);
    JsonNode draft = client.get("/api/draft").json();
    assertFalse(draft.get(0).get("undoable").asBoolean());
    client.post("/api/draft/" + draft.get(0).get("id").asLong() + "/undo", "").expect(409);
    client.post("/api/draft/" + draft.get(1).get("id").asLong() + "/undo", "").expect(204);
    assertEquals("one", line("museum ship").get("rule").get("note").asString());
  }

  @Test
  void theDraftTellsWhoChangedWhatFromWhatToWhat() {
    change(line("museum ship"), "log", "\"both\"").expect(200);
    JsonNode change = client.get("/api/draft").json().get(0);
    assertEquals("Ida", change.get("who").asString());
    assertEquals("sandpiper-fw/own", change.get("where").asString());
    assertEquals("none", change.get("before").get("log").asString());
    assertEquals("both", change.get("after").get("log").asString());
  }

  @Test
  void objectsAreReferredToByIdentity() {
    String body =
        Running.context()
            .getBean(JdbcTemplate.class)
            .queryForObject("select body from line where name = 'museum shop cards'", String.class);
    assertFalse(body.contains("card-acquirer"), body);
    assertTrue(body.contains("\"#"), body);
  }

  @Test
  void aSealedRevisionNeverChanges() {
    JdbcTemplate jdbc = Running.context().getBean(JdbcTemplate.class);
    assertThrows(
        RuntimeException.class,
        () -> jdbc.update("update revision set note = 'x' where number = 1"));
    assertThrows(RuntimeException.class, () -> jdbc.update("delete from revision"));
  }
}
