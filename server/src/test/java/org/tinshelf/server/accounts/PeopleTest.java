package org.tinshelf.server.accounts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.JsonNode;

/** Letting people in and out. */
@ExtendWith(Running.class)
class PeopleTest {

  private static final String PASSWORD = "over the harbour";

  private static int made;

  private Client ida;

  @BeforeEach
  void signIn() {
    ida = Running.signedIn();
  }

  private static String aName() {
    return "person" + ++made;
  }

  private static String person(String name, String shown, String password) {
    return "{\"name\":\"%s\",\"displayName\":\"%s\",\"password\":\"%s\"}"
        .formatted(name, shown, password);
  }

  private JsonNode let(String name) {
    return ida.post("/api/people", person(name, "", PASSWORD)).expect(201).json();
  }

  private static Client.Answer signIn(Client client, String name, String password) {
    return client.post(
        "/api/session", "{\"name\":\"%s\",\"password\":\"%s\"}".formatted(name, password));
  }

  private static Client as(String name, String password) {
    Client client = Running.client();
    signIn(client, name, password).expect(200);
    return client;
  }

  private List<String> names() {
    List<String> out = new ArrayList<>();
    ida.get("/api/people").expect(200).json().forEach(p -> out.add(p.get("name").asString()));
    return out;
  }

  @Test
  void whoIsLetInCanSignInAndLetOthersIn() {
    String name = aName();
    JsonNode person = let(name);
    assertEquals(name, person.get("displayName").asString(), "shown as they sign in");
    assertTrue(names().containsAll(List.of("ida", name)));
    Client client = as(name, PASSWORD);
    String another = aName();
    client.post("/api/people", person(another, "Another", PASSWORD)).expect(201);
    assertTrue(names().contains(another));
    assertFalse(client.get("/api/people").body().contains("assword"), "no password is told");
  }

  @Test
  void eachMistakeHasItsPlace() {
    String taken = ida.post("/api/people", person("ida", "", PASSWORD)).expect(422).body();
    assertTrue(taken.contains("/name") && taken.contains("signs in already"), taken);
    String odd = ida.post("/api/people", person("no blanks", "", PASSWORD)).expect(400).body();
    assertTrue(odd.contains("name: use letters"), odd);
    String brief = ida.post("/api/people", person(aName(), "", "short")).expect(400).body();
    assertTrue(brief.contains("password: use at least 10"), brief);
  }

  @Test
  void whoIsTakenOutIsOutAtOnceAndCanComeBackUnderTheSameName() {
    String name = aName();
    long id = let(name).get("id").asLong();
    Client client = as(name, PASSWORD);
    client.get("/api/estate").expect(200);
    ida.delete("/api/people/" + id).expect(204);
    client.get("/api/estate").expect(401);
    signIn(client, name, PASSWORD).expect(401);
    assertFalse(names().contains(name));
    ida.delete("/api/people/" + id).expect(404);

    JsonNode back =
        ida.post("/api/people", person(name, "Back again", "another password")).expect(201).json();
    assertEquals(id, back.get("id").asLong(), "what they did stays theirs");
    signIn(client, name, PASSWORD).expect(401);
    signIn(client, name, "another password").expect(200);
    client.get("/api/estate").expect(200);
  }

  @Test
  void nobodyTakesOutThemselves() {
    String name = aName();
    long id = let(name).get("id").asLong();
    Client client = as(name, PASSWORD);
    client.delete("/api/people/" + id).expect(409);
    client.get("/api/estate").expect(200);
  }

  @Test
  void onesOwnPasswordAsksForTheOldOneAndEndsAllOtherSessions() {
    String name = aName();
    String path = "/api/people/" + let(name).get("id") + "/password";
    Client here = as(name, PASSWORD);
    Client elsewhere = as(name, PASSWORD);
    String wrong =
        here.put(path, "{\"old\":\"not it at all\",\"password\":\"a newer one\"}")
            .expect(422)
            .body();
    assertTrue(wrong.contains("/old"), wrong);
    here.put(path, "{\"password\":\"a newer one\"}").expect(422);
    elsewhere.get("/api/estate").expect(200);

    here.put(path, "{\"old\":\"" + PASSWORD + "\",\"password\":\"a newer one\"}").expect(204);
    here.get("/api/estate").expect(200);
    elsewhere.get("/api/estate").expect(401);
    signIn(elsewhere, name, PASSWORD).expect(401);
    signIn(elsewhere, name, "a newer one").expect(200);
  }

  @Test
  void aPasswordThatIsForgottenIsSetByAnother() {
    String name = aName();
    long id = let(name).get("id").asLong();
    Client client = as(name, PASSWORD);
    ida.put("/api/people/" + id + "/password", "{\"password\":\"set by another\"}").expect(204);
    client.get("/api/estate").expect(401);
    signIn(client, name, "set by another").expect(200);
  }

  @Test
  void eachSeesWhereTheOthersAre() {
    String name = aName();
    let(name);
    Client client = as(name, PASSWORD);
    client.post("/api/presence", "{\"place\":\"/shelves/firewall/4\",\"line\":17}").expect(200);
    JsonNode others =
        ida.post("/api/presence", "{\"place\":\"/shelves/firewall/4\",\"line\":0}").json();
    boolean found = false;
    for (JsonNode other : others) {
      if (other.get("who").asString().equals(name)) {
        found = true;
        assertEquals(17, other.get("line").asLong());
      }
      assertFalse(other.get("who").asString().equals("Ida"), "nobody is told of themselves");
    }
    assertTrue(found, others.toString());
  }
}
