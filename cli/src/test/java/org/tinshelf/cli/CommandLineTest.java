package org.tinshelf.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The command line as a process of its own. */
class CommandLineTest {

  private static final String DEMO = "../demo/saltmarsh.tinshelf.json";
  private static final String NOW = "2026-11-23T10:00";

  @TempDir private Path dir;

  private record Result(int status, String out, String err) {
    JsonNode json() {
      return JsonMapper.builder().build().readTree(out);
    }
  }

  private Result run(String... arguments) throws IOException, InterruptedException {
    List<String> command =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-cp",
                System.getProperty("java.class.path"),
                "org.tinshelf.cli.Main"));
    command.addAll(List.of(arguments));
    Path out = Files.createTempFile(dir, "out", "");
    Path err = Files.createTempFile(dir, "err", "");
    int status =
        new ProcessBuilder(command)
            .redirectOutput(out.toFile())
            .redirectError(err.toFile())
            .start()
            .waitFor();
    return new Result(
        status,
        Files.readString(out, StandardCharsets.UTF_8),
        Files.readString(err, StandardCharsets.UTF_8));
  }

  @Test
  void checkPrintsTheResultAloneAndSaysByItsStatusHowBadItIs() throws Exception {
    Result result = run("check", DEMO, "--firewall", "ticket-db", "--now", NOW);
    assertEquals(0, result.status());
    assertEquals("", result.err());
    assertTrue(result.out().contains("medium redundant     machines/upper 1"), result.out());
    assertEquals(
        1,
        run("check", DEMO, "--firewall", "ticket-db", "--fail-on", "medium", "--now", NOW)
            .status());
    assertEquals(1, run("check", DEMO, "--now", NOW).status());
    assertEquals(0, run("check", DEMO, "--fail-on", "never", "--now", NOW).status());
  }

  @Test
  void checkAsJsonHasTheFormOfTheContract() throws Exception {
    Result result = run("check", DEMO, "--firewall", "gannet-fw", "--format", "json", "--now", NOW);
    JsonNode checked = result.json().get("checked").get(0);
    assertEquals("Saltmarsh Ferries", result.json().get("document").asString());
    assertEquals("gannet-fw", checked.get("firewall").asString());
    JsonNode finding = null;
    for (JsonNode f : checked.get("findings")) {
      if (f.get("rule").get("name").asString().equals("late crew")) {
        finding = f;
      }
    }
    assertEquals("shadowed", finding.get("kind").asString());
    assertEquals("high", finding.get("severity").asString());
    assertEquals("always", finding.get("certainty").asString());
    assertEquals("gannet-fw/own", finding.get("rule").get("shelf").asString());
    assertEquals("1", finding.get("rule").get("position").asString());
    assertEquals("no night traffic", finding.get("by").get(0).get("name").asString());
    assertEquals(0.0, finding.get("reach").asDouble());
    JsonNode witness = finding.get("witness");
    assertEquals("quay", witness.get("from").asString());
    assertTrue(witness.get("icmpType").isNull());
    assertEquals("2026-11-23T23:30", witness.get("time").asString());
    assertEquals(14, witness.size());
  }

  @Test
  void everyKindOfFindingHasAnExampleInTheDemo() throws Exception {
    Result result = run("check", DEMO, "--format", "json", "--exceptions", "--now", NOW);
    for (String kind :
        List.of(
            "shadowed",
            "redundant",
            "conflict",
            "never-matches",
            "exception",
            "overly-broad",
            "silent-end",
            "open-self",
            "unlogged",
            "uninspected",
            "unused-object")) {
      assertTrue(result.out().contains("\"" + kind + "\""), kind);
    }
  }

  @Test
  void theSameInputGivesTheSameBytes() throws Exception {
    String[] arguments = {"check", DEMO, "--format", "json", "--now", NOW};
    String first = run(arguments).out().replaceAll("\"millis\" : \\d+", "");
    assertEquals(first, run(arguments).out().replaceAll("\"millis\" : \\d+", ""));
  }

  @Test
  void aBrokenDocumentIsRefusedWithEveryPlace() throws Exception {
    Path broken = dir.resolve("broken.tinshelf.json");
    Files.writeString(
        broken,
        Files.readString(Path.of(DEMO))
            .replace("\"10.72.8.0/22\"", "\"10.72.8.1/22\"")
            .replace("\"ticket-dbs\", \"members\"", "\"ticket-dbs\", \"member\""));
    Result result = run("check", broken.toString());
    assertEquals(2, result.status());
    assertEquals("", result.out());
    assertTrue(result.err().contains("write 10.72.8.0/22"), result.err());
    assertTrue(result.err().contains("did you mean 'members'?"), result.err());
  }

  @Test
  void probeAnswersEachPacketOnALineOfItsOwn() throws Exception {
    Path packets = dir.resolve("packets.jsonl");
    Files.writeString(
        packets,
        """
        {"from":"quay","to":"outside","source":"10.72.16.9","destination":"203.0.113.10"}

        {"from":"outside","to":"self","source":"203.0.113.99","destination":"198.51.100.10","protocol":1,"icmpType":8,"icmpCode":0}
        """);
    Result result =
        run(
            "probe",
            DEMO,
            "--firewall",
            "gannet-fw",
            "--packets",
            packets.toString(),
            "--now",
            NOW);
    assertEquals(0, result.status(), result.err());
    String[] lines = result.out().strip().split("\n");
    assertEquals(2, lines.length);
    assertEquals(
        "{\"action\":\"allow\",\"decidedBy\":{\"shelf\":\"gannet-fw/own\",\"position\":\"3\","
            + "\"name\":\"crew to tickets\"},\"log\":\"end\",\"wouldNext\":{\"shelf\":"
            + "\"terminals/lower\",\"position\":\"1\",\"name\":\"quay to tickets\"}}",
        lines[0]);
    assertTrue(lines[1].contains("\"name\":\"self block\""), lines[1]);
  }

  @Test
  void probeRefusesPacketsThatCannotExistAndSaysWhere() throws Exception {
    Path packets = dir.resolve("packets.jsonl");
    Files.writeString(
        packets,
        """
        {"from":"quay","to":"outside","source":"10.72.16.9","destination":"2001:db8::1"}
        {"from":"moon","to":"outside","source":"10.72.16.9","destination":"203.0.113.10"}
        {"to":"outside","source":"10.72.16.9","destination":"203.0.113.10"}
        """);
    Result result = run("probe", DEMO, "--firewall", "gannet-fw", "--packets", packets.toString());
    assertEquals(2, result.status());
    assertEquals("", result.out());
    assertTrue(result.err().contains("line 1: source and destination"), result.err());
    assertTrue(result.err().contains("line 2: the firewall has no zone 'moon'"), result.err());
    assertTrue(result.err().contains("line 3: 'from' is missing"), result.err());
  }

  @Test
  void badUsageIsToldAndEndsWithTwo() throws Exception {
    assertEquals(2, run("check").status());
    assertEquals(2, run("check", DEMO, "--firewall", "nobody").status());
    assertEquals(2, run("check", DEMO, "--now", "noon").status());
    assertEquals(2, run("check", dir.resolve("missing").toString()).status());
    assertEquals(2, run("frobnicate").status());
  }

  @Test
  void sarifPointsIntoTheDocument() throws Exception {
    Result result = run("check", DEMO, "--format", "sarif", "--fail-on", "never", "--now", NOW);
    assertEquals(0, result.status(), result.err());
    JsonNode log = result.json();
    assertEquals("2.1.0", log.get("version").asString());
    JsonNode run = log.get("runs").get(0);
    JsonNode described = run.get("tool").get("driver").get("rules");
    List<String> text = Files.readAllLines(Path.of(DEMO));
    boolean late = false;
    for (JsonNode r : run.get("results")) {
      assertEquals(
          r.get("ruleId"), described.get(r.get("ruleIndex").asInt()).get("id"), r.toString());
      assertTrue(List.of("error", "warning", "note").contains(r.get("level").asString()));
      assertTrue(r.get("partialFingerprints").has("tinShelf/v1"));
      JsonNode place = r.get("locations").get(0).get("physicalLocation");
      assertEquals(DEMO, place.get("artifactLocation").get("uri").asString());
      int line = place.get("region").get("startLine").asInt();
      int column = place.get("region").get("startColumn").asInt();
      assertEquals('{', text.get(line - 1).charAt(column - 1));
      if (r.get("message").get("text").asString().startsWith("“late crew” never")) {
        late = true;
        assertTrue(text.get(line).contains("late crew"), text.get(line));
        assertEquals("error", r.get("level").asString());
        assertEquals(1, r.get("relatedLocations").size());
      }
    }
    assertTrue(late);
    described.forEach(d -> assertTrue(d.get("help").get("text").asString().length() > 10));
  }

  @Test
  void aFindingOnABaysRuleSaysOnHowManyFirewallsItHolds() throws Exception {
    JsonNode shared = run("check", DEMO, "--format", "json", "--now", NOW).json().get("shared");
    assertTrue(shared.size() > 0);
    for (JsonNode s : shared) {
      assertTrue(s.get("firewalls").size() >= 1);
      assertTrue(s.get("firewalls").size() <= s.get("outOf").asInt(), s.toString());
    }
  }

  @Test
  void compareSaysNothingWhereNothingDiffersAndExactlyWhatElse() throws Exception {
    Result same = run("compare", DEMO, DEMO, "--now", NOW);
    assertEquals(0, same.status(), same.err());
    assertEquals("", same.out());
    Path changed = dir.resolve("changed.tinshelf.json");
    Files.writeString(
        changed,
        Files.readString(Path.of(DEMO))
            .replace(
                "\"name\": \"no telnet ever\",", "\"name\": \"no telnet ever\", \"on\": false,"));
    Result result = run("compare", DEMO, changed.toString(), "--format", "json", "--now", NOW);
    JsonNode compared = result.json().get("compared");
    int differences = 0;
    for (JsonNode firewall : compared) {
      for (JsonNode d : firewall.get("differences")) {
        differences++;
        assertTrue(
            List.of("newly-allowed", "blocked-otherwise").contains(d.get("kind").asString()),
            d.toString());
        assertEquals("reject", d.get("was").asString());
        assertEquals("no telnet ever", d.get("before").get("name").asString());
        assertEquals(23, d.get("witness").get("destinationPort").asInt());
        assertTrue(d.get("share").asDouble() > 0);
      }
    }
    assertTrue(differences > 0);
  }

  @Test
  void whatHappensToBothFamiliesAlikeIsOneDifference() throws Exception {
    String[] texts = {"drop", "allow"};
    for (int i = 0; i < 2; i++) {
      Files.writeString(
          dir.resolve(i + ".tinshelf.json"),
          """
          {"tinshelf": 1, "zones": [{"name": "quay"}, {"name": "dmz"}], "firewalls": [{"name": "fw", "own": [
            {"name": "no pings", "services": ["icmp/8", "icmp6/128"], "action": "drop"},
            {"name": "rest", "from": ["quay"], "to": ["dmz"], "action": "%s"}]}]}
          """
              .formatted(texts[i]));
    }
    Result result =
        run(
            "compare",
            dir.resolve("0.tinshelf.json").toString(),
            dir.resolve("1.tinshelf.json").toString(),
            "--format",
            "json");
    JsonNode differences = result.json().get("compared").get(0).get("differences");
    assertEquals(1, differences.size(), differences.toString());
    JsonNode fields = differences.get(0).get("fields");
    assertEquals(List.of("from", "to", "services"), List.copyOf(fields.propertyNames()));
    assertTrue(fields.get("services").toString().contains("\"icmp6/0-127,129-255\""));
  }
}
