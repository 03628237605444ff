package org.tinshelf.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.tinshelf.cli.SecondReading.Decider;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What the command line says of documents, against a reading of their text that shares no code. */
class SecondOpinionTest {

  private static final LocalDate TODAY = LocalDate.of(2026, 11, 23);
  private static final String NOW = TODAY + "T10:00";
  private static final int PACKETS = 150;
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private static String run(String... arguments) {
    PrintStream before = System.out;
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    System.setOut(new PrintStream(out, true, StandardCharsets.UTF_8));
    try {
      assertEquals(0, Main.run(arguments), String.join(" ", arguments));
    } finally {
      System.setOut(before);
    }
    return out.toString(StandardCharsets.UTF_8);
  }

  private static Path written(String text) throws IOException {
    Path file = Files.createTempFile("opinion", ".json");
    file.toFile().deleteOnExit();
    return Files.writeString(file, text);
  }

  private static List<JsonNode> findings(Path file) {
    String out =
        run(
            "check",
            file.toString(),
            "--firewall",
            "fw",
            "--format",
            "json",
            "--now",
            NOW,
            "--fail-on",
            "never",
            "--exceptions");
    List<JsonNode> all = new ArrayList<>();
    JSON.readTree(out).get("checked").get(0).get("findings").forEach(all::add);
    return all;
  }

  @Property(tries = 40, shrinking = ShrinkingMode.OFF)
  void aProbeNamesWhatDecidesAndWhatWouldDecideNext(@ForAll long seed) throws IOException {
    RandomDocument random = new RandomDocument(seed);
    ObjectNode document = random.make();
    SecondReading reading = new SecondReading(document, TODAY);
    List<ObjectNode> packets = new ArrayList<>();
    for (int i = 0; i < PACKETS; i++) {
      packets.add(random.packet());
    }
    String lines = packets.stream().map(ObjectNode::toString).collect(Collectors.joining("\n"));
    Path file = written(document.toString());
    String[] answers =
        run(
                "probe",
                file.toString(),
                "--firewall",
                "fw",
                "--now",
                NOW,
                "--packets",
                written(lines).toString())
            .split("\n");
    assertEquals(PACKETS, answers.length);
    for (int i = 0; i < PACKETS; i++) {
      JsonNode answer = JSON.readTree(answers[i]);
      Decider decides = reading.decide(packets.get(i), d -> false);
      String about = packets.get(i) + "\n" + document;
      assertEquals(place(decides), place(answer.get("decidedBy")), about);
      assertEquals(decides.action(), answer.get("action").asString(), about);
      assertEquals(decides.log(), answer.get("log").asString(), about);
      if (!decides.shelf().equals("floor")) {
        Decider next = reading.decide(packets.get(i), decides::equals);
        assertEquals(place(next), place(answer.get("wouldNext")), about);
      }
    }
  }

  @Property(tries = 40, shrinking = ShrinkingMode.OFF)
  void everyWitnessProvesItsFinding(@ForAll long seed) throws IOException {
    ObjectNode document = new RandomDocument(seed).make();
    SecondReading reading = new SecondReading(document, TODAY);
    for (JsonNode finding : findings(written(document.toString()))) {
      if (!finding.has("witness") || finding.get("witness").isNull()) {
        continue;
      }
      JsonNode witness = finding.get("witness");
      Decider decides = reading.decide(witness, d -> false);
      String about = finding + "\n" + document;
      switch (finding.get("kind").asString()) {
        case "shadowed" -> {
          Decider rule = ofFinding(reading, finding);
          assertTrue(reading.matches(rule, witness), about);
          assertFalse(decides.action().equals(rule.action()), about);
        }
        case "redundant" ->
            assertTrue(reading.matches(ofFinding(reading, finding), witness), about);
        case "conflict", "exception" -> {
          Decider lower = ofFinding(reading, finding);
          assertEquals(place(finding.get("by").get(0)), place(decides), about);
          assertTrue(reading.matches(lower, witness), about);
          assertFalse(lets(lower) == lets(decides), about);
        }
        case "silent-end" -> {
          assertFalse(lets(decides), about);
          assertEquals("none", decides.log(), about);
        }
        case "open-self" -> {
          assertEquals(place(finding.get("rule")), place(decides), about);
          assertEquals("self", witness.get("to").asString(), about);
          assertTrue(lets(decides), about);
        }
        default -> assertEquals(place(finding.get("rule")), place(decides), about);
      }
    }
  }

  @Property(tries = 40, shrinking = ShrinkingMode.OFF)
  void withoutTheDeadAndRedundantRulesEveryPacketIsTreatedTheSame(@ForAll long seed)
      throws IOException {
    RandomDocument random = new RandomDocument(seed);
    ObjectNode document = random.make();
    SecondReading reading = new SecondReading(document, TODAY);
    List<String> gone = new ArrayList<>();
    List<String> never = new ArrayList<>();
    for (JsonNode finding : findings(written(document.toString()))) {
      switch (finding.get("kind").asString()) {
        case "shadowed", "redundant" -> gone.add(place(finding.get("rule")));
        case "never-matches" -> never.add(place(finding.get("rule")));
        default -> {}
      }
    }
    for (int i = 0; i < PACKETS; i++) {
      ObjectNode packet = random.packet();
      Decider before = reading.decide(packet, d -> false);
      Decider after = reading.decide(packet, d -> gone.contains(place(d)));
      assertEquals(before.action() + before.log(), after.action() + after.log(), packet.toString());
      assertFalse(never.contains(place(before)), packet + "\n" + document);
    }
  }

  private static Decider ofFinding(SecondReading reading, JsonNode finding) {
    Decider found =
        reading.deciders().stream()
            .filter(d -> place(d).equals(place(finding.get("rule"))))
            .findFirst()
            .orElse(null);
    assertNotNull(found, finding.toString());
    return found;
  }

  private static boolean lets(Decider decider) {
    return decider.action().equals("allow");
  }

  private static String place(Decider decider) {
    return (decider.shelf() + " " + decider.position()).strip();
  }

  private static String place(JsonNode ref) {
    String position = ref.has("position") ? ref.get("position").asString() : "";
    return (ref.get("shelf").asString() + " " + position).strip();
  }
}
