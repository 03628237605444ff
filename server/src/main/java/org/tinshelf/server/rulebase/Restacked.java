package org.tinshelf.server.rulebase;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.stack.Stacks;

/**
 * Firewalls on whose stacks the same shelves of bays come or go.
 *
 * @param firewalls by name
 * @param come bays whose shelves stand on the stack now and did not, each with how many rules
 * @param gone bays whose shelves did and do not
 */
public record Restacked(List<String> firewalls, List<String> come, List<String> gone) {

  private record Change(List<String> come, List<String> gone) {}

  /** Collects the firewalls of one comparison. */
  static final class Collector {
    private final Map<Change, List<String>> firewalls = new LinkedHashMap<>();

    /** Compares the bays above one firewall; one that is only called otherwise is the same. */
    void add(Stacks was, Firewall before, Stacks is, Firewall after) {
      List<Bay> old = filled(was.path(before));
      List<Bay> now = filled(is.path(after));
      Change change = new Change(without(now, old), without(old, now));
      if (!change.come.isEmpty() || !change.gone.isEmpty()) {
        firewalls.computeIfAbsent(change, c -> new ArrayList<>()).add(after.name());
      }
    }

    List<Restacked> all() {
      return firewalls.entrySet().stream()
          .map(e -> new Restacked(e.getValue(), e.getKey().come(), e.getKey().gone()))
          .sorted(Comparator.comparing(r -> r.firewalls().get(0)))
          .toList();
    }
  }

  private static List<Bay> filled(List<Bay> path) {
    return path.stream().filter(b -> rules(b.upper()) + rules(b.lower()) > 0).toList();
  }

  private static List<String> without(List<Bay> some, List<Bay> others) {
    return some.stream()
        .filter(b -> others.stream().noneMatch(o -> same(b, o)))
        .map(Restacked::says)
        .toList();
  }

  private static boolean same(Bay a, Bay b) {
    return a.name().equals(b.name()) || a.upper().equals(b.upper()) && a.lower().equals(b.lower());
  }

  private static String says(Bay bay) {
    List<String> parts = new ArrayList<>();
    if (rules(bay.upper()) > 0) {
      parts.add(counted(rules(bay.upper())) + " above");
    }
    if (rules(bay.lower()) > 0) {
      parts.add(counted(rules(bay.lower())) + " below");
    }
    return bay.name() + " (" + String.join(", ", parts) + ")";
  }

  private static String counted(int rules) {
    return rules == 1 ? "1 rule" : rules + " rules";
  }

  private static int rules(List<Line> lines) {
    int sum = 0;
    for (Line line : lines) {
      if (line instanceof Rule rule) {
        sum++;
        if (rule.action() instanceof RuleAction.Drawer drawer) {
          sum += rules(drawer.lines());
        }
      }
    }
    return sum;
  }
}
