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

/** An object's life through the HTTP interface, in the demo's library. */
@ExtendWith(Running.class)
class ObjectsTest {

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

  private JsonNode add(String kind, String... objects) {
    return client.post("/api/objects", body(kind, objects)).expect(201).json();
  }

  private static String body(String kind, String... objects) {
    return ("{'kind':'" + kind + "','objects':[" + String.join(",", objects) + "]}")
        .replace('\'', '"');
  }

  private JsonNode card(long id) {
    return client.get("/api/objects/" + id).expect(200).json();
  }

  private long id(String kind, String name) {
    for (JsonNode o : client.get("/api/objects").expect(200).json()) {
      if (o.get("kind").asString().equals(kind) && o.get("name").asString().equals(name)) {
        return o.get("id").asLong();
      }
    }
    throw new AssertionError("no " + kind + " " + name);
  }

  private Client.Answer change(long id, String object) {
    String sent =
        "{\"version\":" + card(id).get("version").asLong() + ",\"object\":" + object + "}";
    return client.put("/api/objects/" + id, sent.replace('\'', '"'));
  }

  private static List<String> texts(JsonNode list) {
    List<String> out = new ArrayList<>();
    list.forEach(n -> out.add(n.asString()));
    return out;
  }

  @Test
  void whatAnObjectComesDownToIsTold() {
    JsonNode made =
        add(
            "address",
            "{'name':'spare','network':'198.51.100.64/29'}",
            "{'name':'spare again','range':'198.51.100.64-198.51.100.71'}",
            "{'name':'one spare','host':'198.51.100.66'}",
            "{'name':'spares','members':['spare'],'except':['one spare']}");
    JsonNode spares = card(made.get(3).get("id").asLong()).get("contents");
    assertEquals(
        List.of("198.51.100.64/31", "198.51.100.67-198.51.100.71"), texts(spares.get("ranges")));
    assertEquals("7 IPv4 addresses in 2 ranges", spares.get("total").asString());
    JsonNode spare = card(made.get(0).get("id").asLong());
    assertEquals(List.of("spare again"), texts(spare.get("contents").get("same")));
    assertTrue(texts(spare.get("contents").get("overlapping")).contains("one spare"));
    assertEquals("spares", spare.get("uses").get(0).get("name").asString());
  }

  @Test
  void whatIsWrongWithAListIsToldOfAllItsLinesBeforeAnythingIsMade() {
    String list =
        body(
            "address",
            "{'name':'ticket-WEB','host':'198.51.100.70'}",
            "{'name':'mast','host':'10.99.1.300'}",
            "{'name':'buoy','host':'198.51.100.71'}",
            "{'name':'Buoy','host':'198.51.100.72'}",
            "{'name':'','host':'198.51.100.73'}",
            "{'name':'pier','network':'198.51.100.74/29'}");
    List<String> places = new ArrayList<>();
    JsonNode told = client.post("/api/objects/trial", list).expect(200).json();
    told.forEach(p -> places.add(p.get("pointer").asString()));
    assertEquals(List.of("/0/name", "/3/name", "/4/name", "/1/host", "/5/network"), places);
    assertTrue(told.get(0).get("wrong").asString().contains("“ticket-web” is taken"));
    assertTrue(told.get(4).get("right").asString().contains("198.51.100.72/29"));
    assertEquals(0, client.get("/api/draft").json().size());
    JsonNode refused = client.post("/api/objects", list).expect(422).json();
    assertEquals(3, refused.get("problems").size());
  }

  private int used(long id) {
    for (JsonNode one : client.get("/api/objects/used").expect(200).json()) {
      if (one.get("id").asLong() == id) {
        return one.get("times").asInt();
      }
    }
    throw new AssertionError("nothing is said of object " + id);
  }

