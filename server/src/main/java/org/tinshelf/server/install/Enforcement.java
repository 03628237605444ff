package org.tinshelf.server.install;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Platform;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.stack.Catalogue;
import org.tinshelf.core.stack.Stacks;
import org.tinshelf.exchange.document.Problem;

/** Whether a firewall can enforce its stack; nothing is ever widened or left out to make it fit. */
final class Enforcement {

  private final Catalogue catalogue;
  private final Firewall firewall;
  private final List<Problem> problems = new ArrayList<>();

  private Enforcement(Catalogue catalogue, Firewall firewall) {
    this.catalogue = catalogue;
    this.firewall = firewall;
  }

  /** What stands in the way, rule by rule; a problem's place is the rule's. */
  static List<Problem> problems(Estate estate, Firewall firewall) {
    Optional<Platform> platform = Platform.named(firewall.platform());
    if (platform.isEmpty()) {
      String wrong = "nobody knows what the platform '" + firewall.platform() + "' can enforce";
      return List.of(new Problem(firewall.name(), wrong, "name a platform that is known"));
    }
    Enforcement enforcement = new Enforcement(new Catalogue(estate), firewall);
    for (Stacks.Shelf shelf : new Stacks(estate).shelves(firewall)) {
      enforcement.read(platform.get(), shelf.name(), "", shelf.lines());
    }
    return enforcement.problems;
  }

  private void read(Platform platform, String shelf, String prefix, List<Line> lines) {
    int number = 0;
    for (Line line : lines) {
      if (line instanceof Rule rule) {
        String position = prefix + ++number;
        boolean meant = rule.only().isEmpty() || rule.only().contains(firewall.name());
        if (rule.on() && meant) {
          boolean living =
              rule.source().names().stream().anyMatch(catalogue::living)
                  || rule.destination().names().stream().anyMatch(catalogue::living);
          for (String field : platform.lacks(rule, living)) {
            problems.add(
                new Problem(
                    shelf + " " + position,
                    "“"
                        + rule.name()
                        + "” asks for what "
                        + firewall.name()
                        + " cannot enforce, in "
                        + field,
                    "change the rule, or mean it for other firewalls only"));
          }
          if (rule.action() instanceof RuleAction.Drawer drawer) {
            read(platform, shelf, position + ".", drawer.lines());
          }
        }
      }
    }
  }
}
