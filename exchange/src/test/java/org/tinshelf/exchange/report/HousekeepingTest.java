package org.tinshelf.exchange.report;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.List;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.findings.ObjectCheck;
import org.tinshelf.core.findings.ObjectFinding;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.stack.Stacks;
import org.tinshelf.exchange.document.DocumentReader;

/** What is amiss with single rules and objects, from documents. */
class HousekeepingTest {

  private static final String FRAME =
      """
      {"tinshelf": 1,
       "asks": {%s},
       "addresses": [{"name": "admins", "network": "10.9.0.0/24"}%s],
       "services": [{"name": "web", "tcp": "443"}],
       "zones": [{"name": "in", "trust": 60}, {"name": "out", "trust": 0}],
       "managementAddresses": ["admins"],
       "firewalls": [{"name": "fw", "platform": "yard",
         "interfaces": [{"name": "e0", "zone": "out", "addresses": ["198.51.100.2/29"]},
                        {"name": "e1", "zone": "in", "addresses": ["10.0.0.1/8"]}],
         "routes": [{"to": "0.0.0.0/0", "via": "198.51.100.1"}],
         "own": [%s]}]}
      """;

  @TempDir private Path dir;

  private Estate estate(String addresses, String rules) throws IOException {
    return estate("", addresses, rules);
  }

  private Estate estate(String asks, String addresses, String rules) throws IOException {
    Path file = dir.resolve("x.tinshelf.json");
    Files.writeString(file, FRAME.formatted(asks, addresses, rules));
    return DocumentReader.read(file);
  }

  /** The kinds found on the rule named {@code r}. */
  private List<String> kinds(String rules) throws IOException {
    return findings(rules).stream()
        .filter(f -> f.rule().name().equals("r"))
        .map(f -> f.kind().word())
        .toList();
  }

  private List<Finding> findings(String rules) throws IOException {
    return findings("", rules);
  }

  private List<Finding> findings(String asks, String rules) throws IOException {
    Estate estate = estate(asks, "", rules);
    LocalDateTime now = LocalDateTime.of(2026, 11, 23, 10, 0);
    return Check.of(new Stacks(estate).of(estate.firewalls().get(0), now), false).findings();
  }

  private static String rule(String fields) {
    return "{\"name\": \"r\", " + fields + "}";
  }

  private static final String QUIET =
      "\"from\": [\"in\"], \"to\": [\"out\"], \"services\": [\"web\"], \"log\": \"end\","
          + " \"inspection\": [\"malware\"], \"action\": \"allow\"";

  @Test
  void nothingIsWrongWithACarefulRule() throws Exception {
    assertEquals(List.of(), kinds(rule(QUIET + ", \"source\": [\"10.1.0.0/24\"]")));
  }

  @Test
  void ownersAreAskedForWhereTheEstateWantsThem() throws Exception {
    String rules = rule(QUIET + ", \"source\": [\"10.1.0.0/24\"]");
    List<Finding> asked = findings("\"owners\": true", rules);
    assertTrue(asked.stream().anyMatch(f -> f.kind() == Finding.Kind.UNOWNED));
    String owned = rule(QUIET + ", \"owner\": \"ida\", \"source\": [\"10.1.0.0/24\"]");
    assertTrue(
        findings("\"owners\": true", owned).stream()
            .noneMatch(f -> f.kind() == Finding.Kind.UNOWNED));
  }

  @Test
  void whatIsBroadAndWhatExpiresSoonIsForTheEstateToSay() throws Exception {
    String rules =
        rule(
            "\"from\": [\"in\"], \"to\": [\"out\"], \"log\": \"end\", \"inspection\":"
                + " [\"malware\"], \"action\": \"allow\", \"source\": [\"10.1.0.0/24\"],"
                + " \"expires\": \"2026-12-20\"");
    assertTrue(findings(rules).stream().noneMatch(f -> f.kind() == Finding.Kind.EXPIRING));
    assertTrue(
        findings("\"expiringDays\": 30", rules).stream()
            .anyMatch(f -> f.kind() == Finding.Kind.EXPIRING));
    String wide =
        rule(
            "\"from\": [\"in\"], \"to\": [\"out\"], \"services\": [\"tcp/1000-1200\"], \"log\":"
                + " \"end\", \"inspection\": [\"malware\"], \"action\": \"allow\", \"source\":"
                + " [\"10.1.0.0/24\"]");
    assertTrue(findings(wide).stream().noneMatch(f -> f.kind() == Finding.Kind.OVERLY_BROAD));
    assertTrue(
        findings("\"broad\": {\"addresses4\": 200, \"ports\": 100}", wide).stream()
            .anyMatch(f -> f.kind() == Finding.Kind.OVERLY_BROAD));
  }

