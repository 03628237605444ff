package org.tinshelf.server.rulebase;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Rules that are found by what they say and hold, and the places where they would do better. */
@ExtendWith(Running.class)
class RulesFoundTest {

  private static final JsonMapper JSON = JsonMapper.builder().build();

  private Client client;
  private long firewall;

  @BeforeEach
  void signIn() {
    client = Running.signedIn();
    firewall = firewall("sandpiper-fw");
  }

  @AfterEach
  void takeEverythingBack() {
    while (!client.get("/api/draft").json().isEmpty()) {
      client.post("/api/draft/undo", "").expect(200);
    }
  }

  private long firewall(String name) {
    for (JsonNode one : client.get("/api/estate").expect(200).json().get("firewalls")) {
      if (one.get("name").asString().equals(name)) {
        return one.get("id").asLong();
      }
    }
    throw new AssertionError(name);
  }

  private JsonNode own(long of) {
    for (JsonNode shelf : client.get("/api/firewalls/" + of + "/stack").json().get("shelves")) {
      if (shelf.get("part").asString().equals("own")) {
        return shelf;
      }
    }
    throw new AssertionError("no own shelf");
  }

  private JsonNode line(String name) {
    for (JsonNode line : own(firewall).get("lines")) {
      if (line.get("name").asString().equals(name)) {
        return line;
      }
    }
    throw new AssertionError(name);
  }

  private void change(String name, String field, String json) {
    JsonNode line = line(name);
    ObjectNode rule = (ObjectNode) line.get("rule");
    rule.set(field, JSON.readTree(json));
    client
        .put(
            "/api/lines/" + line.get("id"),
            "{\"version\":" + line.get("version") + ",\"rule\":" + rule + "}")
        .expect(200);
  }

  private List<String> saying(String text) {
    String query = URLEncoder.encode(text, StandardCharsets.UTF_8);
    List<String> out = new ArrayList<>();
    client
        .get("/api/rules?text=" + query)
        .expect(200)
        .json()
        .forEach(r -> out.add(r.get("name").asString()));
    return out;
  }

  private Set<String> touching(String what) {
    String ids = client.get("/api/touching?shelf=" + own(firewall).get("id") + "&" + what).body();
    Set<String> out = new TreeSet<>();
    own(firewall)
        .get("lines")
        .forEach(
            l -> {
              if (ids.matches("\\[(.*,)?" + l.get("id") + "(,.*)?\\]")) {
                out.add(l.get("name").asString());
              }
            });
    return out;
  }

  @Test
  void aRuleIsFoundByAnythingItSays() {
    change("museum ship", "note", "\"Lent by the Harbour Trust\"");
    change("museum ship", "ticket", "\"HT-4711\"");
    change("museum ship", "labels", "[\"heritage\"]");
    for (String text : List.of("harbour trust", "ht-47", "HERITAGE")) {
      assertEquals(List.of("museum ship"), saying(text), text);
    }
    assertEquals(List.of(), saying("   "));
    assertEquals(List.of(), saying("destination"), "the key of a field is nothing a rule says");
  }

  @Test
  void whatIsFoundTellsWhereItStandsAndLeadsThere() {
    JsonNode found = client.get("/api/rules?text=museum+shop+cards").json().get(0);
    assertEquals("sandpiper-fw/own", found.get("where").asString());
    assertEquals(
        "/shelves/firewall/" + firewall + "?rule=" + line("museum shop cards").get("id"),
        found.get("to").asString());
    JsonNode shared = client.get("/api/rules?text=no+night+traffic").json().get(0);
    assertEquals("terminals/upper", shared.get("where").asString());
    assertTrue(shared.get("to").asString().startsWith("/shelves/bay/"), shared.toString());
  }

  @Test
  void aRuleThatIsRemovedIsNotFoundNorIsOneOfAFirewallThatIs() {
    JsonNode line = line("museum ship");
    client.delete("/api/lines/" + line.get("id") + "?version=" + line.get("version")).expect(204);
    assertFalse(saying("museum ship").contains("museum ship"));
    assertFalse(touching("address=10.72.48.130").contains("museum ship"));

    String body =
        """
        {"name": "skerry-fw", "bay": 1, "kind": "branch", "platform": "yard", "timeZone": "UTC",
         "device": "", "interfaces": [], "routes": [], "management": "", "floor": "",
         "floorLog": false}""";
    long id = client.post("/api/firewalls", body).expect(201).json().get("id").asLong();
    ObjectNode rule = ((ObjectNode) line.get("rule")).put("name", "skerry ship");
    String edit =
        "{\"edits\":[{\"op\":\"add\",\"shelf\":" + own(id).get("id") + ",\"rule\":" + rule + "}]}";
    client.post("/api/edits", edit).expect(200);
    assertEquals(List.of("skerry ship"), saying("skerry ship"));
    JsonNode card = client.get("/api/firewalls/" + id).json();
    client.delete("/api/firewalls/" + id + "?edition=" + card.get("edition")).expect(204);
    assertEquals(List.of(), saying("skerry ship"));
  }

