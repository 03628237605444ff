package org.tinshelf.core.findings;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.Consumer;
import org.tinshelf.core.findings.Finding.Kind;
import org.tinshelf.core.findings.Finding.Severity;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.Zone;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.Region;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Surroundings;

/** Finds what is amiss with one rule alone. */
final class Housekeeping {

  private final Stack stack;
  private final Surroundings around;

  Housekeeping(Stack stack) {
    this.stack = stack;
    this.around = stack.surroundings();
  }

  void judge(Row row, Consumer<Verdict> out) {
    Entry.Kind kind = row.entry.kind();
    if (kind != Entry.Kind.RULE && kind != Entry.Kind.DRAWER) {
      return;
    }
    Rule rule = row.entry.rule().orElseThrow();
    if (row.isRule() && row.live()) {
      log(row, rule, out);
      inspection(row, rule, out);
    }
    misplaced(row, rule, out);
    rule.expires()
        .filter(day -> !day.isAfter(around.today().plusDays(around.settings().expiringDays())))
        .ifPresent(
            day ->
                out.accept(
                    Verdict.about(
                        row,
                        Kind.EXPIRING,
                        Severity.MEDIUM,
                        true,
                        (ref, by) -> Sentences.expiring(ref, day))));
    if (around.settings().owners() && rule.owner().isBlank() && rule.ticket().isBlank()) {
      out.accept(
          Verdict.about(
              row, Kind.UNOWNED, Severity.LOW, true, (ref, by) -> Sentences.unowned(ref)));
    }
  }

  private void log(Row row, Rule rule, Consumer<Verdict> out) {
    boolean exposed = row.lets() && from(row).intersects(stack.lowestTrust());
    if (rule.log() == Log.NONE && (!row.lets() || exposed)) {
      String what = row.lets() ? "lets traffic in from the least trusted zone" : "blocks traffic";
      out.accept(
          Verdict.about(
              row,
              Kind.UNLOGGED,
              Severity.LOW,
              !row.touched,
              (ref, by) -> Sentences.unlogged(ref, what)));
    }
  }

  private static BitSet from(Row row) {
    BitSet from = (BitSet) row.entry.regions().get(0).from().clone();
    for (Region region : row.entry.regions()) {
      from.and(region.from());
    }
    return from;
  }

  private void inspection(Row row, Rule rule, Consumer<Verdict> out) {
    if (row.lets() && around.inspects() && rule.inspection().isEmpty()) {
      out.accept(
          Verdict.about(
              row,
              Kind.UNINSPECTED,
              Severity.INFO,
              !row.touched,
              (ref, by) -> Sentences.uninspected(ref)));
    }
  }

  private void misplaced(Row row, Rule rule, Consumer<Verdict> out) {
    List<String> parts = new ArrayList<>();
    misplaced(rule.source(), rule.from(), "source", "from", parts);
    misplaced(rule.destination(), rule.to(), "destination", "to", parts);
    if (!parts.isEmpty()) {
      String what = String.join("; ", parts);
      out.accept(
          Verdict.about(
              row,
              Kind.MISPLACED_ADDRESS,
              Severity.MEDIUM,
              true,
              (ref, by) -> Sentences.misplaced(ref, what)));
    }
  }

  private void misplaced(
      Members members, List<String> zones, String field, String way, List<String> out) {
    boolean known = zones.stream().anyMatch(around.behind()::containsKey);
    if (members.not() || zones.isEmpty() || zones.contains(Zone.ANY) || !known) {
      return;
    }
    boolean otherwise =
        zones.stream()
            .anyMatch(z -> !around.behind().containsKey(z) && stack.universe().zones().contains(z));
    if (otherwise) {
      return;
    }
    AddressSet behind = AddressSet.EMPTY;
    for (String zone : zones) {
      behind = behind.union(around.behind().getOrDefault(zone, AddressSet.EMPTY));
    }
    List<String> astray = new ArrayList<>();
    for (String name : members.names()) {
      AddressSet set = around.objects().addresses(name);
      if (!around.objects().living(name) && !set.isEmpty() && !set.meets(behind)) {
        astray.add(name);
      }
    }
    if (!astray.isEmpty()) {
      out.add(
          "its "
              + field
              + " "
              + String.join(", ", astray)
              + (astray.size() == 1 ? " lies" : " lie")
              + " behind none of its zones ("
              + way
              + " "
              + String.join(", ", zones)
              + ")");
    }
  }
}
