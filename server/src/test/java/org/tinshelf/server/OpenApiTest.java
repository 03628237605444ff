package org.tinshelf.server;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(Running.class)
class OpenApiTest {

  /** To renew it: sign in, save /api/openapi.json there with its keys sorted. */
  @Test
  void theInterfacesTypesAreMadeFromTheDescriptionTheServerGives() {
    assertEquals(
        JsonMapper.builder().build().readTree(Path.of("../web/src/api/openapi.json").toFile()),
        Running.signedIn().get("/api/openapi.json").expect(200).json());
  }
}
