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

  private static final String[] FIELDS = {
    "source", "destination", "services", "from", "to", "users", "applications"
  };

  /** By a hash of the list and all fields but one, the rules that have it, in stack order. */
  private final Map<Long, List<Row>> groups = new HashMap<>();

  Merging(Reading reading) {
    this.reading = reading;
    reading.rows().forEach(this::add);
  }

  private static Optional<Rule> rule(Row row) {
    return row.isRule() ? row.entry.rule() : Optional.empty();
  }

  private static Object field(Rule rule, int field) {
    return switch (field) {
      case 0 -> rule.source();
      case 1 -> rule.destination();
      case 2 -> rule.services();
      case 3 -> rule.from();
      case 4 -> rule.to();
      case 5 -> rule.users();
      default -> rule.applications();
    };
  }

  /** For each field that can widen a hash of all others; 0 for the rest. */
  private static long[] keys(Row row, Rule rule) {
    long[] hashes = new long[FIELDS.length];
    long all = mix(row.entry.list().hashCode(), FIELDS.length);
    all += mix(rule.action().hashCode(), 11) + mix(rule.log().ordinal(), 12);
    all += mix(rule.when().hashCode(), 13) + mix(rule.guard().ordinal(), 14);
    all += mix(rule.profiles().hashCode(), 15) + mix(rule.inspection().hashCode(), 16);
    all += mix(rule.expires().hashCode(), 17) + mix(rule.only().hashCode(), 18);
    all += rule.sourceNat() ? 1 : 0;
    for (int i = 0; i < hashes.length; i++) {
      hashes[i] = mix(field(rule, i).hashCode(), i);
      all += hashes[i];
    }
    for (int i = 0; i < hashes.length; i++) {
      hashes[i] = widens(field(rule, i)) ? mix(all - hashes[i], 20 + i) | 1 : 0;
    }
    return hashes;
  }

  /** Spreads a number over 64 bits (the finalizer of SplitMix64). */
  private static long mix(long number, int salt) {
    long z = number + 0x9e3779b97f4a7c15L * (salt + 1);
    z = (z ^ z >>> 30) * 0xbf58476d1ce4e5b9L;
    z = (z ^ z >>> 27) * 0x94d049bb133111ebL;
    return z ^ z >>> 31;
  }

  /** Whether two rules of one list agree in all fields but the given one. */
  private static boolean agree(Row a, Row b, int but) {
    Rule x = a.entry.rule().orElseThrow();
    Rule y = b.entry.rule().orElseThrow();
    for (int i = 0; i < FIELDS.length; i++) {
      if (i != but && !field(x, i).equals(field(y, i))) {
        return false;
      }
    }
    return a.entry.list().equals(b.entry.list())
        && x.action().equals(y.action())
        && x.log() == y.log()
        && x.when().equals(y.when())
        && x.guard() == y.guard()
        && x.profiles().equals(y.profiles())
        && x.inspection().equals(y.inspection())
        && x.sourceNat() == y.sourceNat()
        && x.expires().equals(y.expires())
        && x.only().equals(y.only());
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
              long[] keys = keys(row, rule);
              row.alikeAbove = new Row[keys.length];
              row.alikeBelow = new Row[keys.length];
              for (int i = 0; i < keys.length; i++) {
                if (keys[i] != 0) {
                  List<Row> group = groups.computeIfAbsent(keys[i], k -> new ArrayList<>(2));
                  int at = after(group, row);
                  group.add(at, row);
                  join(i, at > 0 ? group.get(at - 1) : null, row);
                  join(i, row, at + 1 < group.size() ? group.get(at + 1) : null);
                }
              }
            });
  }

  private static void join(int field, Row upper, Row lower) {
    if (upper != null) {
      upper.alikeBelow[field] = lower;
    }
    if (lower != null) {
      lower.alikeAbove[field] = upper;
      boolean agree = upper != null && agree(upper, lower, field);
      lower.agrees = agree ? lower.agrees | 1 << field : lower.agrees & ~(1 << field);
    }
  }

  /** Takes a row out and returns those that have to be judged again for it. */
  List<Row> remove(Row row) {
    List<Row> next = below(row);
    rule(row)
        .ifPresent(
            rule -> {
              long[] keys = keys(row, rule);
              for (int i = 0; i < keys.length; i++) {
                if (keys[i] != 0) {
                  List<Row> group = groups.get(keys[i]);
                  group.remove(after(group, row));
                  join(i, row.alikeAbove[i], row.alikeBelow[i]);
                }
              }
            });
    return next;
  }

  /** The next row in each group of a row: what is said of it may depend on the row. */
  static List<Row> below(Row row) {
    List<Row> out = new ArrayList<>();
    for (Row next : row.alikeBelow) {
      if (next != null) {
        out.add(next);
      }
    }
    return out;
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

  /** Whether there may be something to say, or was. */
  static boolean concerns(Row row) {
    return row.agrees != 0 || row.mergeable != null;
  }

  void judge(Row row) {
    if (!concerns(row)) {
      return;
    }
    row.mergeable = null;
    row.said();
    Optional<Rule> rule = rule(row);
    if (rule.isEmpty() || !row.live() || row.undecided) {
      return;
    }
    for (int i = 0; i < FIELDS.length; i++) {
      Row upper = row.alikeAbove[i];
      if ((row.agrees >>> i & 1) == 1 && canMerge(upper, row)) {
        String field = FIELDS[i];
        row.mergeable =
            new Verdict(
                Kind.MERGEABLE,
                Severity.LOW,
                Verdict.certainty(!reading.anyLiving()),
                row,
                List.of(upper),
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
    return nothingBetween(upper, lower, lower, other -> true);
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
