package org.tinshelf.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.NoSuchElementException;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.ChainedOptionsBuilder;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;
import org.openjdk.jmh.runner.options.VerboseMode;
import org.openjdk.jmh.util.Statistics;
import org.tinshelf.bench.family.Family;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/** {@code bin/bench}: runs everything under JMH and prints one table. */
public final class Bench {

  private static final String HEAP = "-Xmx1g";

  /** So many that the rare edits that touch most of a rulebase are among them. */
  private static final int WARM_EDITS = 1_000;

  private static final int EDIT_RUNS = 5;

  private final List<String[]> table = new ArrayList<>();

  private Bench() {}

  /**
   * Runs and prints.
   *
   * @param arguments {@code --quick} for smaller sizes and fewer rounds; names of families for
   *     those alone
   */
  public static void main(String[] arguments) throws RunnerException {
    List<String> names = new ArrayList<>(List.of(arguments));
    boolean quick = names.remove("--quick");
    for (String name : names) {
      Works.family(name);
    }
    Predicate<Family> wanted = f -> names.isEmpty() || names.contains(f.name());
    System.out.println("seed " + Works.SEED + ", heap " + HEAP + ", times are medians");
    for (Family f : Family.realistic()) {
      System.out.println(f.name() + ": " + f.statistics());
    }
    for (Family f : Family.hostile()) {
      System.out.println(f.name() + ": " + f.statistics());
    }
    new Bench().run(quick, wanted);
  }

  private void run(boolean quick, Predicate<Family> wanted) throws RunnerException {
    int large = quick ? 2_000 : 10_000;
    for (Family f : Family.realistic().stream().filter(wanted).toList()) {
      String name = f.name();
      double small = time("check", name, 1_000, 12, 9);
      double check = time("check", name, large, 8, 7);
      double pairs = time("pairwise", name, large, 0, 1);
      double diagrams = diagrams(name, large);
      Stack stack = stack(f, large);
      int dead = dead(stack);
      int seen = Pairwise.dead(stack);
      row(name, large, "full check", ms(check), "1 s");
      boolean late = diagrams >= Works.DIAGRAM_SECONDS * 1e6;
      row(
          name,
          large,
          "decision diagrams, dead and redundant rules alone",
          String.format(
              Locale.ROOT,
              late ? "not done after %s: more than %.0f x" : "%s = %.1f x",
              ms(diagrams),
              diagrams / check),
          "20 x");
      row(
          name,
          large,
          "pairwise comparison",
          ms(pairs)
              + String.format(Locale.ROOT, " = %.1f x; sees %d of %d", pairs / check, seen, dead),
          "");
      edits(name, large, quick ? 300 : 1_000);
      row(name, large, "compare, 20 edits", ms(time("compare", name, large, 10, 15)), "300 ms");
      row(name, large, "one decision", probe(name, large), "20 us");
      if (!quick) {
        double huge = time("check", name, 100_000, 1, 1);
        double exponent = Math.log(huge / small) / Math.log(100);
        row(name, 100_000, "full check, heap 1 GiB", ms(huge), "15 s");
        row(
            name,
            100_000,
            "growth from 1,000",
            String.format(Locale.ROOT, "n^%.2f (%s)", exponent, ms(small)),
            "near 1");
      }
    }
    for (Family f : Family.hostile().stream().filter(wanted).toList()) {
      int rules = hostileRules(f.name());
      row(f.name(), rules, "full check", ms(time("check", f.name(), rules, 1, 3)), "");
      row(f.name(), rules, "rules not decided", "" + undecided(stack(f, rules)), "0");
    }
    print();
  }

