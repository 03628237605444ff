package org.tinshelf.server.estate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.support.TransactionTemplate;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Laying out the estate: bays, firewalls, floors, and what it all would do. */
@ExtendWith(Running.class)
class TreeTest {

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

  private JsonNode inTree(String list, String name) {
    for (JsonNode one : client.get("/api/estate").expect(200).json().get(list)) {
      if (one.get("name").asString().equals(name)) {
        return one;
      }
    }
    throw new AssertionError(name);
  }

  private long bay(String name) {
    return inTree("bays", name).get("id").asLong();
  }

  private JsonNode card(String name) {
    return client.get("/api/firewalls/" + inTree("firewalls", name).get("id").asLong()).json();
  }

  private static String bay(String name, long parent, String floor) {
    return """
        {"name": "%s", "parent": %d, "floor": "%s", "floorLog": true}"""
        .formatted(name, parent, floor);
  }

  private static String firewall(String name, long bay, String interfaces) {
    return """
        {"name": "%s", "bay": %d, "kind": "branch", "platform": "yard", "timeZone": "Europe/Oslo",
         "device": "", "interfaces": %s, "routes": [{"to": "0.0.0.0/0", "via": "198.51.100.9"}],
         "management": "", "floor": "", "floorLog": false}"""
        .formatted(name, bay, interfaces);
  }

  private static String changed(JsonNode card, String key, JsonNode value) {
    return "{\"edition\": " + card.get("edition") + ", \"" + key + "\": " + value + "}";
  }

  /** What a change of a bay would do. */
  private JsonNode would(String name, Consumer<ObjectNode> change) {
    JsonNode card = client.get("/api/bays/" + bay(name)).json();
    ObjectNode bay = (ObjectNode) card.get("bay");
    change.accept(bay);
    String path = "/api/bays/" + card.get("id") + "/trial";
    return client.post(path, changed(card, "bay", bay)).expect(200).json();
  }

  @Test
  void aNewBayAndAFirewallInItHaveEmptyShelvesAndAStack() {
    long islands =
        client
            .post("/api/bays", bay("islands", bay("saltmarsh-ferries"), ""))
            .expect(201)
            .json()
            .get("id")
            .asLong();
    String interfaces =
        """
        [{"name": "eth0", "zone": "outside", "addresses": ["198.51.100.10/29"], "transparent": false},
         {"name": "eth1", "zone": "", "addresses": [], "transparent": true}]""";
    long id =
        client
            .post("/api/firewalls", firewall("skerry-fw", islands, interfaces))
            .expect(201)
            .json()
            .get("id")
            .asLong();
    List<String> shelves = new ArrayList<>();
    JsonNode stack = client.get("/api/firewalls/" + id + "/stack").expect(200).json();
    stack.get("shelves").forEach(s -> shelves.add(s.get("name").asString()));
    assertEquals(
        List.of(
            "saltmarsh-ferries/upper",
            "islands/upper",
            "skerry-fw/own",
            "islands/lower",
            "saltmarsh-ferries/lower"),
        shelves);
    JsonNode back = client.get("/api/firewalls/" + id).json().get("firewall");
    assertEquals("198.51.100.10/29", back.at("/interfaces/0/addresses/0").asString());
    assertTrue(back.at("/interfaces/1/transparent").asBoolean());
    String refused = client.delete("/api/bays/" + islands + "?edition=1").expect(409).body();
    assertTrue(refused.contains("skerry-fw"), refused);
  }

  @Test
  void whatIsWrongIsToldAtItsPlaceAndNothingIsKept() {
    String body =
        firewall(
            "gannet-fw",
            bay("terminals"),
            """
            [{"name": "eth0", "zone": "nowhere", "addresses": ["10.1.1.1"], "transparent": false}]""");
    JsonNode taken = client.post("/api/firewalls", body).expect(422).json().at("/problems/0");
    assertEquals("/name", taken.get("pointer").asString());
    JsonNode problems =
        client.post("/api/firewalls", body.replace("gannet-fw", "skua-fw")).expect(422).json();
    List<String> places = new ArrayList<>();
    problems.get("problems").forEach(p -> places.add(p.get("pointer").asString()));
    assertTrue(places.contains("/interfaces/0/zone"), places.toString());
    assertTrue(places.contains("/interfaces/0/addresses/0"), places.toString());
    assertEquals(0, client.get("/api/draft").json().size());
  }

