package org.tinshelf.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import org.tinshelf.core.change.Comparison;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.exchange.report.ComparisonReport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Says which traffic two documents treat differently. */
@Command(
    name = "compare",
    description = "Prints the traffic whose action differs; nothing where there is none.",
    mixinStandardHelpOptions = true)
final class CompareCommand implements Callable<Integer> {

  /** How differences are printed. */
  enum Format {
    TEXT,
    JSON
  }

  @Parameters(index = "0", paramLabel = "OLD", description = "a policy document")
  private Path old;

  @Parameters(index = "1", paramLabel = "NEW", description = "another")
  private Path next;

  @Option(names = "--firewall", paramLabel = "NAME", description = "only this one; may be repeated")
  private List<String> firewalls = List.of();

  @Option(names = "--format", paramLabel = "text|json", description = "text unless given")
  private Format format = Format.TEXT;

  @Option(names = "--now", paramLabel = "2026-11-23T10:00", description = "in each firewall's time")
  private Optional<String> now = Optional.empty();

  @Override
  public Integer call() {
    Document before = new Document(old, now);
    Document after = new Document(next, now);
    List<ComparisonReport.Compared> all = new ArrayList<>();
    for (String name : names(before, after)) {
      Firewall was = before.firewalls(List.of(name)).get(0);
      Firewall is = after.firewalls(List.of(name)).get(0);
      Stack first = before.stack(was);
      Comparison comparison = Comparison.of(first, after.stack(is), after.now(is));
      all.add(new ComparisonReport.Compared(name, comparison));
    }
    String text = format == Format.JSON ? ComparisonReport.json(all) : ComparisonReport.text(all);
    if (!text.isEmpty()) {
      System.out.println(text);
    }
    return 0;
  }

  /** Those asked for, else those both documents have; what only one has is said aside. */
  private Set<String> names(Document before, Document after) {
    Set<String> first = names(before);
    Set<String> second = names(after);
    if (!firewalls.isEmpty()) {
      before.firewalls(firewalls);
      after.firewalls(firewalls);
      return new LinkedHashSet<>(firewalls);
    }
    Set<String> both = new LinkedHashSet<>(first);
    both.retainAll(second);
    first.stream()
        .filter(n -> !second.contains(n))
        .forEach(n -> System.err.println("only in " + old + ": " + n));
    second.stream()
        .filter(n -> !first.contains(n))
        .forEach(n -> System.err.println("only in " + next + ": " + n));
    return both;
  }

  private static Set<String> names(Document document) {
    Set<String> out = new LinkedHashSet<>();
    document.firewalls(List.of()).forEach(f -> out.add(f.name()));
    return out;
  }
}
