package org.tinshelf.server.install;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.tinshelf.core.model.Estate;
import org.tinshelf.exchange.document.DocumentReader;
import org.tinshelf.exchange.document.Problem;

class EnforcementTest {

  private static List<Problem> problems(String platform) {
    Estate estate =
        DocumentReader.read(
            "{\"tinshelf\":1,\"firewalls\":[{\"name\":\"f\",\"platform\":\""
                + platform
                + "\",\"own\":[{\"name\":\"r\",\"guard\":\"encrypted\",\"action\":\"allow\"}]}]}");
    return Enforcement.problems(estate, estate.firewalls().get(0));
  }

  @Test
  void aKnownPlatformIsAskedRuleByRule() {
    assertEquals(List.of(), problems("yard"));
  }

  @Test
  void anUnknownPlatformStandsInTheWay() {
    Problem problem = problems("slate").get(0);
    assertTrue(problem.wrong().contains("'slate'"), problem.wrong());
    assertEquals("f", problem.pointer());
  }
}
