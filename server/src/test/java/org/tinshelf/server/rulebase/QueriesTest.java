package org.tinshelf.server.rulebase;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import jakarta.persistence.EntityManagerFactory;
import java.util.HashMap;
import java.util.Map;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.JsonNode;

/** What a request asks of the database does not grow with the shelf. */
@ExtendWith(Running.class)
class QueriesTest {

  private Client client;
  private Statistics statistics;

  @BeforeEach
  void signIn() {
    client = Running.signedIn();
    statistics =
        Running.context()
            .getBean(EntityManagerFactory.class)
            .unwrap(SessionFactory.class)
            .getStatistics();
    statistics.setStatisticsEnabled(true);
  }

  @AfterEach
  void takeEverythingBack() {
    while (!client.get("/api/draft").json().isEmpty()) {
      client.post("/api/draft/undo", "").expect(200);
    }
    statistics.setStatisticsEnabled(false);
  }

  private long statements(Runnable request) {
    request.run();
    statistics.clear();
    request.run();
    return statistics.getPrepareStatementCount();
  }

  private long firewall(String name) {
    for (JsonNode one : client.get("/api/estate").json().get("firewalls")) {
      if (one.get("name").asString().equals(name)) {
        return one.get("id").asLong();
      }
    }
    throw new AssertionError(name);
  }

  private JsonNode own(String name) {
    return client.get("/api/firewalls/" + firewall(name) + "/stack").json().at("/shelves/2");
  }

  @Test
  void aLongShelfIsReadWithAsManyStatementsAsAShortOne() {
    long many = firewall("headland-fw");
    long few = firewall("payroll");
    assertTrue(own("headland-fw").get("lines").size() > 3 * own("payroll").get("lines").size());
    assertEquals(
        statements(() -> client.get("/api/firewalls/" + few + "/stack").expect(200)),
        statements(() -> client.get("/api/firewalls/" + many + "/stack").expect(200)));
  }

  @Test
  void anEditAsksTheSameOfALongShelfAsOfAShortOne() {
    assertEquals(statements(edit("payroll")), statements(edit("headland-fw")));
  }

  private Runnable edit(String firewall) {
    String shelf = own(firewall).get("id").toString();
    return () ->
        client
            .post(
                "/api/edits",
                "{\"edits\": [{\"op\": \"add\", \"shelf\": " + shelf + ", \"divider\": \"x\"}]}")
            .expect(200);
  }

  @Test
  void aPastedListTakesTwoInsertsForEachObjectAndNoLookAtAllOthers() {
    long few = statements(paste("few", 2));
    long many = statements(paste("many", 12));
    assertTrue(many - few <= 10 * 4, many - few + " statements for 10 more");
  }

  private Runnable paste(String name, int count) {
    int[] turn = {0};
    return () -> {
      StringBuilder objects = new StringBuilder();
      turn[0]++;
      for (int i = 0; i < count; i++) {
        String label = name + "-" + turn[0] + "-" + i;
        objects.append(i == 0 ? "" : ",");
        objects.append("{\"name\":\"" + label + "\",\"host\":\"198.51.100." + i + "\"}");
      }
      client
          .post("/api/objects", "{\"kind\":\"address\",\"objects\":[" + objects + "]}")
          .expect(201);
    };
  }

  @Test
  void aMoveChangesOneRow() {
    Map<Long, Long> before = versions();
    JsonNode shelf = own("headland-fw");
    JsonNode last = shelf.get("lines").get(shelf.get("lines").size() - 1);
    client
        .post(
            "/api/lines/" + last.get("id") + "/move",
            "{\"version\": " + last.get("version") + ", \"shelf\": " + shelf.get("id") + "}")
        .expect(200);
    Map<Long, Long> after = versions();
    after.entrySet().removeIf(e -> e.getValue().equals(before.get(e.getKey())));
    assertEquals(java.util.Set.of(last.get("id").asLong()), after.keySet());
  }

  private static Map<Long, Long> versions() {
    Map<Long, Long> out = new HashMap<>();
    Running.context()
        .getBean(JdbcTemplate.class)
        .query(
            "select id, version from line",
            row -> {
              out.put(row.getLong(1), row.getLong(2));
            });
    return out;
  }
}
