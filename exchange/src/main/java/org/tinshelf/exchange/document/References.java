package org.tinshelf.exchange.document;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** The names a document gives and uses; finds doubles, loose ends and cycles. */
final class References {

  /** What a name is a name of; the text is for people. */
  enum Kind {
    ADDRESS("address object", "a declared name, a host, network or range"),
    SERVICE("service", "a declared name, or one like tcp/443, icmp/8, protocol/47"),
    APPLICATION("application", "a declared name"),
    USER("user", "a name"),
    SCHEDULE("schedule", "a declared name"),
    ZONE("zone", "a declared zone, self or any"),
    BAY("bay", "a declared bay"),
    FIREWALL("firewall", "a declared firewall");

    final String what;
    final String right;

    Kind(String what, String right) {
      this.what = what;
      this.right = right;
    }
  }

  private record Use(Kind kind, String name, String pointer) {}

  private final Map<Kind, Map<String, String>> declared = new HashMap<>();
  private final List<Use> uses = new ArrayList<>();
  private final Map<Kind, Map<String, List<String>>> members = new LinkedHashMap<>();

  void declare(Kind kind, String name, Cursor at) {
    Map<String, String> names = declared.computeIfAbsent(kind, k -> new HashMap<>());
    String first = names.putIfAbsent(name, at.pointer());
    if (first != null) {
      at.problem(
          "the " + kind.what + " name '" + name + "' is taken by " + first, "choose another name");
    }
  }

  /** Takes names for declared that stand elsewhere. */
  void given(Kind kind, Stream<String> names) {
    Map<String, String> all = declared.computeIfAbsent(kind, k -> new HashMap<>());
    names.forEach(name -> all.put(name, ""));
  }

  boolean isDeclared(Kind kind, String name) {
    return declared.getOrDefault(kind, Map.of()).containsKey(name);
  }

  void use(Kind kind, String name, Cursor at) {
    uses.add(new Use(kind, name, at.pointer()));
  }

  void contains(Kind kind, String group, List<String> names) {
    members.computeIfAbsent(kind, k -> new LinkedHashMap<>()).put(group, names);
  }

  void check(Problems problems) {
    for (Use use : uses) {
      if (!isDeclared(use.kind, use.name)) {
        problems.add(
            use.pointer,
            "there is no " + use.kind.what + " '" + use.name + "'",
            "write " + use.kind.right);
      }
    }
    members.forEach(
        (kind, groups) -> {
          Map<String, Boolean> done = new HashMap<>();
          groups.keySet().forEach(g -> walk(kind, g, new ArrayList<>(), done, problems));
        });
  }

  private void walk(
      Kind kind, String name, List<String> path, Map<String, Boolean> done, Problems problems) {
    Map<String, List<String>> groups = members.get(kind);
    if (!groups.containsKey(name) || done.containsKey(name)) {
      return;
    }
    int before = path.indexOf(name);
    if (before >= 0) {
      List<String> cycle = new ArrayList<>(path.subList(before, path.size()));
      cycle.add(name);
      problems.add(
          declared.get(kind).get(cycle.get(0)),
          "these groups contain each other: " + String.join(" \u2192 ", cycle),
          "take one of them out of the next");
      return;
    }
    path.add(name);
    groups.get(name).forEach(m -> walk(kind, m, path, done, problems));
    path.remove(path.size() - 1);
    done.put(name, true);
  }
}
