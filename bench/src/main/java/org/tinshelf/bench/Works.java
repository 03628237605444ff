package org.tinshelf.bench;

import java.time.LocalDateTime;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.tinshelf.bench.family.Family;
import org.tinshelf.core.change.Comparison;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.findings.Recheck;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.stack.Decision;
import org.tinshelf.core.stack.Prober;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/** What is timed. */
@State(Scope.Benchmark)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@BenchmarkMode(Mode.SingleShotTime)
public class Works {

  /** The seed of all rulebases, and of edits and packets. */
  public static final long SEED = 20_261_123;

  /** How long the diagrams may take. */
  static final int DIAGRAM_SECONDS = 100;

  static final LocalDateTime NOW = LocalDateTime.of(2026, 11, 23, 10, 0);

  /** A family's name. */
  @Param("head office")
  public String family;

  /** Rules of the stack. */
  @Param("1000")
  public int rules;

  private Estate estate;
  private Stacks stacks;
  private Stack stack;
  private Stack later;
  private Recheck recheck;
  private Edits edits;
  private Prober prober;
  private Packet[] packets;
  private int next;

  static Family family(String name) {
    return Stream.concat(Family.realistic().stream(), Family.hostile().stream())
        .filter(f -> f.name().equals(name))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException("no family is called “" + name + "”"));
  }

  static Stack stack(Stacks stacks, Estate estate) {
    return stacks.of(estate.firewalls().get(0), NOW);
  }

  /** Makes the rulebase; what only some works need is made by them first. */
  @Setup
  public void make() {
    estate = family(family).estate(rules, SEED);
    stacks = new Stacks(estate);
    stack = stack(stacks, estate);
  }

  /** All findings from the stack. */
  @Benchmark
  public int check() {
    return Check.of(stack, false).findings().size();
  }

  /** Each rule against each above. */
  @Benchmark
  public int pairwise() {
    return Pairwise.dead(stack);
  }

  /** Dead and redundant rules by decision diagrams. */
  @Benchmark
  public Object diagrams() {
    return Diagrammed.of(stack, DIAGRAM_SECONDS);
  }

  /** One edit, to the complete findings: stack made again, findings up to date and all listed. */
  @Benchmark
  public int edit(Prepared prepared) {
    Estate estateNow = prepared.edited;
    stacks = new Stacks(estateNow, stacks);
    int count = 0;
    for (Finding f : recheck.update(stack(stacks, estateNow)).findings()) {
      count += f.kind().ordinal();
    }
    return count;
  }

  /** Makes the edit outside of the time taken. */
  @State(Scope.Thread)
  public static class Prepared {
    Estate edited;

    /** The next edit. */
    @Setup(org.openjdk.jmh.annotations.Level.Invocation)
    public void edit(Works works) {
      if (works.edits == null) {
        works.edits = new Edits(works.estate, SEED);
        works.recheck = new Recheck(works.stack, false);
      }
      edited = works.edits.next();
    }
  }

  /** Two revisions that differ in twenty edits. */
  @Benchmark
  public int compare() {
    if (later == null) {
      Edits twenty = new Edits(estate, SEED);
      Estate last = estate;
      for (int i = 0; i < 20; i++) {
        last = twenty.next();
      }
      later = stack(new Stacks(last), last);
    }
    return Comparison.of(stack, later, NOW).differences().size();
  }

  /** One packet. */
  @Benchmark
  public Decision probe() {
    if (prober == null) {
      prober = new Prober(stack);
      packets = packets();
    }
    next = (next + 1) % packets.length;
    return prober.decide(packets[next]);
  }

  private Packet[] packets() {
    Random random = new Random(SEED);
    Packet[] out = new Packet[4096];
    int zones = stack.universe().zones().size();
    for (int i = 0; i < out.length; i++) {
      out[i] =
          new Packet(
              stack.universe().zones().get(random.nextInt(zones)),
              stack.universe().zones().get(random.nextInt(zones)),
              ip(random),
              ip(random),
              random.nextInt(4) == 0 ? 17 : 6,
              1024 + random.nextInt(60_000),
              random.nextInt(3) == 0 ? random.nextInt(65_536) : 443,
              "unknown",
              "unknown",
              NOW.plusMinutes(random.nextInt(10_000)),
              Profile.OFFICE,
              Guard.NONE);
    }
    return out;
  }

  private static Ip ip(Random random) {
    return Ip.parse(
        "10." + random.nextInt(64) + "." + random.nextInt(256) + "." + random.nextInt(256));
  }
}
