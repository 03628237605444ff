package org.tinshelf.server.accounts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;

@ExtendWith(Running.class)
class SessionTest {

  @Test
  void aPersonSignsInIsKnownAndSignsOut() {
    Client client = Running.signedIn();
    assertEquals(
        "Ida", client.get("/api/session").expect(200).json().get("displayName").asString());
    client.delete("/api/session").expect(204);
    client.get("/api/session").expect(401);
  }

  @Test
  void thePasswordIsKeptAsAHash() {
    Account ida = Running.context().getBean(Accounts.class).findByName("ida").orElseThrow();
    assertTrue(ida.passwordHash().startsWith("$2a$"));
    assertFalse(ida.passwordHash().contains(Running.PASSWORD));
  }

  @Test
  void guessingIsSlowedDown() {
    Client client = Running.client();
    for (int i = 0; i < 5; i++) {
      client.post("/api/session", "{\"name\":\"guessed\",\"password\":\"x\"}").expect(401);
    }
    Client.Answer answer =
        client.post("/api/session", "{\"name\":\"guessed\",\"password\":\"x\"}").expect(429);
    assertTrue(answer.json().get("detail").asString().contains("Wait"));
    Running.signedIn();
  }

  @Test
  void aRequestFromAnotherPageChangesNothing() {
    Client client = Running.signedIn().withoutToken();
    client.post("/api/standings", "").expect(403);
    client.get("/api/draft").expect(200);
  }

  @Test
  void nobodyBecomesTheFirstAdministratorTwice() {
    Client client = Running.client();
    client
        .post(
            "/api/session/first",
            "{\"code\":\"AAAA-BBBB-CCCC\",\"name\":\"eve\",\"password\":\"0123456789\"}")
        .expect(403);
  }
}
