package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The same finding on one rule of a bay's shelf, on all firewalls that have it.
 *
 * @param finding as it is on the first of them
 * @param firewalls on which it holds
 * @param outOf how many firewalls have the shelf
 */
public record Shared(Finding finding, List<String> firewalls, int outOf) {

  /**
   * What was found on one firewall.
   *
   * @param shelves the names of its shelves, its own left out
   */
  public record On(String firewall, Set<String> shelves, Check check) {}

  /** Findings on rules of bays' shelves, by kind and rule, in the order they are first met. */
  public static List<Shared> of(List<On> all) {
    Map<List<String>, List<String>> where = new LinkedHashMap<>();
    Map<List<String>, Finding> first = new LinkedHashMap<>();
    for (On on : all) {
      for (Finding finding : on.check().findings()) {
        if (on.shelves().contains(finding.rule().shelf())) {
          List<String> key =
              List.of(
                  finding.kind().word(),
                  finding.rule().shelf(),
                  finding.rule().position(),
                  finding.rule().name());
          first.putIfAbsent(key, finding);
          List<String> names = where.computeIfAbsent(key, k -> new ArrayList<>());
          if (names.isEmpty() || !names.get(names.size() - 1).equals(on.firewall())) {
            names.add(on.firewall());
          }
        }
      }
    }
    List<Shared> out = new ArrayList<>();
    where.forEach(
        (key, names) -> {
          String shelf = key.get(1);
          int outOf = (int) all.stream().filter(on -> on.shelves().contains(shelf)).count();
          out.add(new Shared(first.get(key), List.copyOf(names), outOf));
        });
    return out;
  }
}
