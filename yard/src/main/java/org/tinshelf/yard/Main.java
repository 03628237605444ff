package org.tinshelf.yard;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Starts the yard. */
@Command(
    name = "yard",
    description = "Plays firewalls on loopback, each on a port of its own.",
    mixinStandardHelpOptions = true)
public final class Main implements Callable<Integer> {

  @Option(
      names = "--dir",
      required = true,
      description = "where certificates and policies are kept")
  private Path dir;

  @Option(
      names = "--first-port",
      required = true,
      description = "the others follow, busy ones left out")
  private int firstPort;

  @Parameters(arity = "1..*", paramLabel = "NAME", description = "names of firewalls")
  private List<String> names;

  public static void main(String[] arguments) {
    System.exit(new CommandLine(new Main()).execute(arguments));
  }

  @Override
  public Integer call() throws Exception {
    try (Yard yard = Yard.open(dir, firstPort, names)) {
      System.out.println("The yard plays " + yard.endpoints().size() + " firewalls.");
      Runtime.getRuntime().addShutdownHook(new Thread(yard::close));
      new CountDownLatch(1).await();
    }
    return 0;
  }
}
