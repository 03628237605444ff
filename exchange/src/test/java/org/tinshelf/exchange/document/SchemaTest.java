package org.tinshelf.exchange.document;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The schema and the reader agree on what a document may look like. */
class SchemaTest {

  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final Schema schema;
  private final String page;

  SchemaTest() throws IOException {
    String text =
        Files.readString(Path.of("src/main/resources/schema/policy-document.schema.json"));
    schema =
        SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(text, InputFormat.JSON);
    page = Files.readString(Path.of("src/test/resources/page.tinshelf.json"));
  }

  private boolean schemaAccepts(String document) {
    return schema.validate(document, InputFormat.JSON).isEmpty();
  }

  private static boolean readerAccepts(String document) {
    try {
      DocumentReader.read(document);
      return true;
    } catch (BadDocumentException e) {
      return false;
    }
  }

  @Test
  void bothAcceptTheDocumentThatHasEverything() throws IOException {
    assertTrue(schemaAccepts(page));
    assertTrue(readerAccepts(page));
    assertTrue(schemaAccepts(Files.readString(Path.of("../demo/saltmarsh.tinshelf.json"))));
  }

  /** Every key of every object is misspelt in turn. */
  @TestFactory
  Stream<DynamicTest> bothRefuseEveryUnknownKey() {
    return mutations(
        (object, key) -> {
          JsonNode value = object.remove(key);
          object.set(key + "x", value);
        });
  }

  /** Every value of every object becomes something of another type in turn. */
  @TestFactory
  Stream<DynamicTest> bothRefuseEveryValueOfAnotherType() {
    return mutations((object, key) -> object.put(key, 1234567));
  }

  private interface Mutation {
    void change(ObjectNode object, String key);
  }

  private Stream<DynamicTest> mutations(Mutation mutation) {
    List<DynamicTest> tests = new ArrayList<>();
    int count = objects(JSON.readTree(page)).size();
    for (int i = 0; i < count; i++) {
      for (String key : List.copyOf(objects(JSON.readTree(page)).get(i).propertyNames())) {
        JsonNode tree = JSON.readTree(page);
        mutation.change(objects(tree).get(i), key);
        String document = JSON.writeValueAsString(tree);
        tests.add(
            DynamicTest.dynamicTest(
                "object " + i + ", " + key,
                () -> {
                  assertEquals(false, readerAccepts(document), "the reader");
                  assertEquals(false, schemaAccepts(document), "the schema");
                }));
      }
    }
    return tests.stream();
  }

  private static List<ObjectNode> objects(JsonNode node) {
    List<ObjectNode> out = new ArrayList<>();
    if (node instanceof ObjectNode object) {
      out.add(object);
    }
    if (node instanceof ObjectNode || node instanceof ArrayNode) {
      node.forEach(child -> out.addAll(objects(child)));
    }
    return out;
  }
}
