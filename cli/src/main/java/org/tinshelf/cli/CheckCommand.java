package org.tinshelf.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.exchange.report.Reports;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Checks every firewall of a document. */
@Command(
    name = "check",
    description = "Prints what is wrong with the rules of a document.",
    mixinStandardHelpOptions = true)
final class CheckCommand implements Callable<Integer> {

  /** How findings are printed. */
  enum Format {
    TEXT,
    JSON
  }

  /** From which severity on the exit status is 1. */
  enum FailOn {
    HIGH,
    MEDIUM,
    LOW,
    NEVER
  }

  @Parameters(paramLabel = "FILE", description = "a policy document")
  private Path file;

  @Option(names = "--firewall", paramLabel = "NAME", description = "only this one; may be repeated")
  private List<String> firewalls = List.of();

  @Option(names = "--format", paramLabel = "text|json", description = "text unless given")
  private Format format = Format.TEXT;

  @Option(
      names = "--fail-on",
      paramLabel = "high|medium|low|never",
      description = "exit with 1 for findings of at least this severity; high unless given")
  private FailOn failOn = FailOn.HIGH;

  @Option(names = "--now", paramLabel = "2026-11-23T10:00", description = "in each firewall's time")
  private Optional<String> now = Optional.empty();

  @Option(names = "--exceptions", description = "report exceptions too")
  private boolean exceptions;

  @Override
  public Integer call() {
    Document document = new Document(file, now);
    List<Reports.Checked> all = new ArrayList<>();
    for (Firewall firewall : document.firewalls(firewalls)) {
      long start = System.nanoTime();
      Stack stack = document.stack(firewall);
      Check check = Check.of(stack, exceptions);
      long millis = (System.nanoTime() - start) / 1_000_000;
      all.add(new Reports.Checked(firewall.name(), stack.rules(), millis, check));
    }
    System.out.println(
        format == Format.JSON
            ? Reports.json(document.name(), all)
            : Reports.text(document.name(), all));
    boolean fails =
        all.stream().flatMap(c -> c.check().findings().stream()).anyMatch(this::atOrAbove);
    return fails ? 1 : 0;
  }

  private boolean atOrAbove(Finding finding) {
    return failOn != FailOn.NEVER && finding.severity().ordinal() <= failOn.ordinal();
  }
}