  @Test
  void whatAnEditOfTheTreeDoesToTrafficIsStatedBeforeItIsDone() {
    JsonNode card = card("gannet-fw");
    ObjectNode moved = ((ObjectNode) card.get("firewall")).put("bay", bay("saltmarsh-ferries"));
    String path = "/api/firewalls/" + card.get("id");
    JsonNode would =
        client.post(path + "/trial", changed(card, "firewall", moved)).expect(200).json();
    JsonNode effect = would.at("/effects/0");
    assertEquals("gannet-fw", effect.get("firewall").asString());
    assertTrue(effect.get("allowed").asInt() + effect.get("blocked").asInt() > 0);
    JsonNode restacked = would.at("/restacked/0");
    assertEquals("gannet-fw", restacked.at("/firewalls/0").asString());
    assertTrue(restacked.at("/gone/0").asString().startsWith("terminals ("), restacked.toString());
    assertEquals(0, restacked.get("come").size(), "it hung below the root before");
    assertEquals(0, client.get("/api/draft").json().size(), "a trial leaves nothing");
    client.put(path, changed(card, "firewall", moved)).expect(200);
    JsonNode now = client.get("/api/draft/traffic").expect(200).json();
    assertEquals(would.get("effects"), now.get("effects"), "what was said is what comes");
  }

  @Test
  void aBayThatMovesBringsItsFirewallsTheShelvesOfItsNewPlace() {
    JsonNode would = would("machines", b -> b.put("parent", bay("headland-site")));
    assertEquals(1, would.get("restacked").size(), "the same on all of them");
    JsonNode restacked = would.at("/restacked/0");
    assertEquals(4, restacked.get("firewalls").size());
    assertEquals("headland-site (4 rules above)", restacked.at("/come/0").asString());
    assertEquals(0, restacked.get("gone").size());
  }

  @Test
  void aBayThatIsOnlyCalledOtherwiseChangesNoStack() {
    JsonNode would = would("terminals", b -> b.put("name", "quays"));
    assertEquals(0, would.get("restacked").size());
    assertEquals(0, would.get("effects").size());
  }

  @Test
  void aFloorThatNoTrafficReachesIsChangedWithoutAnyEffect() {
    JsonNode would = would("saltmarsh-ferries", b -> b.put("floor", "open"));
    assertEquals(0, would.get("effects").size(), "last blocks stand above every floor");
    assertEquals(
        client.get("/api/estate").json().get("firewalls").size(), would.get("untouched").asInt());
  }

  @Test
  void aMoveInTheTreeChangesTheStackAndIsUndoneAndDoneAgain() {
    JsonNode card = card("gannet-fw");
    long root = bay("saltmarsh-ferries");
    ObjectNode moved = ((ObjectNode) card.get("firewall")).put("bay", root);
    String path = "/api/firewalls/" + card.get("id");
    client.put(path, changed(card, "firewall", moved)).expect(200);
    assertEquals(3, client.get(path + "/stack").json().get("shelves").size());
    assertEquals("move", client.get("/api/draft").json().at("/0/kind").asString());
    client.put(path, changed(card, "firewall", moved)).expect(409);
    client.post("/api/draft/undo", "").expect(200);
    assertEquals(5, client.get(path + "/stack").json().get("shelves").size());
    client.post("/api/draft/redo", "").expect(200);
    assertEquals(3, client.get(path + "/stack").json().get("shelves").size());
  }