  /**
   * The same edits in several runs. What the machine does meanwhile hits another edit in each, so
   * of each edit the median over the runs counts; the worst of single runs stands beside it.
   */
  private void edits(String family, int rules, int count) throws RunnerException {
    ChainedOptionsBuilder options =
        options("edit", family, rules)
            .mode(Mode.SingleShotTime)
            .warmupIterations(WARM_EDITS)
            .measurementIterations(count)
            .forks(EDIT_RUNS);
    List<double[]> runs =
        result(options).getBenchmarkResults().stream()
            .map(
                run ->
                    run.getIterationResults().stream()
                        .mapToDouble(one -> one.getPrimaryResult().getScore())
                        .toArray())
            .toList();
    double[] medians =
        IntStream.range(0, count)
            .mapToDouble(i -> median(runs.stream().mapToDouble(run -> run[i])))
            .toArray();
    String single =
        runs.stream()
            .map(run -> ms(Arrays.stream(run).max().orElseThrow()))
            .collect(Collectors.joining(", "));
    row(family, rules, "one edit, median", ms(median(Arrays.stream(medians))), "10 ms");
    row(
        family,
        rules,
        "one edit, worst of " + count,
        ms(Arrays.stream(medians).max().orElseThrow()) + " (single runs: " + single + ")",
        "150 ms");
  }

  private static double median(DoubleStream numbers) {
    double[] sorted = numbers.sorted().toArray();
    return sorted[sorted.length / 2];
  }

  private static int hostileRules(String family) {
    return switch (family) {
      case "checkers" -> 300;
      default -> 2_000;
    };
  }

  private static Stack stack(Family f, int rules) {
    var estate = f.estate(rules, Works.SEED);
    return Works.stack(new Stacks(estate), estate);
  }

  private static int dead(Stack stack) {
    return (int)
        Check.of(stack, false).findings().stream()
            .filter(
                x ->
                    x.reach() == 0
                        && (x.kind() == Finding.Kind.SHADOWED
                            || x.kind() == Finding.Kind.REDUNDANT))
            .count();
  }

  private static int undecided(Stack stack) {
    return (int)
        Check.of(stack, false).findings().stream()
            .filter(f -> f.kind() == Finding.Kind.NOT_DECIDED)
            .count();
  }

  private static double time(String work, String family, int rules, int warm, int rounds)
      throws RunnerException {
    return statistics(work, family, rules, warm, rounds).getPercentile(50);
  }

  private static Statistics statistics(String work, String family, int rules, int warm, int rounds)
      throws RunnerException {
    ChainedOptionsBuilder options =
        options(work, family, rules)
            .mode(Mode.SingleShotTime)
            .warmupIterations(warm)
            .measurementIterations(rounds);
    return result(options).getPrimaryResult().getStatistics();
  }

  /** One run, since it is long; out of memory counts as not done. */
  private static double diagrams(String family, int rules) throws RunnerException {
    try {
      return time("diagrams", family, rules, 0, 1);
    } catch (RunnerException | NoSuchElementException e) {
      return Works.DIAGRAM_SECONDS * 1e6;
    }
  }

  private static String probe(String family, int rules) throws RunnerException {
    ChainedOptionsBuilder options =
        options("probe", family, rules)
            .mode(Mode.AverageTime)
            .warmupIterations(3)
            .warmupTime(TimeValue.seconds(1))
            .measurementIterations(3)
            .measurementTime(TimeValue.seconds(1));
    return String.format(
        Locale.ROOT,
        "%.1f us",
        result(options).getPrimaryResult().getStatistics().getPercentile(50));
  }

  private static ChainedOptionsBuilder options(String work, String family, int rules) {
    return new OptionsBuilder()
        .include(Works.class.getName() + "\\." + work + "$")
        .param("family", family)
        .param("rules", "" + rules)
        .forks(1)
        .jvmArgs(work.equals("diagrams") ? "-Xmx4g" : HEAP)
        .verbosity(VerboseMode.SILENT);
  }

  private static RunResult result(ChainedOptionsBuilder options) throws RunnerException {
    Collection<RunResult> results = new Runner(options.build()).run();
    return results.iterator().next();
  }

  private static String ms(double micros) {
    return micros < 10_000
        ? String.format(Locale.ROOT, "%.1f ms", micros / 1_000)
        : String.format(Locale.ROOT, "%,.0f ms", micros / 1_000);
  }

  private void row(String family, int rules, String work, String result, String bar) {
    String[] cells = {family, String.format(Locale.ROOT, "%,d", rules), work, result, bar};
    table.add(cells);
    System.err.println(String.join(" | ", cells));
  }

  private void print() {
    System.out.println("| family | rules | work | result | bar |\n|---|---|---|---|---|");
    table.forEach(cells -> System.out.println("| " + String.join(" | ", cells) + " |"));
  }
}
