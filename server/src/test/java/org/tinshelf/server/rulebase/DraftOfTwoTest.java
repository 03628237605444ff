package org.tinshelf.server.rulebase;

import static org.junit.jupiter.api.Assertions.assertEquals;
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

/** One draft that two people write: each takes back their own, and nobody loses anything. */
@ExtendWith(Running.class)
class DraftOfTwoTest {

  private static final String PASSWORD = "over the harbour";

  private Client ida;
  private Client pia;

  @BeforeEach
  void signIn() {
    ida = Running.signedIn();
    if (!ida.get("/api/people").body().contains("\"pia\"")) {
      ida.post(
              "/api/people",
              "{\"name\":\"pia\",\"displayName\":\"Pia\",\"password\":\"" + PASSWORD + "\"}")
          .expect(201);
    }
    pia = Running.client();
    pia.post("/api/session", "{\"name\":\"pia\",\"password\":\"" + PASSWORD + "\"}").expect(200);
  }

  @AfterEach
  void takeEverythingBack() {
    JsonNode draft = ida.get("/api/draft").expect(200).json();
    for (int i = draft.size() - 1; i >= 0; i--) {
      ida.post("/api/draft/" + draft.get(i).get("id").asLong() + "/undo", "").expect(204);
    }
  }

  private JsonNode line(String name) {
    for (JsonNode f : ida.get("/api/estate").expect(200).json().get("firewalls")) {
      if (f.get("name").asString().equals("sandpiper-fw")) {
        for (JsonNode shelf :
            ida.get("/api/firewalls/" + f.get("id") + "/stack").json().get("shelves")) {
          for (JsonNode line : shelf.get("lines")) {
            if (line.get("name").asString().equals(name)) {
              return line;
            }
          }
        }
      }
    }
    throw new AssertionError(name);
  }

  private Client.Answer note(Client by, String rule, String text) {
    return note(by, line(rule), text);
  }

  private static Client.Answer note(Client by, JsonNode line, String text) {
    ObjectNode rule = ((ObjectNode) line.get("rule")).deepCopy().put("note", text);
    return by.put(
        "/api/lines/" + line.get("id"),
        "{\"version\":" + line.get("version") + ",\"rule\":" + rule + "}");
  }

  private String noteOf(String rule) {
    return line(rule).at("/rule/note").asString();
  }

  private List<String> draft() {
    List<String> out = new ArrayList<>();
    ida.get("/api/draft")
        .json()
        .forEach(c -> out.add(c.get("who").asString() + " " + c.get("name").asString()));
    return out;
  }

  @Test
  void eachTakesBackTheirOwnLastStep() {
    note(ida, "museum ship", "ida's").expect(200);
    note(pia, "sandpiper phones", "pia's").expect(200);
    assertEquals(List.of("Ida museum ship", "Pia sandpiper phones"), draft());
    JsonNode done = ida.post("/api/draft/undo", "").expect(200).json();
    assertEquals("the change of “museum ship”", done.get("what").asString());
    assertEquals(List.of("Pia sandpiper phones"), draft());
    ida.post("/api/draft/undo", "").expect(409);
    assertEquals("pia's", noteOf("sandpiper phones"));
    ida.post("/api/draft/redo", "").expect(200);
    assertEquals("ida's", noteOf("museum ship"));
    pia.post("/api/draft/redo", "").expect(409);
  }

  @Test
  void aStepOnWhichAnotherHasBuiltIsNotTakenBackUnderThem() {
    note(ida, "museum ship", "ida's").expect(200);
    note(pia, "museum ship", "pia's").expect(200);
    String refused = ida.post("/api/draft/undo", "").expect(409).body();
    assertTrue(refused.contains("changed again later"), refused);
    assertEquals("pia's", noteOf("museum ship"));
    pia.post("/api/draft/undo", "").expect(200);
    ida.post("/api/draft/undo", "").expect(200);
    assertEquals("", noteOf("museum ship"));
  }

  @Test
  void whatAnotherChangedMeanwhileIsNotDoneAgainOverIt() {
    note(ida, "museum ship", "ida's").expect(200);
    ida.post("/api/draft/undo", "").expect(200);
    note(pia, "museum ship", "pia's").expect(200);
    String refused = ida.post("/api/draft/redo", "").expect(409).body();
    assertTrue(refused.contains("Pia changed"), refused);
    assertEquals("pia's", noteOf("museum ship"));
  }

  @Test
  void theSecondOfTwoEditsIsShownTheFirstAndCanBeSavedOverIt() {
    JsonNode seenByBoth = line("museum ship");
    note(pia, seenByBoth, "pia's").expect(200);
    JsonNode problem = note(ida, seenByBoth, "ida's").expect(409).json();
    assertTrue(problem.get("detail").asString().contains("Pia changed this rule before you"));
    assertEquals("pia's", problem.at("/current/rule/note").asString());
    note(ida, problem.get("current"), "ida's").expect(200);
    assertEquals("ida's", noteOf("museum ship"));
    assertEquals(List.of("Pia museum ship", "Ida museum ship"), draft());
  }

  @Test
  void aRuleThatAnotherRemovedIsToldAsGone() {
    JsonNode seenByBoth = line("museum ship");
    pia.delete("/api/lines/" + seenByBoth.get("id") + "?version=" + seenByBoth.get("version"))
        .expect(204);
    Client.Answer answer = note(ida, seenByBoth, "ida's");
    assertTrue(answer.status() == 404 || answer.status() == 409, answer.body());
    assertTrue(answer.body().contains("Pia") || answer.body().contains("removed"), answer.body());
    pia.post("/api/draft/undo", "").expect(200);
    note(ida, "museum ship", "ida's").expect(200);
  }

  @Test
  void editsOfSeveralRulesAreAllOrNothingForEither() {
    JsonNode ship = line("museum ship");
    JsonNode phones = line("sandpiper phones");
    note(pia, phones, "pia's").expect(200);
    String edits = "{\"edits\":[" + edit(ship) + "," + edit(phones) + "]}";
    ida.post("/api/edits", edits).expect(409);
    assertEquals("", noteOf("museum ship"));
    assertEquals("pia's", noteOf("sandpiper phones"));
    assertEquals(List.of("Pia sandpiper phones"), draft());
  }

  private static String edit(JsonNode line) {
    ObjectNode rule = ((ObjectNode) line.get("rule")).deepCopy().put("note", "ida's");
    return "{\"op\":\"change\",\"line\":"
        + line.get("id")
        + ",\"version\":"
        + line.get("version")
        + ",\"rule\":"
        + rule
        + "}";
  }

  @Test
  void aRevisionIsNotSealedOverWhatOneHasNotSeen() {
    note(ida, "museum ship", "ida's").expect(200);
    JsonNode seen = ida.get("/api/draft").json();
    note(pia, "sandpiper phones", "pia's").expect(200);
    long upTo = seen.get(seen.size() - 1).get("id").asLong();
    Client.Answer answer =
        ida.post("/api/revisions", "{\"note\":\"mine\",\"upTo\":" + upTo + "}").expect(409);
    assertTrue(answer.body().contains("Pia"), answer.body());
    assertEquals(List.of("Ida museum ship", "Pia sandpiper phones"), draft());
  }
}
