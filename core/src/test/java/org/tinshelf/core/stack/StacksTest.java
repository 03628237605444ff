package org.tinshelf.core.stack;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.model.Zone;
import org.tinshelf.core.space.Packet;

/** Which rules apply to a firewall, in what order, and which one decides. */
class StacksTest {

  private static final LocalDateTime NOW = LocalDateTime.of(2026, 11, 23, 10, 0);

  private static Rule rule(String name, Action action) {
    return Rule.of(name, action);
  }

  private static Rule with(
      Rule r,
      List<String> from,
      RuleAction action,
      Optional<LocalDate> expires,
      List<String> only) {
    return new Rule(
        r.about(),
        true,
        "",
        "",
        expires,
        from,
        List.of(),
        Members.ANY,
        Members.ANY,
        List.of(),
        List.of(),
        r.services(),
        List.of(),
        List.of(),
        r.guard(),
        action,
        Log.NONE,
        List.of(),
        false,
        only);
  }

  private static Rule from(String name, Action action, String zone) {
    Rule r = rule(name, action);
    return with(r, List.of(zone), r.action(), Optional.empty(), List.of());
  }

  private static Zone zone(String name, int trust) {
    return new Zone(About.named(name), OptionalInt.of(trust));
  }

  private static Firewall firewall(
      String name, Optional<String> bay, List<String> zones, Line... own) {
    return new Firewall(
        name,
        Firewall.Kind.BRANCH,
        bay,
        "",
        ZoneOffset.UTC,
        "",
        zones.stream()
            .map(z -> new Firewall.Interface("if-" + z, Optional.of(z), List.of(), false))
            .toList(),
        List.of(),
        List.of(),
        Optional.empty(),
        Arrays.asList(own));
  }

  private static Estate estate(List<Zone> zones, List<Bay> bays, Firewall... firewalls) {
    return new Estate(
        "",
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        zones,
        List.of(),
        bays,
        Arrays.asList(firewalls));
  }

  private static Packet packet(String from, String to) {
    return new Packet(
        from,
        to,
        Ip.parse("10.0.0.1"),
        Ip.parse("10.0.0.2"),
        6,
        40_000,
        443,
        "unknown",
        "unknown",
        NOW,
        Profile.OFFICE,
        Guard.NONE);
  }

  private static String decides(Stack stack, String from, String to) {
    RuleRef ref = stack.decide(packet(from, to)).by().ref();
    return ref.isFloor() ? "floor" : ref.shelf() + " " + ref.position();
  }

  private static Stack of(Estate estate) {
    return new Stacks(estate).of(estate.firewalls().get(0), NOW);
  }

  @Test
  void shelvesAreReadFromTheRootDownThenTheOwnThenUpAgain() {
    Bay site =
        new Bay(
            "site",
            Optional.empty(),
            List.of(rule("su", Action.DROP)),
            List.of(rule("sl", Action.DROP)),
            List.of());
    Bay root =
        new Bay(
            "root",
            Optional.empty(),
            List.of(rule("ru", Action.DROP)),
            List.of(rule("rl", Action.DROP)),
            List.of(site));
    Estate estate =
        estate(
            List.of(),
            List.of(root),
            firewall("fw", Optional.of("site"), List.of(), rule("own", Action.DROP)));
    List<String> order =
        of(estate).entries().stream()
            .filter(e -> e.kind() == Entry.Kind.RULE)
            .map(e -> e.ref().shelf())
            .toList();
    assertEquals(List.of("root/upper", "site/upper", "fw/own", "site/lower", "root/lower"), order);
  }

  @Test
  void aFirewallHasTheZonesItPlacedAndSelf() {
    Estate estate =
        estate(
            List.of(zone("a", 1), zone("b", 2), zone("c", 3)),
            List.of(),
            firewall("fw", Optional.empty(), List.of("b", "a", "b")));
    assertEquals(List.of("b", "a", "self"), of(estate).universe().zones());
  }

  @Test
  void whereNobodyPlacesZonesAllDeclaredOnesStandInAndWithoutAnyAnUnnamedOne() {
    Firewall bare = firewall("fw", Optional.empty(), List.of());
    assertEquals(
        List.of("a", "b", "self"),
        of(estate(List.of(zone("a", 1), zone("b", 2)), List.of(), bare)).universe().zones());
    assertEquals(List.of("", "self"), of(estate(List.of(), List.of(), bare)).universe().zones());
  }

  @Test
  void aZoneThatIsNotPlacedMatchesNothing() {
    Estate estate =
        estate(
            List.of(zone("a", 1), zone("b", 2)),
            List.of(),
            firewall("fw", Optional.empty(), List.of("a"), from("r", Action.ALLOW, "b")));
    assertEquals("floor", decides(of(estate), "a", "self"));
  }