  @Test
  void howOftenEachObjectIsNamedFollowsTheDraft() {
    long web = id("address", "ticket-web");
    int before = used(web);
    assertEquals(card(web).get("uses").size(), before);
    JsonNode made = add("address", "{'name':'fronts','members':['ticket-web']}");
    assertEquals(before + 1, used(web));
    assertEquals(0, used(made.get(0).get("id").asLong()));
    assertTrue(used(id("zone", "outside")) > 10);
  }

  @Test
  void groupsOfApplicationsAndUsersTellWhoIsBehindThem() {
    String risky =
        "{'kind':'application','id':0,'object':{'name':'r','ofCategories':['web'],'ofRisk':'1-3'}}";
    JsonNode found = client.post("/api/objects/preview", risky.replace('\'', '"')).json();
    assertEquals("[\"web-browsing\"]", found.get("holds").toString());
    assertEquals("1 application", found.get("total").asString());

    add("application", "{'name':'browsing','members':['web-browsing']}");
    add("application", "{'name':'more','members':['browsing','time-sync']}");
    JsonNode more = card(id("application", "more")).get("contents");
    assertEquals("[\"time-sync\",\"web-browsing\"]", more.get("holds").toString());
    assertEquals("[\"browsing\"]", more.get("overlapping").toString());

    add("user", "{'name':'night crew','members':['ove','liv']}");
    add("user", "{'name':'all crew','members':['night crew','ida']}");
    JsonNode crew = card(id("user", "all crew"));
    assertEquals("[\"ida\",\"liv\",\"ove\"]", crew.at("/contents/holds").toString());
    assertEquals("3 users", crew.at("/contents/total").asString());
  }

  @Test
  void anApplicationIsWrittenInOneWayOnly() {
    JsonNode made = add("application", "{'name':'odd one','ofRisk':'5'}").get(0);
    assertEquals("matching", made.get("form").asString());
    assertEquals("risk 5", made.get("value").asString());
    JsonNode wrong =
        change(made.get("id").asLong(), "{'name':'odd one','members':[],'ofRisk':'5'}")
            .expect(422)
            .json();
    assertTrue(wrong.toString().contains("more than one way"), wrong.toString());
  }

  @Test
  void aNewNameIsSeenWhereverTheObjectIsUsed() {
    long zone = id("zone", "outside");
    JsonNode before = card(zone);
    assertTrue(before.get("uses").size() > 2);
    String document = before.get("document").toString();
    change(zone, document.replace("\"outside\"", "\"open sea\"")).expect(200);
    JsonNode after = card(zone);
    assertEquals(before.get("uses").size(), after.get("uses").size());
    assertEquals("open sea", after.get("object").get("name").asString());
    assertEquals("change", client.get("/api/draft").json().get(0).get("kind").asString());
  }

  @Test
  void whatIsUsedIsNotRemovedAndWhatIsNotComesBack() {
    long used = id("zone", "outside");
    Client.Answer refused =
        client.delete("/api/objects/" + used + "?version=" + card(used).get("version").asLong());
    assertEquals(409, refused.status());
    assertTrue(refused.json().get("detail").asString().contains("Replace it there first"));

    long made = add("service", "{'name':'spare port','tcp':'7443'}").get(0).get("id").asLong();
    client
        .delete("/api/objects/" + made + "?version=" + card(made).get("version").asLong())
        .expect(204);
    assertEquals(404, client.get("/api/objects/" + made).status());
    JsonNode draft = client.get("/api/draft").json();
    client.post("/api/draft/" + draft.get(1).get("id").asLong() + "/undo", "").expect(204);
    assertEquals("tcp 7443", card(made).get("object").get("value").asString());
  }

  @Test
  void anotherObjectTakesItsPlaceInAllRulesAndGroups() {
    long old = id("address", "ticket-web");
    JsonNode made = add("address", "{'name':'ticket-front','host':'203.0.113.11'}");
    long front = made.get(0).get("id").asLong();
    int uses = card(old).get("uses").size();
    assertTrue(uses > 3);
    JsonNode done =
        client.post("/api/objects/" + old + "/replace", "{\"by\":" + front + "}").json();
    int left = card(old).get("uses").size();
    assertEquals(uses, done.get("changed").asInt() + left);
    card(old).get("uses").forEach(u -> assertEquals("estate", u.get("what").asString()));
    assertTrue(card(front).get("uses").size() >= done.get("changed").asInt());
    assertEquals(
        409, client.post("/api/objects/" + old + "/replace", "{\"by\":" + old + "}").status());
  }

