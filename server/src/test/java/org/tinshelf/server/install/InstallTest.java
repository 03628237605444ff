package org.tinshelf.server.install;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.JsonNode;

/** Sealing, installing and standings, against the yard over its real protocol. */
@ExtendWith(Running.class)
class InstallTest {

  private Client client;

  @BeforeEach
  void signIn() {
    client = Running.signedIn();
  }

  private JsonNode firewall(String name) {
    for (JsonNode f : client.get("/api/estate").expect(200).json().get("firewalls")) {
      if (f.get("name").asString().equals(name)) {
        return f;
      }
    }
    throw new AssertionError(name);
  }

  private JsonNode install(String name) throws InterruptedException {
    int newest = client.get("/api/revisions").json().get(0).get("number").asInt();
    String body =
        "{\"revision\":" + newest + ",\"firewalls\":[" + firewall(name).get("id").asLong() + "]}";
    long id = client.post("/api/installs", body).expect(202).json().get("id").asLong();
    for (int i = 0; i < 300; i++) {
      JsonNode install = client.get("/api/installs/" + id).expect(200).json();
      if (install.get("over").asBoolean()) {
        return install.get("steps").get(0);
      }
      Thread.sleep(50);
    }
    throw new AssertionError("the install does not end");
  }

  private String standing(String name) {
    client.post("/api/standings", "").expect(204);
    return firewall(name).get("standing").asString();
  }

  @Test
  void anInstalledFirewallIsLevelUntilSomebodyChangesItThere() throws Exception {
    assertEquals("never installed", standing("web-front"));
    assertEquals("done", install("web-front").get("state").asString());
    assertEquals("level", standing("web-front"));
    String policy = Running.yard().device("web-front").policy().orElseThrow();
    assertTrue(policy.contains("\"web-front/own\""), policy);
    assertTrue(policy.contains("tinshelf-policy:rule"), policy);

    Running.yard().device("web-front").replace(policy.replace("list:drop", "list:accept"));
    assertEquals("drifted", standing("web-front"));
    install("web-front");
    assertEquals("level", standing("web-front"));
  }

  @Test
  void aNewRevisionLeavesOnlyThoseBehindWhomItConcerns() throws Exception {
    install("payroll");
    install("ticket-db");
    JsonNode line = ownRule("payroll", "bank file");
    String body =
        "{\"version\":"
            + line.get("version")
            + ",\"rule\":"
            + line.get("rule").toString().replace("\"log\":\"end\"", "\"log\":\"both\"")
            + "}";
    client.put("/api/lines/" + line.get("id").asLong(), body).expect(200);
    JsonNode draft = client.get("/api/draft").json();
    long last = draft.get(draft.size() - 1).get("id").asLong();
    client.post("/api/revisions", "{\"note\":\"n\",\"upTo\":" + (last - 1) + "}").expect(409);
    client.post("/api/revisions", "{\"note\":\"n\",\"upTo\":" + last + "}").expect(201);
    assertEquals(0, client.get("/api/draft").json().size());
    assertEquals("behind", standing("payroll"));
    assertEquals("level", standing("ticket-db"));
    install("payroll");
    assertEquals("level", standing("payroll"));
  }

  private JsonNode ownRule(String firewall, String rule) {
    long id = firewall(firewall).get("id").asLong();
    for (JsonNode shelf : client.get("/api/firewalls/" + id + "/stack").json().get("shelves")) {
      for (JsonNode line : shelf.get("lines")) {
        if (line.get("name").asString().equals(rule)) {
          return line;
        }
      }
    }
    throw new AssertionError(rule);
  }

  @Test
  void whatWentWrongIsToldInWords() throws Exception {
    JdbcTemplate jdbc = Running.context().getBean(JdbcTemplate.class);
    String url =
        jdbc.queryForObject(
            "select management_url from firewall where name = 'berth-control'", String.class);
    try {
      jdbc.update(
          "update firewall set management_url = 'https://127.0.0.1:9' where name = 'berth-control'");
      JsonNode step = install("berth-control");
      assertEquals("failed", step.get("state").asString());
      assertEquals("Nothing answers at 127.0.0.1:9.", step.get("message").asString());
      assertEquals("unreachable", standing("berth-control"));
      jdbc.update(
          "update firewall set management_url = ? where name = 'berth-control'",
          url.replace("https", "http"));
      assertTrue(install("berth-control").get("message").asString().contains("not https"));
    } finally {
      jdbc.update("update firewall set management_url = ? where name = 'berth-control'", url);
    }
    assertEquals("never installed", standing("berth-control"));
  }
}
