package org.tinshelf.exchange.acl;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.exchange.document.DocumentReader;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What is sent to a firewall. */
class AclWriterTest {

  private final Estate estate = DocumentReader.read(Path.of("../demo/saltmarsh.tinshelf.json"));

  private ObjectNode policy(String name) {
    Firewall firewall =
        estate.firewalls().stream().filter(f -> f.name().equals(name)).findFirst().orElseThrow();
    return AclWriter.write(estate, firewall);
  }

  private static JsonNode list(JsonNode policy, String name) {
    for (JsonNode acl : policy.get("ietf-access-control-list:acls").get("acl")) {
      if (acl.get("name").asString().equals(name)) {
        return acl.get("aces").get("ace");
      }
    }
    throw new AssertionError(name);
  }

  private static JsonNode entry(JsonNode list, String name) {
    for (JsonNode ace : list) {
      if (ace.get("name").asString().equals(name)) {
        return ace;
      }
    }
    throw new AssertionError(name);
  }

  private static List<String> texts(JsonNode list) {
    List<String> out = new ArrayList<>();
    list.forEach(n -> out.add(n.asString()));
    return out;
  }

  @Test
  void shelvesAreListsReadInTheOrderOfTheStack() {
    JsonNode about =
        policy("gannet-fw").get("ietf-access-control-list:acls").get("tinshelf-policy:firewall");
    assertEquals(
        List.of(
            "saltmarsh-ferries/upper",
            "terminals/upper",
            "gannet-fw/own",
            "terminals/lower",
            "saltmarsh-ferries/lower"),
        texts(about.get("reads")));
    assertEquals("Europe/Oslo", about.get("time-zone").asString());
    assertEquals("closed", about.get("floor").get("kind").asString());
  }

  @Test
  void objectsAreResolvedToValues() {
    JsonNode rule =
        entry(list(policy("gannet-fw"), "gannet-fw/own"), "crew to tickets")
            .get("tinshelf-policy:rule");
    assertEquals(List.of("10.72.16.0/23"), texts(rule.get("source").get("range")));
    assertEquals(
        List.of("203.0.113.10", "203.0.113.14"), texts(rule.get("destination").get("range")));
    assertEquals(List.of("tcp/443", "tcp/8443"), texts(rule.get("service")));
    JsonNode calls =
        entry(list(policy("gannet-fw"), "terminals/upper"), "crew phones")
            .get("tinshelf-policy:rule");
    assertEquals("voice-calls", calls.get("on-standard").get(0).get("application").asString());
    JsonNode late =
        entry(list(policy("gannet-fw"), "gannet-fw/own"), "late crew").get("tinshelf-policy:rule");
    assertTrue(late.get("restricted-time").asBoolean());
    assertTrue(texts(late.get("window")).contains("mon 23:30-04:30"));
  }

  @Test
  void aDrawerIsAListOfItsOwn() {
    JsonNode policy = policy("headland-fw");
    JsonNode guests = entry(list(policy, "headland-fw/own"), "guest wifi");
    assertEquals("tinshelf-policy:drawer", guests.get("actions").get("forwarding").asString());
    JsonNode rule = guests.get("tinshelf-policy:rule");
    assertEquals("drop", rule.get("end").asString());
    assertEquals(4, list(policy, rule.get("drawer").asString()).size());
  }

  @Test
  void rulesThatAreOffOrMeantForOthersAreLeftOut() {
    assertFalse(policy("sandpiper-fw").toString().contains("old proxy"));
    assertTrue(policy("ticket-db").toString().contains("admins over the wire"));
    assertFalse(policy("gannet-fw").toString().contains("admins over the wire"));
  }

  @Test
  void theDigestTellsWhetherTwoPoliciesSayTheSame() {
    ObjectNode policy = policy("payroll");
    JsonNode read = JsonMapper.builder().build().readTree(policy.toPrettyString());
    assertEquals(Canonical.digest(policy), Canonical.digest(read));
    assertNotEquals(Canonical.digest(policy), Canonical.digest(policy("ticket-db")));
    JsonMapper json = JsonMapper.builder().build();
    assertEquals(
        Canonical.digest(json.readTree("{\"a\":1,\"b\":[1,2]}")),
        Canonical.digest(json.readTree("{ \"b\" : [1,2], \"a\" : 1 }")));
    assertNotEquals(
        Canonical.digest(json.readTree("{\"b\":[1,2]}")),
        Canonical.digest(json.readTree("{\"b\":[2,1]}")));
  }
}
