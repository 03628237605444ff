package org.tinshelf.cli;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.stack.Prober;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.exchange.report.PacketJson;
import org.tinshelf.exchange.report.Reports;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Says what happens to packets on one firewall. */
@Command(
    name = "probe",
    description = "Prints what happens to each packet, and why.",
    mixinStandardHelpOptions = true)
final class ProbeCommand implements Callable<Integer> {

  @Parameters(paramLabel = "FILE", description = "a policy document")
  private Path file;

  @Option(names = "--firewall", paramLabel = "NAME", required = true)
  private String firewall;

  @Option(
      names = "--packets",
      paramLabel = "PACKETS.jsonl",
      required = true,
      description = "one packet per line")
  private Path packets;

  @Option(
      names = "--now",
      paramLabel = "2026-11-23T10:00",
      description = "in the firewall's time; stands in for a packet's missing time")
  private Optional<String> now = Optional.empty();

  @Override
  public Integer call() {
    Document document = new Document(file, now);
    Firewall at = document.firewalls(List.of(firewall)).get(0);
    Stack stack = document.stack(at);
    List<String> problems = new ArrayList<>();
    List<Packet> read = new ArrayList<>();
    List<String> lines = lines();
    for (int i = 0; i < lines.size(); i++) {
      if (!lines.get(i).isBlank()) {
        try {
          read.add(PacketJson.read(lines.get(i), stack.universe(), document.now(at)));
        } catch (IllegalArgumentException e) {
          problems.add(packets + " line " + (i + 1) + ": " + e.getMessage());
        }
      }
    }
    if (!problems.isEmpty()) {
      throw new UsageException(String.join("\n", problems));
    }
    Prober prober = new Prober(stack);
    read.forEach(p -> System.out.println(Reports.decision(prober.decide(p))));
    return 0;
  }

  private List<String> lines() {
    try {
      return Files.readAllLines(packets);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
