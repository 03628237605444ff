package org.tinshelf.exchange.report;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.ObjectCheck;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;
import org.tinshelf.exchange.document.DocumentReader;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Findings as SARIF 2.1.0, held against the standard's own description of its form. */
class SarifTest {

  private static final LocalDateTime NOW = LocalDateTime.of(2026, 11, 23, 10, 0);
  private static final Path DEMO = Path.of("../demo/saltmarsh.tinshelf.json");

  private static String sarif(Path as, String text) throws IOException {
    Path file = Files.createTempFile("sarif", ".json");
    Files.writeString(file, text);
    Estate estate = DocumentReader.read(text);
    Stacks stacks = new Stacks(estate);
    List<Reports.Checked> all = new ArrayList<>();
    for (Firewall firewall : estate.firewalls()) {
      Stack stack = stacks.of(firewall, NOW);
      all.add(new Reports.Checked(firewall.name(), 0, 0, Set.of(), Check.of(stack, true)));
    }
    String log = Sarif.of(as, new Places(file), all, ObjectCheck.of(estate));
    Files.delete(file);
    return log;
  }

  private static JsonNode demo() throws IOException {
    return JsonMapper.builder().build().readTree(sarif(DEMO, Files.readString(DEMO)));
  }

  @Test
  void hasTheFormThatTheStandardDescribes() throws IOException {
    Schema schema =
        SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(
                Files.readString(Path.of("src/test/resources/sarif-2.1.0-part.schema.json")),
                InputFormat.JSON);
    String log = sarif(DEMO, Files.readString(DEMO));
    assertEquals(List.of(), schema.validate(log, InputFormat.JSON));
    String bad = log.replaceFirst("\"level\" : \"(\\w+)\"", "\"level\" : \"grave\"");
    assertTrue(schema.validate(bad, InputFormat.JSON).size() > 0, "the schema says nothing");
  }

  @Test
  void aFingerprintIsOfOneResultOfARunAlone() throws IOException {
    Set<String> seen = new HashSet<>();
    for (JsonNode result : demo().at("/runs/0/results")) {
      String print = result.at("/partialFingerprints/tinShelf~1v1").asString();
      String where = result.at("/locations/0/logicalLocations/0/fullyQualifiedName").asString();
      assertTrue(seen.add(print + " " + where), result.toString());
    }
    assertTrue(seen.size() > 50);
  }

  @Test
  void aFingerprintStaysWhereRulesMove() throws IOException {
    String text = Files.readString(DEMO);
    String moved =
        text.replaceFirst(
            "\\{\\s*\"name\": \"known noise\"",
            "{\"name\": \"something new\", \"on\": false, \"action\": \"drop\"}, $0");
    List<String> before = prints(sarif(DEMO, text));
    List<String> after = prints(sarif(DEMO, moved));
    assertTrue(after.containsAll(before), "some findings are others now");
  }

  private static List<String> prints(String log) {
    List<String> out = new ArrayList<>();
    for (JsonNode r : JsonMapper.builder().build().readTree(log).at("/runs/0/results")) {
      out.add(r.at("/partialFingerprints/tinShelf~1v1").asString());
    }
    return out;
  }

  @Test
  void aFileIsNamedAsAUriWhateverLettersItsNameHas() throws IOException {
    String text = Files.readString(DEMO);
    assertTrue(
        sarif(Path.of("our rules/ferjå.json"), text)
            .contains("\"uri\" : \"our%20rules/ferj%C3%A5.json\""));
    assertTrue(
        sarif(Path.of("/srv/a b.json"), text).contains("\"uri\" : \"file:///srv/a%20b.json\""));
  }
}
