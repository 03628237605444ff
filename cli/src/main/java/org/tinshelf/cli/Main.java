package org.tinshelf.cli;

import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Supplier;
import org.tinshelf.exchange.document.BadDocumentException;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** {@code bin/tinshelf}: works on documents, without a server or a database. */
@Command(
    name = "tinshelf",
    description = "Finds what is wrong with a firewall policy before it is installed.",
    mixinStandardHelpOptions = true,
    version = "Tin Shelf 0.1.0")
public final class Main {

  private static final Map<String, Supplier<Object>> COMMANDS = new TreeMap<>();

  static {
    COMMANDS.put("check", CheckCommand::new);
    COMMANDS.put("compare", CompareCommand::new);
    COMMANDS.put("probe", ProbeCommand::new);
  }

  private Main() {}

  public static void main(String[] arguments) {
    PrintStream out =
        new PrintStream(
            new java.io.FileOutputStream(java.io.FileDescriptor.out),
            false,
            StandardCharsets.UTF_8);
    PrintStream err =
        new PrintStream(
            new java.io.FileOutputStream(java.io.FileDescriptor.err), true, StandardCharsets.UTF_8);
    System.setOut(out);
    System.setErr(err);
    int status = run(arguments);
    out.flush();
    System.exit(status);
  }

  /** 0 done, 1 findings at or above {@code --fail-on}, 2 bad usage or bad input. */
  static int run(String... arguments) {
    CommandLine line = new CommandLine(new Main());
    // What describes a command is read from its class, which takes a while: only the one that is
    // asked for is, where that is plain.
    Supplier<Object> asked = arguments.length == 0 ? null : COMMANDS.get(arguments[0]);
    if (asked != null) {
      line.addSubcommand(asked.get());
    } else {
      COMMANDS.values().forEach(command -> line.addSubcommand(command.get()));
    }
    line.setCaseInsensitiveEnumValuesAllowed(true);
    line.setExecutionExceptionHandler((e, command, parsed) -> explain(e));
    if (arguments.length == 0) {
      line.usage(System.err);
      return 2;
    }
    return line.execute(arguments);
  }

  private static int explain(Exception e) throws Exception {
    if (e instanceof BadDocumentException bad) {
      bad.problems().forEach(System.err::println);
      int count = bad.problems().size();
      System.err.println(
          count == 1 ? "1 problem; nothing was read." : count + " problems; nothing was read.");
    } else if (e instanceof UncheckedIOException io) {
      boolean missing = io.getCause() instanceof java.nio.file.NoSuchFileException;
      System.err.println(
          "cannot read " + io.getCause().getMessage() + (missing ? ": there is no such file" : ""));
    } else if (e instanceof UsageException) {
      System.err.println(e.getMessage());
    } else {
      throw e;
    }
    return 2;
  }
}