  @Test
  void mistakesHaveAPlaceInTheObjectAndNothingIsKept() {
    int before = client.get("/api/objects").json().size();
    JsonNode problem =
        client
            .post(
                "/api/objects",
                body(
                    "address",
                    "{'name':'fine','host':'198.51.100.66'}",
                    "{'name':'odd','network':'198.51.100.65/29'}"))
            .expect(422)
            .json()
            .get("problems")
            .get(0);
    assertEquals("/1/network", problem.get("pointer").asString());
    assertTrue(problem.toString().contains("198.51.100.64/29"), problem.toString());
    assertEquals(before, client.get("/api/objects").json().size());

    long made = add("address", "{'name':'fine','host':'198.51.100.66'}").get(0).get("id").asLong();
    JsonNode wrong = change(made, "{'name':'fine','host':'198.51.100.666'}").expect(422).json();
    assertEquals("/host", wrong.get("problems").get(0).get("pointer").asString());
    JsonNode taken = change(made, "{'name':'ticket-web','host':'198.51.100.66'}").json();
    assertEquals("/name", taken.get("problems").get(0).get("pointer").asString());
    change(made, "{'name':'fine','host':'198.51.100.67'}").expect(200);
    String stale = "{\"version\":0,\"object\":{\"name\":\"fine\",\"host\":\"198.51.100.68\"}}";
    assertEquals(409, client.put("/api/objects/" + made, stale).status());
  }

  @Test
  void aListGoesIntoAGroupAsOneStep() {
    long group = id("address", "all-tills");
    JsonNode before = card(group);
    String list =
        ("{'kind':'address','objects':[{'name':'till 99','host':'10.72.99.1'}],'group':{'id':"
                + group
                + ",'version':"
                + before.get("version")
                + ",'members':['till 99']}}")
            .replace('\'', '"');
    client.post("/api/objects", list).expect(201);
    assertEquals("[\"till 99\"]", card(group).at("/document/members").toString());
    client.post("/api/draft/undo", "").expect(200);
    assertEquals(before.at("/document/members"), card(group).at("/document/members"));
    assertTrue(client.get("/api/draft").json().isEmpty());
  }

  @Test
  void aListForAGroupThatIsNoneIsRefusedWhole() {
    long host = id("address", "ticket-web");
    String list =
        ("{'kind':'address','objects':[{'name':'till 98','host':'10.72.99.1'}],'group':{'id':"
                + host
                + ",'version':"
                + card(host).get("version")
                + ",'members':['till 98']}}")
            .replace('\'', '"');
    client.post("/api/objects", list).expect(409);
    assertTrue(client.get("/api/draft").json().isEmpty());
  }

  @Test
  void anObjectCanBeLookedAtBeforeItIsSaved() {
    String sketch =
        "{'kind':'address','id':0,'object':{'name':'','wildcard':'10.0.0.1/255.255.252.255'}}"
            .replace('\'', '"');
    JsonNode contents = client.post("/api/objects/preview", sketch).expect(200).json();
    assertEquals(
        List.of("10.0.0.1", "10.0.1.1", "10.0.2.1", "10.0.3.1"), texts(contents.get("ranges")));
    String bad = "{'kind':'address','id':0,'object':{'labelled':'pci and'}}".replace('\'', '"');
    JsonNode problem =
        client.post("/api/objects/preview", bad).expect(422).json().get("problems").get(0);
    assertEquals("/labelled", problem.get("pointer").asString());
    assertEquals(0, client.get("/api/draft").json().size());
  }
}
