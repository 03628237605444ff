package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.space.Box;
import org.tinshelf.core.space.Remainder;
import org.tinshelf.core.stack.Outcome;

/**
 * Finds pairs of rules of one list that differ in one field alone and can become one: either the
 * lower joins the upper in its place or the other way round, and no packet's outcome changes. A
 * rule is compared with the nearest above that agrees with it in all other fields.
 */
final class Merging {

  private final Reading reading;

  /** By list and all fields but one, the rules that agree, in stack order. */
  private final Map<Key, List<Row>> groups = new HashMap<>();

  private record Key(String list, String field, List<Object> others) {}

  Merging(Reading reading) {
    this.reading = reading;
    reading.rows().forEach(this::add);
  }

  private static Optional<Rule> rule(Row row) {
    return row.isRule() ? row.entry.rule() : Optional.empty();
  }

  private static List<Key> keys(Row row, Rule rule) {
    String position = row.entry.ref().position();
    int dot = position.lastIndexOf('.');
    String list = row.entry.ref().shelf() + " " + (dot < 0 ? "" : position.substring(0, dot));
    String[] names = {"source", "destination", "services", "from", "to", "users", "applications"};
    Object[] fields = {
      rule.source(),
      rule.destination(),
      rule.services(),
      rule.from(),
      rule.to(),
      rule.users(),
      rule.applications()
    };
    List<Object> rest =
        List.of(
            rule.when(),
            rule.profiles(),
            rule.guard(),
            rule.action(),
            rule.log(),
            rule.inspection(),
            rule.sourceNat(),
            rule.expires(),
            rule.only());
    List<Key> keys = new ArrayList<>();
    for (int i = 0; i < fields.length; i++) {
      if (widens(fields[i])) {
        List<Object> others = new ArrayList<>(List.of(fields));
        others.remove(i);
        others.add(rest);
        keys.add(new Key(list, names[i], others));
      }
    }
    return keys;
  }

  /** Whether a field can take in another's members: it names some, and is not inverted. */
  private static boolean widens(Object field) {
    if (field instanceof Members members) {
      return !members.not() && !members.any();
    }
    if (field instanceof Rule.Services services) {
      return services instanceof Rule.Services.Listed listed && !listed.names().isEmpty();
    }
    return !((List<?>) field).isEmpty();
  }

  void add(Row row) {
    rule(row)
        .ifPresent(
            rule -> {
              for (Key key : keys(row, rule)) {
                List<Row> group = groups.computeIfAbsent(key, k -> new ArrayList<>(2));
                group.add(after(group, row), row);
              }
            });
  }

  /** How many of a group stand above a row. */
  private static int after(List<Row> group, Row row) {
    int low = 0;
    int high = group.size();
    while (low < high) {
      int mid = (low + high) >>> 1;
      if (group.get(mid).place.order() < row.place.order()) {
        low = mid + 1;
      } else {
        high = mid;
      }
    }
    return low;
  }

  void judge(Row row) {
    row.mergeable = null;
    Optional<Rule> rule = rule(row);
    if (rule.isEmpty() || !row.live() || row.undecided) {
      return;
    }
    for (Key key : keys(row, rule.get())) {
      List<Row> group = groups.get(key);
      int at = after(group, row);
      if (at > 0 && canMerge(group.get(at - 1), row)) {
        String field = key.field;
        row.mergeable =
            new Verdict(
                Kind.MERGEABLE,
                Severity.LOW,
                Verdict.certainty(!reading.anyLiving()),
                row,
                List.of(group.get(at - 1)),
                Optional.empty(),
                (ref, by) -> Sentences.mergeable(ref, by, field));
        return;
      }
    }
  }

  private boolean canMerge(Row upper, Row lower) {
    if (!upper.live() || upper.undecided) {
      return false;
    }
    try {
      return lowerCanRise(upper, lower) || upperCanSink(upper, lower);
    } catch (Remainder.Exhausted e) {
      return false;
    }
  }

  /** Whether no packet of the lower rule is decided otherwise between the two. */
  private boolean lowerCanRise(Row upper, Row lower) {
    return nothingBetween(
        upper, lower, lower, other -> true);
  }

  /** Whether no packet the upper rule decides would be decided otherwise between the two. */
  private boolean upperCanSink(Row upper, Row lower) {
    return nothingBetween(upper, lower, upper, other -> other != upper);
  }

  /**
   * Whether no packet of the moving rule meets, between the two, a line with another outcome before
   * any line that counts.
   */
  private boolean nothingBetween(Row upper, Row lower, Row moving, Predicate<Row> counts) {
    Outcome outcome = lower.entry.outcome().orElseThrow();
    for (int f = 0; f < Reading.FAMILIES; f++) {
      for (Box box : moving.area.boxes(f)) {
        Box[] met = reading.meeting(f, box);
        int last = Reading.above(met, lower);
        for (int i = Reading.above(met, upper); i < last; i++) {
          Row between = reading.row(met[i]);
          if (between == upper || between.entry.outcome().orElseThrow().equals(outcome)) {
            continue;
          }
          Box[] takers = reading.filter(met, i, counts);
          Box part = box.common(met[i]).orElseThrow();
          if (!reading.remainder().nothing(part, takers, takers.length)) {
            return false;
          }
        }
      }
    }
    return true;
  }
}
