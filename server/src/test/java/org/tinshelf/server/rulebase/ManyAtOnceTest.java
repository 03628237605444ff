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

/** Edits of many lines that are one step, what they would do, and going back and forth. */
@ExtendWith(Running.class)
class ManyAtOnceTest {

  private Client client;

  @BeforeEach
  void signIn() {
    client = Running.signedIn();
  }

  @AfterEach
  void takeEverythingBack() {
    while (!client.get("/api/draft").json().isEmpty()) {
      client.post("/api/draft/undo", "").expect(200);
    }
  }

  private String stackPath() {
    for (JsonNode one : client.get("/api/estate").json().get("firewalls")) {
      if (one.get("name").asString().equals("sandpiper-fw")) {
        return "/api/firewalls/" + one.get("id") + "/stack";
      }
    }
    throw new AssertionError();
  }

  private JsonNode own() {
    for (JsonNode shelf : client.get(stackPath()).expect(200).json().get("shelves")) {
      if (shelf.get("part").asString().equals("own")) {
        return shelf;
      }
    }
    throw new AssertionError();
  }

  private List<JsonNode> rules() {
    List<JsonNode> rules = new ArrayList<>();
    own().get("lines").forEach(l -> rules.add(l));
    rules.removeIf(l -> !l.get("kind").asString().equals("rule"));
    return rules;
  }

  private static String names(List<JsonNode> lines) {
    return String.join(",", lines.stream().map(l -> l.get("name").asString()).toList());
  }

  private static String edits(List<String> edits) {
    return "{\"edits\": [" + String.join(",", edits) + "]}";
  }

  @Test
  void whatIsDoneAtOnceIsUndoneAndDoneAgainAtOnce() {
    List<JsonNode> before = rules();
    List<String> off = new ArrayList<>();
    for (JsonNode line : before) {
      ObjectNode rule = ((ObjectNode) line.get("rule")).put("on", false);
      off.add(
          "{\"op\": \"change\", \"line\": %s, \"version\": %s, \"rule\": %s}"
              .formatted(line.get("id"), line.get("version"), rule));
    }
    client.post("/api/edits", edits(off)).expect(200);
    assertTrue(rules().stream().noneMatch(l -> l.at("/rule/on").asBoolean()));
    client.post("/api/draft/undo", "").expect(200);
    assertEquals(0, client.get("/api/draft").json().size());
    assertTrue(rules().stream().anyMatch(l -> l.at("/rule/on").asBoolean()));
    client.post("/api/draft/redo", "").expect(200);
    assertTrue(rules().stream().noneMatch(l -> l.at("/rule/on").asBoolean()));
    client.post("/api/draft/redo", "").expect(409);
  }

  @Test
  void anUndoneRuleIsNotShownAndANewEditEndsDoingAgain() {
    String before = names(rules());
    String add =
        edits(
            List.of(
                "{\"op\": \"add\", \"shelf\": %s, \"divider\": \"Harbour office\"}"
                    .formatted(own().get("id"))));
    client.post("/api/edits", add).expect(200);
    client.post("/api/draft/undo", "").expect(200);
    assertEquals(before, names(rules()));
    assertFalse(own().toString().contains("Harbour office"));
    client.post("/api/edits", add).expect(200);
    client.post("/api/draft/redo", "").expect(409);
  }

  @Test
  void allAreDoneOrNone() {
    List<JsonNode> before = rules();
    JsonNode first = before.get(0);
    String path =
        edits(
            List.of(
                "{\"op\": \"remove\", \"line\": %s, \"version\": %s}"
                    .formatted(first.get("id"), first.get("version")),
                "{\"op\": \"remove\", \"line\": %s, \"version\": 999}"
                    .formatted(before.get(1).get("id"))));
    client.post("/api/edits", path).expect(409);
    assertEquals(names(before), names(rules()));
    assertEquals(0, client.get("/api/draft").json().size());
  }

  @Test
  void aDrawerMadeOfRulesChangesNoTraffic() {
    List<JsonNode> some = rules().subList(1, 4);
    String shelf = own().get("id").toString();
    ObjectNode drawer = ((ObjectNode) some.get(0).get("rule").deepCopy());
    drawer.put("name", "kept together").put("action", "drawer").put("end", "pass on");
    drawer.put("log", "none").put("on", true);
    for (String field : List.of("from", "to", "users", "applications", "services", "when")) {
      drawer.putArray(field);
    }
    for (String field : List.of("source", "destination")) {
      drawer.putObject(field).put("not", false).putArray("names");
    }
    List<String> edits = new ArrayList<>();
    edits.add(
        "{\"op\": \"add\", \"shelf\": %s, \"after\": %s, \"rule\": %s}"
            .formatted(shelf, rules().get(0).get("id"), drawer));
    String after = "null";
    for (JsonNode line : some) {
      edits.add(
          "{\"op\": \"move\", \"line\": %s, \"version\": %s, \"shelf\": %s, \"drawer\": -1, \"after\": %s}"
              .formatted(line.get("id"), line.get("version"), shelf, after));
      after = line.get("id").toString();
    }
    JsonNode would = client.post("/api/edits/trial", edits(edits)).expect(200).json();
    assertEquals(0, would.get("effects").size(), would.toString());
    client.post("/api/edits", edits(edits)).expect(200);
    assertEquals(
        names(some), names(List.of(rules().get(1).get("lines").values().toArray(new JsonNode[0]))));
    client.post("/api/draft/undo", "").expect(200);
    assertEquals(names(some), names(rules().subList(1, 4)));
  }

  @Test
  void aTrialTellsWhatAMoveChangesAndLeavesNothing() {
    List<JsonNode> all = rules();
    JsonNode last = all.get(all.size() - 1);
    String up =
        edits(
            List.of(
                "{\"op\": \"move\", \"line\": %s, \"version\": %s, \"shelf\": %s}"
                    .formatted(last.get("id"), last.get("version"), own().get("id"))));
    client.post("/api/edits/trial", up).expect(200);
    assertEquals(names(all), names(rules()));
    client.post("/api/edits", up).expect(200);
    JsonNode past = client.get("/api/lines/" + last.get("id") + "/history").expect(200).json();
    assertEquals("move", past.at("/0/kind").asString());
    assertEquals("", past.at("/0/follows").asString());
  }

  @Test
  void rulesAreFoundByWordsAndByWhatTheyHold() {
    JsonNode named = client.get("/api/rules?text=museum").expect(200).json();
    assertTrue(named.toString().contains("sandpiper-fw/own"), named.toString());
    String tickets = client.get("/api/rules?text=ticket").expect(200).json().toString();
    assertTrue(tickets.contains("quay to tickets"), tickets);
    assertFalse(tickets.contains("known noise"), "found by the key of a field: " + tickets);
    String shelf = own().get("id").toString();
    JsonNode touching =
        client.get("/api/touching?shelf=" + shelf + "&address=10.72.48.130").expect(200).json();
    assertTrue(touching.size() > 0);
    assertTrue(touching.size() < rules().size());
    JsonNode bad =
        client.get("/api/touching?shelf=" + shelf + "&address=10.0.0").expect(422).json();
    assertEquals("/address", bad.at("/problems/0/pointer").asString());
    assertEquals(
        0,
        client.get("/api/touching?shelf=" + shelf + "&service=sctp/7").expect(200).json().size());
  }
}
