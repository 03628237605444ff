package org.tinshelf.core.findings;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.stack.RuleRef;

/** Findings of the trade, by example. */
class FindingsTest {

  private static final List<String> ANY = List.of();

  private static Line rule(String name, String source, String service, Action action, Log log) {
    return Policies.rule(
        name,
        source.isEmpty() ? ANY : List.of(source.split(" ")),
        ANY,
        service.isEmpty() ? ANY : List.of(service.split(" ")),
        action,
        log);
  }

  private static List<Finding> of(Finding.Kind kind, Floor floor, Line... rules) {
    return Check.of(Policies.stack(List.of(rules), floor), false).findings().stream()
        .filter(f -> f.kind() == kind)
        .toList();
  }

  private static List<Finding> of(Finding.Kind kind, Line... rules) {
    return of(kind, Floor.DEFAULT, rules);
  }

  @Test
  void aRuleCoveredOnlyByTheUnionOfSeveralIsShadowedByAllOfThem() {
    List<Finding> found =
        of(
            Finding.Kind.SHADOWED,
            rule("low", "10.0.0.0/25", "tcp/80", Action.DROP, Log.END),
            rule("high", "10.0.0.128/25", "tcp/80", Action.DROP, Log.END),
            rule("elsewhere", "10.9.0.0/24", "tcp/80", Action.DROP, Log.END),
            rule("web", "10.0.0.0/24", "tcp/80", Action.ALLOW, Log.END));
    assertEquals(1, found.size());
    assertEquals(List.of("low", "high"), found.get(0).by().stream().map(RuleRef::name).toList());
    assertEquals(Finding.Severity.HIGH, found.get(0).severity());
    assertEquals(0.0, found.get(0).reach());
  }

  @Test
  void aRejectUnderADropIsShadowedButHarmless() {
    List<Finding> found =
        of(
            Finding.Kind.SHADOWED,
            rule("silent", "10.0.0.0/8", "", Action.DROP, Log.END),
            rule("polite", "10.1.0.0/16", "", Action.REJECT, Log.END));
    assertEquals(Finding.Severity.LOW, found.get(0).severity());
  }

  @Test
  void ofTwoIdenticalRulesOneIsRedundantAndNotBoth() {
    List<Finding> found =
        of(
            Finding.Kind.REDUNDANT,
            rule("first", "10.0.0.0/8", "tcp/80", Action.ALLOW, Log.NONE),
            rule("second", "10.0.0.0/8", "tcp/80", Action.ALLOW, Log.NONE));
    assertEquals(List.of("second"), found.stream().map(f -> f.rule().name()).toList());
  }

  @Test
  void aRuleEqualToTheFloorButForItsLogStays() {
    Line quiet = rule("quiet", "10.0.0.0/8", "", Action.DROP, Log.NONE);
    Line logged = rule("logged", "10.0.0.0/8", "", Action.DROP, Log.END);
    assertEquals(List.of(), of(Finding.Kind.REDUNDANT, quiet));
    List<Finding> found = of(Finding.Kind.REDUNDANT, logged);
    assertEquals(List.of(RuleRef.FLOOR), found.get(0).by());
  }

  @Test
  void aChainThatOnlyComesLooseFromBelowIsReportedWhole() {
    List<Finding> found =
        of(
            Finding.Kind.REDUNDANT,
            rule("narrow", "10.0.0.1", "tcp/80", Action.ALLOW, Log.NONE),
            rule("wide", "10.0.0.0/24", "tcp/80", Action.ALLOW, Log.NONE),
            rule("widest", "10.0.0.0/16", "tcp/80", Action.ALLOW, Log.NONE));
    assertEquals(List.of("narrow", "wide"), found.stream().map(f -> f.rule().name()).toList());
    found.forEach(f -> assertEquals("widest", f.by().get(0).name()));
  }

  @Test
  void anIpv4SourceWithAnIpv6DestinationNeverMatches() {
    Line rule =
        Policies.rule(
            "torn", List.of("10.0.0.1"), List.of("2001:db8::1"), ANY, Action.ALLOW, Log.NONE);
    List<Finding> found = of(Finding.Kind.NEVER_MATCHES, rule);
    assertTrue(found.get(0).says().contains("share no address family"), found.get(0).says());
  }

  @Test
  void icmpToAnIpv6NetworkNeverMatches() {
    Line rule = rule("ping", "2001:db8::/32", "icmp/8", Action.ALLOW, Log.NONE);
    assertEquals(1, of(Finding.Kind.NEVER_MATCHES, rule).size());
  }

  @Test
  void widthCountsPointsAndNamesTheNumbers() {
    List<Finding> any = of(Finding.Kind.OVERLY_BROAD, rule("all", "", "", Action.ALLOW, Log.NONE));
    assertEquals(Finding.Severity.HIGH, any.get(0).severity());
    List<Finding> web =
        of(Finding.Kind.OVERLY_BROAD, rule("web", "", "tcp/443", Action.ALLOW, Log.NONE));
    assertEquals(Finding.Severity.MEDIUM, web.get(0).severity());
    assertEquals(
        "\u201cweb\u201d lets any source reach any destination on 1 port.", web.get(0).says());
    assertEquals(
        List.of(),
        of(
            Finding.Kind.OVERLY_BROAD,
            rule("lan", "10.0.0.0/8", "tcp/443", Action.ALLOW, Log.NONE)));
  }

  @Test
  void aFloorThatBlocksWithoutALogIsSilentOnlyWhileSomethingReachesIt() {
    Floor quiet = new Floor(Floor.Kind.CLOSED, false);
    Line one = rule("one", "10.0.0.1", "", Action.ALLOW, Log.NONE);
    Line last = rule("last", "", "", Action.DROP, Log.END);
    assertEquals(RuleRef.FLOOR, of(Finding.Kind.SILENT_END, quiet, one).get(0).rule());
    assertEquals(List.of(), of(Finding.Kind.SILENT_END, quiet, one, last));
  }

  @Test
  void reachWeighsProtocolsByQuartersAndPortsEvenly() {
    Check check =
        Check.of(
            Policies.stack(
                List.of(
                    rule("tcp", "10.0.0.0/8", "tcp/0-65535", Action.DROP, Log.NONE),
                    rule("half", "10.0.0.0/8", "udp/0-32767", Action.DROP, Log.NONE),
                    rule("rest", "10.0.0.0/8", "", Action.ALLOW, Log.NONE))),
            false);
    assertEquals(0.625, check.reach().get(new RuleRef("fw/own", "3", "rest")), 1e-12);
  }
}