  @Test
  void rulesAreFoundByContentWhateverTheObjectIsCalled() {
    Set<String> host = touching("address=10.72.48.130");
    assertTrue(host.contains("museum ship"), host.toString());
    Set<String> network = touching("address=10.72.48.0/20");
    assertTrue(network.containsAll(host), "a network touches whatever its parts touch");
    Set<String> range = touching("address=10.72.48.129-10.72.48.131");
    assertTrue(network.containsAll(range) && range.containsAll(host), range.toString());
    assertEquals(Set.of(), touching("address=2001:db8:ffff::1"));

    change("museum ship", "source", "{\"not\":true,\"names\":[\"10.72.48.128/28\"]}");
    change("museum ship", "destination", "{\"not\":false,\"names\":[\"203.0.113.10\"]}");
    assertFalse(touching("address=10.72.48.130").contains("museum ship"), "all but that");
    assertTrue(touching("address=10.72.47.1").contains("museum ship"));
  }

  @Test
  void rulesAreFoundByServiceByContent() {
    change("museum ship", "services", "[\"tcp/8000-8100\"]");
    assertTrue(touching("service=tcp/8080").contains("museum ship"));
    assertFalse(touching("service=udp/8080").contains("museum ship"));
    assertFalse(touching("service=tcp/8101").contains("museum ship"));
    change("museum ship", "services", "[\"https\"]");
    assertTrue(touching("service=tcp/443").contains("museum ship"), "an object by what it holds");
    change("museum ship", "services", "[]");
    assertFalse(touching("service=tcp/443").contains("museum ship"), "any names none");
    JsonNode bad =
        client
            .get("/api/touching?shelf=" + own(firewall).get("id") + "&service=http")
            .expect(422)
            .json();
    assertEquals("/service", bad.at("/problems/0/pointer").asString());
  }

  private JsonNode places(String name) {
    return client
        .get("/api/lines/" + line(name).get("id") + "/places?firewall=" + firewall)
        .expect(200)
        .json();
  }

  @Test
  void aDeadRuleIsOfferedThePlaceWhereItReachesAllAndHasItThere() {
    JsonNode offered = places("museum shop cards");
    assertEquals(0, offered.get("reach").asDouble());
    assertEquals("museum ship blocked", offered.get("aboveName").asString());
    assertEquals(1, offered.get("reachThere").asDouble());
    assertTrue(offered.get("says").size() > 0);
    assertTrue(offered.get("allowed").asInt() > 0);

    JsonNode line = line("museum shop cards");
    String spot =
        "{\"version\":%s,\"shelf\":%s,\"after\":%s}"
            .formatted(line.get("version"), own(firewall).get("id"), line("museum ship").get("id"));
    client.post("/api/lines/" + line.get("id") + "/move", spot).expect(200);
    JsonNode there = places("museum shop cards");
    assertEquals(1, there.get("reach").asDouble());
    assertEquals("", there.get("above").asString(), "there is no better place than a good one");
  }

  @Test
  void aRuleThatIsOffIsToldHowItWouldStandWereItOn() {
    change("museum shop cards", "on", "false");
    JsonNode told = places("museum shop cards");
    assertEquals(0, told.get("reach").asDouble());
    assertEquals("museum ship blocked", told.get("aboveName").asString());
    assertFalse(line("museum shop cards").get("rule").get("on").asBoolean(), "it stays off");
    client.get("/api/lines/" + line("museum ship").get("id") + "/places?firewall=999").expect(404);
  }

  @Test
  void whyARuleIsDeadIsShownFieldByField() {
    JsonNode line = line("museum shop cards");
    JsonNode cover =
        client
            .get(
                "/api/firewalls/"
                    + firewall
                    + "/cover?shelf=sandpiper-fw/own&position="
                    + line.get("position").asString())
            .expect(200)
            .json();
    assertEquals("[\"museum ship blocked\"]", cover.get("by").toString());
    List<String> fields = new ArrayList<>();
    for (JsonNode strip : cover.get("strips")) {
      fields.add(strip.get("field").asString());
      assertTrue(strip.get("same").asBoolean(), "what covers it holds all of it: " + strip);
      for (JsonNode span : strip.get("own")) {
        double from = span.get("from").asDouble();
        double to = span.get("to").asDouble();
        assertTrue(0 <= from && from < to && to <= 1, span.toString());
      }
      assertEquals(1, strip.get("others").size());
    }
    assertTrue(fields.contains("source"), fields.toString());
  }

  @Test
  void theHistoryOfARuleTellsWhoMadeWhatOfIt() {
    change("museum ship", "note", "\"first\"");
    change("museum ship", "log", "\"both\"");
    JsonNode past =
        client.get("/api/lines/" + line("museum ship").get("id") + "/history").expect(200).json();
    JsonNode last = past.get(0);
    assertEquals("Ida", last.get("who").asString());
    assertEquals(0, last.get("revision").asInt(), "it is in no revision yet");
    assertEquals("none", last.at("/before/log").asString());
    assertEquals("both", last.at("/after/log").asString());
    assertEquals("first", past.get(1).at("/after/note").asString());
  }
}
