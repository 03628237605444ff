package org.tinshelf.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.findings.ObjectCheck;
import org.tinshelf.core.findings.ObjectFinding;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.exchange.report.Places;
import org.tinshelf.exchange.report.Reports;
import org.tinshelf.exchange.report.Sarif;
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
    JSON,
    SARIF
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

  @Option(names = "--format", paramLabel = "text|json|sarif", description = "text unless given")
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
      all.add(
          new Reports.Checked(
              firewall.name(), stack.rules(), millis, document.bayShelves(firewall), check));
    }
    List<ObjectFinding> objects =
        firewalls.isEmpty() ? ObjectCheck.of(document.estate()) : List.of();
    System.out.println(
        switch (format) {
          case JSON -> Reports.json(document.name(), all, objects);
          case TEXT -> Reports.text(document.name(), all, objects);
          case SARIF -> Sarif.of(file, new Places(file), all, objects);
        });
    boolean fails =
        all.stream().flatMap(c -> c.check().findings().stream()).anyMatch(f -> fails(f.severity()))
            || objects.stream().anyMatch(o -> fails(o.severity()));
    return fails ? 1 : 0;
  }

  private boolean fails(Finding.Severity severity) {
    return failOn != FailOn.NEVER && severity.ordinal() <= failOn.ordinal();
  }
}