  @Test
  void aFirewallThatIsRemovedComesBackWithItsShelf() {
    JsonNode meant = card("sandpiper-fw");
    String refused =
        client
            .delete("/api/firewalls/" + meant.get("id") + "?edition=" + meant.get("edition"))
            .expect(409)
            .body();
    assertTrue(refused.contains("known noise"), refused);
    long id =
        client
            .post("/api/firewalls", firewall("skerry-fw", bay("terminals"), "[]"))
            .expect(201)
            .json()
            .get("id")
            .asLong();
    String path = "/api/firewalls/" + id;
    String shelf = client.get(path + "/stack").json().at("/shelves/2/id").toString();
    String line = "{\"op\": \"add\", \"shelf\": " + shelf + ", \"divider\": \"Pier\"}";
    client.post("/api/edits", "{\"edits\": [" + line + "]}").expect(200);
    client.delete(path + "?edition=" + client.get(path).json().get("edition")).expect(204);
    client.get(path + "/stack").expect(404);
    String says = client.get("/api/draft").json().at("/2/was").asString();
    assertTrue(says.startsWith("skerry-fw · in terminals"), says);
    client.post("/api/draft/undo", "").expect(200);
    assertEquals(
        "Pier", client.get(path + "/stack").json().at("/shelves/2/lines/0/name").asString());
  }

  @Test
  void twoFirewallsOfADeviceHaveDifferentInterfacesOfIt() {
    String interfaces =
        """
        [{"name": "ge-1", "zone": "", "addresses": [], "transparent": false}]""";
    String one =
        firewall("skua-fw", bay("terminals"), interfaces)
            .replace("\"device\": \"\"", "\"device\": \"chassis\"");
    client.post("/api/firewalls", one).expect(201);
    String two = one.replace("skua-fw", "tern-fw");
    JsonNode refused = client.post("/api/firewalls", two).expect(422).json();
    assertEquals("/device", refused.at("/problems/0/pointer").asString());
  }

  @Test
  void whatTheEstateAsksIsKept() {
    JsonNode card = client.get("/api/estate/settings").expect(200).json();
    ObjectNode asks = (ObjectNode) card.get("estate");
    asks.put("owners", true).put("expiringDays", 30);
    JsonNode now =
        client.put("/api/estate/settings", changed(card, "estate", asks)).expect(200).json();
    assertTrue(now.at("/estate/owners").asBoolean());
    assertEquals(30, now.at("/estate/expiringDays").asInt());
    assertEquals(asks.get("managementAddresses"), now.at("/estate/managementAddresses"));
    client.put("/api/estate/settings", changed(card, "estate", asks)).expect(409);
  }

  @Test
  void theGridTellsWhatPassesBetweenZones() {
    JsonNode grid =
        client.get("/api/firewalls/" + card("gannet-fw").get("id") + "/grid").expect(200).json();
    int zones = grid.get("zones").size();
    assertEquals(zones * zones, grid.get("cells").size());
    boolean some = false;
    for (JsonNode cell : grid.get("cells")) {
      double share = cell.get("share").asDouble();
      assertTrue(share >= 0 && share <= 1, cell.toString());
      assertEquals(share == 0, cell.get("by").isEmpty(), cell.toString());
      some |= share > 0 && share < 1;
    }
    assertTrue(some);
  }

  @Test
  void whatAFirewallWasSeenToHoldDoesNotUndoAnEditOfIt() {
    Firewalls firewalls = Running.context().getBean(Firewalls.class);
    long id = card("gannet-fw").get("id").asLong();
    String renamed = firewalls.findById(id).orElseThrow().body().replace("outside", "open sea");
    TransactionTemplate transaction = Running.context().getBean(TransactionTemplate.class);
    JdbcTemplate jdbc = Running.context().getBean(JdbcTemplate.class);
    transaction.executeWithoutResult(
        asking -> {
          firewalls.findById(id).orElseThrow().notReached("It is asleep.");
          CompletableFuture.runAsync(
                  () -> jdbc.update("update firewall set body = ? where id = ?", renamed, id))
              .join();
        });
    String now = jdbc.queryForObject("select body from firewall where id = ?", String.class, id);
    jdbc.update(
        "update firewall set body = ?, trouble = null where id = ?",
        renamed.replace("open sea", "outside"),
        id);
    assertEquals(renamed, now);
  }
}
