package org.tinshelf.core.findings;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.stack.RuleRef;

/**
 * The twelve-rule policy of E. Al-Shaer and H. Hamed, "Modeling and management of firewall
 * policies", IEEE TNSM 1 (2004), figure 1, with its published anomalies.
 */
class TwelveRulesTest {

  private static List<Line> policy() {
    String[][] rows = {
      {"tcp", "140.192.37.20", "any", "80", "deny"},
      {"tcp", "140.192.37.0/24", "any", "80", "accept"},
      {"tcp", "any", "161.120.33.40", "80", "accept"},
      {"tcp", "140.192.37.0/24", "161.120.33.40", "80", "deny"},
      {"tcp", "140.192.37.30", "any", "21", "deny"},
      {"tcp", "140.192.37.0/24", "any", "21", "accept"},
      {"tcp", "140.192.37.0/24", "161.120.33.40", "21", "accept"},
      {"tcp", "any", "any", "any", "deny"},
      {"udp", "140.192.37.0/24", "161.120.33.40", "53", "accept"},
      {"udp", "any", "161.120.33.40", "53", "accept"},
      {"udp", "140.192.38.0/24", "161.120.35.0/24", "any", "accept"},
      {"udp", "any", "any", "any", "deny"},
    };
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < rows.length; i++) {
      String[] r = rows[i];
      String port = r[3].equals("any") ? "0-65535" : r[3];
      Rule rule =
          Policies.rule(
              "rule " + (i + 1),
              r[1].equals("any") ? List.of() : List.of(r[1]),
              r[2].equals("any") ? List.of() : List.of(r[2]),
              List.of(r[0] + "/" + port),
              r[4].equals("accept") ? Action.ALLOW : Action.DROP,
              Log.NONE);
      lines.add(rule);
    }
    return lines;
  }

  private static Map<String, String> found(Finding.Kind kind) {
    Map<String, String> out = new TreeMap<>();
    for (Finding f : Check.of(Policies.stack(policy()), true).findings()) {
      if (f.kind() == kind) {
        List<String> by = f.by().stream().map(RuleRef::position).toList();
        out.put(f.rule().position(), String.join(",", by));
      }
    }
    return out;
  }

  /** Rule 4 is shadowed; 2 and 3 let its traffic through first. */
  @Test
  void ruleFourIsShadowed() {
    assertEquals(Map.of("4", "2"), found(Finding.Kind.SHADOWED));
  }

  /** Rules 7 and 9 are redundant: 6 above and 10 below do the same. */
  @Test
  void rulesSevenAndNineAreRedundant() {
    Map<String, String> redundant = found(Finding.Kind.REDUNDANT);
    assertEquals("6", redundant.get("7"));
    assertEquals("10", redundant.get("9"));
  }

  /** Rules 1 and 3 are correlated, so their order matters. */
  @Test
  void rulesOneAndThreeConflict() {
    assertEquals(Map.of("3", "1"), found(Finding.Kind.CONFLICT));
  }

  /** The generalisations: 2 of 1, 6 of 5, 8 of all allowed tcp, 12 of all allowed udp. */
  @Test
  void theGeneralRulesHaveTheirExceptions() {
    Map<String, String> exceptions = found(Finding.Kind.EXCEPTION);
    assertEquals("1", exceptions.get("2"));
    assertEquals("5", exceptions.get("6"));
    assertEquals("2,3,6", exceptions.get("8"));
    assertEquals("9,10,11", exceptions.get("12"));
    assertEquals(Optional.empty(), Optional.ofNullable(exceptions.get("3")));
  }
}
