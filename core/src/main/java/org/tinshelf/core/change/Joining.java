package org.tinshelf.core.change;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.change.Comparison.Difference;
import org.tinshelf.core.space.Fields;

/**
 * Tells differences in as few products of fields as a person needs: what differs in its services
 * alone becomes one, then what happens to both address families alike. The traffic stays the same.
 * Takes time linear in what is told.
 */
final class Joining {

  private Joining() {}

  /**
   * The same traffic in fewer differences.
   *
   * @param apart disjoint, IPv4 before IPv6
   */
  static List<Difference> of(List<Difference> apart) {
    return families(services(apart));
  }

  private static Collection<Difference> services(List<Difference> apart) {
    Map<List<Object>, Difference> out = new LinkedHashMap<>();
    for (Difference d : apart) {
      out.merge(
          List.of(deciding(d), six(d), d.fields().butServices()),
          d,
          (a, b) -> together(a, b, a.fields().orServicesOf(b.fields())));
    }
    return out.values();
  }

  private static List<Difference> families(Collection<Difference> apart) {
    List<Difference> out = new ArrayList<>();
    Map<List<Object>, Deque<Integer>> four = new HashMap<>();
    for (Difference d : apart) {
      List<Object> key = List.of(deciding(d), d.fields().inEitherFamily());
      Deque<Integer> waiting = four.computeIfAbsent(key, k -> new ArrayDeque<>());
      if (!six(d)) {
        waiting.add(out.size());
        out.add(d);
      } else if (waiting.isEmpty()) {
        out.add(d);
      } else {
        int at = waiting.remove();
        Difference other = out.get(at);
        out.set(at, together(other, d, other.fields().orFamilyOf(d.fields())));
      }
    }
    return out;
  }

  private static List<Object> deciding(Difference d) {
    return List.of(d.before(), d.after(), d.was(), d.is());
  }

  private static boolean six(Difference d) {
    return d.witness().source().v6();
  }

  private static Difference together(Difference a, Difference b, Fields fields) {
    return new Difference(
        a.kind(),
        fields,
        a.share() + b.share(),
        a.witness(),
        a.was(),
        a.is(),
        a.before(),
        a.after());
  }
}
