package org.tinshelf.server.rulebase;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.support.TransactionTemplate;
import org.tinshelf.server.estate.Working;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.JsonNode;

/** Many people edit one shelf in the same moment. */
@ExtendWith(Running.class)
class TogetherTest {

  private static final int PEOPLE = 8;

  private Client client;
  private long firewall;

  @BeforeEach
  void signIn() {
    client = Running.signedIn();
    for (JsonNode f : client.get("/api/estate").json().get("firewalls")) {
      firewall = f.get("name").asString().equals("sandpiper-fw") ? f.get("id").asLong() : firewall;
    }
  }

  @AfterEach
  void takeEverythingBack() {
    while (!client.get("/api/draft").json().isEmpty()) {
      client.post("/api/draft/undo", "").expect(200);
    }
  }

  private JsonNode own() {
    return client.get("/api/firewalls/" + firewall + "/stack").expect(200).json().at("/shelves/2");
  }

  private List<String> names() {
    List<String> out = new ArrayList<>();
    own().get("lines").forEach(line -> out.add(line.get("name").asString()));
    return out;
  }

  /** All at once, each in a window of their own; the answers' states. */
  private List<Integer> atOnce(java.util.function.IntFunction<String> name) {
    String shelf = own().get("id").toString();
    List<CompletableFuture<Integer>> answers =
        IntStream.range(0, PEOPLE)
            .mapToObj(
                i -> {
                  Client own = Running.signedIn();
                  String rule = "{\"name\": \"" + name.apply(i) + "\", \"action\": \"drop\"}";
                  String edit =
                      "{\"op\": \"add\", \"shelf\": " + shelf + ", \"rule\": " + rule + "}";
                  return CompletableFuture.supplyAsync(
                      () -> own.post("/api/edits", "{\"edits\": [" + edit + "]}").status());
                })
            .toList();
    return answers.stream().map(CompletableFuture::join).sorted().toList();
  }

  @Test
  void ofRulesWithOneNameOneIsAdded() {
    List<Integer> answers = atOnce(i -> "rope locker");
    assertEquals(200, answers.get(0));
    assertEquals(PEOPLE - 1, answers.stream().filter(status -> status == 422).count());
    assertEquals(1, names().stream().filter("rope locker"::equals).count());
  }

  @Test
  void allOthersAreAddedAndReadAtOnce() {
    int before = names().size();
    assertEquals(List.of(200), atOnce(i -> "locker " + i).stream().distinct().toList());
    assertEquals(before + PEOPLE, names().size());
  }

  private JsonNode since(String version) {
    return client.get("/api/lines/since?version=" + version).expect(200).json();
  }

  private String version() {
    return client.get("/api/firewalls/" + firewall + "/stack").json().get("version").asString();
  }

  @Test
  void whoHasAVersionIsToldTheLinesThatOthersTouchedSince() {
    String before = version();
    assertEquals(0, since(before).get("lines").size());
    atOnce(i -> "locker " + i);
    JsonNode since = since(before);
    assertEquals(version(), since.get("version").asString());
    assertEquals(PEOPLE, since.get("lines").size());
    List<String> names = names();
    String above = "";
    for (JsonNode line : since.get("lines")) {
      String name = line.at("/line/name").asString();
      assertEquals(own().get("id"), line.get("shelf"));
      assertEquals(above, names.indexOf(name) == 0 ? "" : names.get(names.indexOf(name) - 1));
      above = name;
    }
    client.post("/api/draft/undo", "").expect(200);
    assertEquals(1, since(since.get("version").asString()).get("lines").size());
  }

  @Test
  void whereMoreThanLinesIsOtherStacksAreReadAgain() {
    String before = version();
    String body = "{\"kind\":\"address\",\"objects\":[{\"name\":\"one\",\"host\":\"192.0.2.1\"}]}";
    client.post("/api/objects", body).expect(201);
    JsonNode since = since(before);
    assertEquals(false, since.has("lines"));
    assertEquals(0, since(since.get("version").asString()).get("lines").size());
    assertEquals(false, since("another-start.3").has("lines"));
  }

  @Test
  void anEditThatTookNoTurnIsAFault() {
    TransactionTemplate transaction = Running.context().getBean(TransactionTemplate.class);
    Working working = Running.context().getBean(Working.class);
    assertThrows(
        IllegalStateException.class, () -> transaction.execute(status -> working.afterEdit()));
  }
}
