package org.tinshelf.server.accounts;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.JsonNode;

@ExtendWith(Running.class)
class SettingsTest {

  @BeforeEach
  void asUsual() {
    Running.context().getBean(JdbcTemplate.class).update("delete from setting");
  }

  private static String value(Client client, String name) {
    for (JsonNode setting : client.get("/api/settings").expect(200).json()) {
      if (setting.get("name").asString().equals(name)) {
        return setting.get("value").asString();
      }
    }
    return "";
  }

  @Test
  void aChoiceIsFoundAgainInAnotherSession() {
    Running.signedIn().put("/api/settings/lamp", "{\"value\": \"on\"}").expect(204);
    Running.signedIn().put("/api/settings/lamp", "{\"value\": \"dim\"}").expect(204);
    assertEquals("dim", value(Running.signedIn(), "lamp"));
  }

  @Test
  void thereIsRoomForSoMuchAndNoMore() {
    Client client = Running.signedIn();
    String long60k = "x".repeat(60_001);
    client.put("/api/settings/lamp", "{\"value\": \"" + long60k + "\"}").expect(400);
    client.put("/api/settings/" + "n".repeat(41), "{\"value\": \"\"}").expect(409);
    for (int i = 0; client.get("/api/settings").json().size() < 40; i++) {
      client.put("/api/settings/s" + i, "{\"value\": \"1\"}").expect(204);
    }
    client.put("/api/settings/another", "{\"value\": \"1\"}").expect(409);
  }
}
