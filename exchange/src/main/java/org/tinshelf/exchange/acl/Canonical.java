package org.tinshelf.exchange.acl;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.TreeSet;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** One form for JSON that says the same: keys sorted, no white space. Lists keep their order. */
public final class Canonical {

  private static final JsonMapper JSON = JsonMapper.builder().build();

  private Canonical() {}

  /** SHA-256 of the canonical form, in hexadecimal. */
  public static String digest(JsonNode node) {
    try {
      byte[] text = JSON.writeValueAsString(sorted(node)).getBytes(StandardCharsets.UTF_8);
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(text));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  private static JsonNode sorted(JsonNode node) {
    if (node.isObject()) {
      ObjectNode out = JsonNodeFactory.instance.objectNode();
      new TreeSet<>(node.propertyNames()).forEach(k -> out.set(k, sorted(node.get(k))));
      return out;
    }
    if (node.isArray()) {
      ArrayNode out = JsonNodeFactory.instance.arrayNode();
      node.forEach(n -> out.add(sorted(n)));
      return out;
    }
    return node;
  }
}
