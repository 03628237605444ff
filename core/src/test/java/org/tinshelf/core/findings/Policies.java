package org.tinshelf.core.findings;

import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/** Short ways to write small policies. */
final class Policies {

  static final LocalDateTime NOW = LocalDateTime.of(2026, 11, 23, 10, 0);

  private Policies() {}

  static Rule rule(
      String name,
      List<String> source,
      List<String> destination,
      List<String> services,
      Action action,
      Log log) {
    Rule r = Rule.of(name, action);
    return new Rule(
        r.about(),
        true,
        "",
        "",
        Optional.empty(),
        List.of(),
        List.of(),
        new Members(false, source),
        new Members(false, destination),
        List.of(),
        List.of(),
        new Rule.Services.Listed(services),
        List.of(),
        List.of(),
        r.guard(),
        new RuleAction.Decide(action),
        log,
        List.of(),
        false,
        List.of());
  }

  /** The stack of one firewall without zones, whose floor is closed and logs. */
  static Stack stack(List<Line> own) {
    return stack(own, Floor.DEFAULT);
  }

  static Stack stack(List<Line> own, Floor floor) {
    Firewall firewall =
        new Firewall(
            "fw",
            Firewall.Kind.BRANCH,
            Optional.empty(),
            "",
            ZoneOffset.UTC,
            "",
            List.of(),
            List.of(),
            List.of(),
            Optional.of(floor),
            own);
    Estate estate =
        new Estate(
            "",
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(firewall));
    return new Stacks(estate).of(firewall, NOW);
  }
}