  @Test
  void whatAsksForNoInspectionIsUninspected() throws Exception {
    String rule = rule(QUIET.replace("malware", "") + ", \"source\": [\"10.1.0.0/24\"]");
    assertEquals(List.of("uninspected"), kinds(rule.replace("\"inspection\": [\"\"],", "")));
  }

  @Test
  void aBlockWithoutLogAndAnAllowFromTheLeastTrustedZoneAreUnlogged() throws Exception {
    assertEquals(
        List.of("unlogged"),
        kinds(rule("\"from\": [\"in\"], \"source\": [\"10.1.0.1\"], \"action\": \"drop\"")));
    String in =
        QUIET
            .replace("\"in\"", "\"out\"")
            .replace("[\"out\"], \"services\"", "[\"in\"], \"services\"");
    assertEquals(
        List.of("unlogged"),
        kinds(
            rule(
                in.replace("\"log\": \"end\", ", "").replace("\"log\": \"end\",", "")
                    + ", \"destination\": [\"10.1.0.1\"]")));
  }

  @Test
  void anAddressBehindAnotherZoneIsMisplaced() throws Exception {
    assertEquals(
        List.of("misplaced-address"), kinds(rule(QUIET + ", \"source\": [\"203.0.113.7\"]")));
    assertEquals(
        List.of("misplaced-address"),
        kinds(rule(QUIET + ", \"source\": [\"10.1.0.1\"], \"destination\": [\"10.2.0.1\"]")));
  }

  @Test
  void datesThatHavePassedOrAreCloseAreTold() throws Exception {
    String rule = QUIET + ", \"source\": [\"10.1.0.0/24\"], \"expires\": ";
    assertEquals(List.of("expired"), kinds(rule(rule + "\"2026-11-22\"")));
    assertEquals(List.of("expiring"), kinds(rule(rule + "\"2026-11-23\"")));
    assertEquals(List.of("expiring"), kinds(rule(rule + "\"2026-12-07\"")));
    assertEquals(List.of(), kinds(rule(rule + "\"2026-12-08\"")));
  }

  @Test
  void aStrangerOnAManagementServiceOfTheFirewallIsTheWitness() throws Exception {
    String open = QUIET.replace("[\"out\"]", "[\"self\"]") + ", \"source\": [\"10.0.0.0/8\"]";
    Finding finding =
        findings(rule(open)).stream()
            .filter(f -> f.kind() == Finding.Kind.OPEN_SELF)
            .findFirst()
            .orElseThrow();
    assertTrue(!finding.witness().orElseThrow().source().toString().startsWith("10.9.0."));
    assertEquals("self", finding.witness().orElseThrow().to());
    assertEquals(List.of(), kinds(rule(open.replace("10.0.0.0/8", "10.9.0.0/25"))));
  }

  @Test
  void rulesThatDifferInOneFieldAreMergeableUnlessSomethingBetweenMatters() throws Exception {
    String first = "{\"name\": \"first\", " + QUIET + ", \"source\": [\"10.1.0.1\"]}";
    String second = rule(QUIET + ", \"source\": [\"10.1.0.2\"]");
    String between =
        "{\"name\": \"no\", \"source\": [\"10.1.0.0/24\"], \"log\": \"end\", \"services\":"
            + " [\"tcp/443\"], \"profiles\": [\"home\"], \"action\": \"drop\"}";
    assertEquals(List.of("mergeable"), kinds(first + "," + second));
    assertTrue(!kinds(first + "," + between + "," + second).contains("mergeable"));
  }

  @Test
  void objectsThatNothingUsesThatAreEmptyOrTwinsAreTold() throws Exception {
    String more =
        ", {\"name\": \"twin\", \"range\": \"10.9.0.0-10.9.0.255\"},"
            + " {\"name\": \"none\", \"members\": [\"twin\"], \"except\": [\"admins\"]}";
    List<ObjectFinding> found = ObjectCheck.of(estate(more, ""));
    TreeSet<String> words = new TreeSet<>();
    found.forEach(f -> words.add(f.kind().word() + " " + f.name()));
    assertEquals(
        new TreeSet<>(
            List.of(
                "same-content twin",
                "empty-object none",
                "unused-object none",
                "unused-object web")),
        words);
  }

  @Test
  void aFingerprintStaysWhenTheRuleMoves() throws Exception {
    String open = rule(QUIET.replace("[\"out\"]", "[\"self\"]"));
    String other = "{\"name\": \"other\", " + QUIET + ", \"source\": [\"10.1.0.1\"]}";
    List<Finding> alone = findings(open);
    List<Finding> moved = findings(other + "," + open);
    Finding one = alone.stream().filter(f -> f.kind() == Finding.Kind.OPEN_SELF).findAny().get();
    Finding two = moved.stream().filter(f -> f.kind() == Finding.Kind.OPEN_SELF).findAny().get();
    assertEquals(one.fingerprint(), two.fingerprint());
  }
}