  @ParameterizedTest
  @CsvSource({
    "CLOSED, a, b, DROP",
    "CLOSED, a, a, DROP",
    "OPEN, a, self, ALLOW",
    "OPEN, self, self, ALLOW",
    "WITHIN_ZONES, a, a, ALLOW",
    "WITHIN_ZONES, a, b, DROP",
    "WITHIN_ZONES, self, self, DROP",
    "BY_TRUST, a, b, ALLOW",
    "BY_TRUST, b, a, DROP",
    "BY_TRUST, a, a, DROP",
    "BY_TRUST, a, self, DROP",
    "BY_TRUST, self, b, DROP",
    "BY_TRUST, plain, b, DROP"
  })
  void aFloorDoesWhatItsKindSays(Floor.Kind kind, String from, String to, Action action) {
    Bay root = new Bay("root", Optional.of(new Floor(kind, true)), List.of(), List.of(), List.of());
    Zone plain = new Zone(About.named("plain"), OptionalInt.empty());
    Estate estate =
        estate(
            List.of(zone("a", 60), zone("b", 10), plain),
            List.of(root),
            firewall("fw", Optional.of("root"), List.of("a", "b", "plain")));
    Outcome outcome = of(estate).decide(packet(from, to)).outcome();
    assertEquals(action, outcome.action());
    assertEquals(Log.END, outcome.log());
  }

  @Test
  void theNearestFloorWinsAndTheRootsIsClosedUnlessChanged() {
    Bay site =
        new Bay(
            "site",
            Optional.of(new Floor(Floor.Kind.OPEN, false)),
            List.of(),
            List.of(),
            List.of());
    Bay root =
        new Bay(
            "root",
            Optional.of(new Floor(Floor.Kind.BY_TRUST, true)),
            List.of(),
            List.of(),
            List.of(site));
    Estate both = estate(List.of(), List.of(root), firewall("fw", Optional.of("site"), List.of()));
    assertEquals(Floor.Kind.OPEN, of(both).floor().kind());
    Estate none = estate(List.of(), List.of(), firewall("fw", Optional.empty(), List.of()));
    assertEquals(Floor.DEFAULT, of(none).floor());
  }

  @Test
  void whatIsExpiredOrMeantForOthersTakesNoPartButCounts() {
    Rule expired = rule("old", Action.DROP);
    expired =
        with(
            expired,
            List.of(),
            expired.action(),
            Optional.of(NOW.toLocalDate().minusDays(1)),
            List.of());
    Rule today = rule("today", Action.ALLOW);
    today = with(today, List.of(), today.action(), Optional.of(NOW.toLocalDate()), List.of());
    Rule others = rule("others", Action.DROP);
    others = with(others, List.of(), others.action(), Optional.empty(), List.of("another"));
    Bay root = new Bay("root", Optional.empty(), List.of(expired, others), List.of(), List.of());
    Estate estate =
        estate(
            List.of(),
            List.of(root),
            firewall("fw", Optional.of("root"), List.of(), new Line.Divider("x"), today));
    Stack stack = of(estate);
    assertEquals("fw/own 1", decides(stack, "", ""));
    assertEquals(3, stack.rules());
  }

  @Test
  void aDrawerIsReadOnlyForWhatItsRuleMatchesAndThenItsEndApplies() {
    List<Line> inside = List.of(from("in", Action.ALLOW, "a"));
    Rule closing = rule("closing", Action.DROP);
    closing =
        with(
            closing,
            List.of("a", "b"),
            new RuleAction.Drawer(inside, Optional.of(Action.REJECT), Log.BOTH),
            Optional.empty(),
            List.of());
    Estate estate =
        estate(
            List.of(zone("a", 1), zone("b", 2), zone("c", 3)),
            List.of(),
            firewall(
                "fw",
                Optional.empty(),
                List.of("a", "b", "c"),
                closing,
                rule("after", Action.ALLOW)));
    Stack stack = of(estate);
    assertEquals("fw/own 1.1", decides(stack, "a", "b"));
    assertEquals("fw/own 1.end", decides(stack, "b", "a"));
    assertEquals(Log.BOTH, stack.decide(packet("b", "a")).outcome().log());
    assertEquals("fw/own 2", decides(stack, "c", "a"));
    assertEquals("1.end", stack.decide(packet("a", "b")).next().orElseThrow().ref().position());
  }

  @Test
  void aDrawerThatPassesOnHasNoEnd() {
    List<Line> inside = List.of(from("in", Action.ALLOW, "a"));
    Rule passing = rule("passing", Action.DROP);
    passing =
        with(
            passing,
            List.of(),
            new RuleAction.Drawer(inside, Optional.empty(), Log.NONE),
            Optional.empty(),
            List.of());
    Estate estate =
        estate(
            List.of(zone("a", 1), zone("b", 2)),
            List.of(),
            firewall(
                "fw", Optional.empty(), List.of("a", "b"), passing, rule("after", Action.REJECT)));
    assertEquals("fw/own 1.1", decides(of(estate), "a", "b"));
    assertEquals("fw/own 2", decides(of(estate), "b", "a"));
  }

  @Test
  void belowTheFloorThereIsNothingNext() {
    Estate estate = estate(List.of(), List.of(), firewall("fw", Optional.empty(), List.of()));
    assertEquals(Optional.empty(), of(estate).decide(packet("", "")).next());
  }
}
