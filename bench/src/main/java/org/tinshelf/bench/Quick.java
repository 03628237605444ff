package org.tinshelf.bench;

import java.time.LocalDateTime;
import org.tinshelf.bench.family.Family;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

public final class Quick {
  public static void main(String[] args) {
    int n = Integer.parseInt(args[0]);
    for (Family f : args[1].equals("h") ? Family.hostile() : Family.realistic()) {
      if (args.length > 2 && !f.name().contains(args[2])) continue;
      Estate estate = f.estate(n, 7);
      for (int k = 0; k < (args.length > 3 ? Integer.parseInt(args[3]) : 3); k++) {
        long t0 = System.nanoTime();
        Stack stack =
            new Stacks(estate).of(estate.firewalls().get(0), LocalDateTime.of(2026, 11, 23, 10, 0));
        long t1 = System.nanoTime();
        Check check = Check.of(stack, false);
        long t2 = System.nanoTime();
        java.util.Map<String, Long> kinds = new java.util.TreeMap<>();
        check.findings().forEach(x -> kinds.merge(x.kind().word(), 1L, Long::sum));
        System.out.printf(
            "%-15s entries %d stack %d ms check %d ms %s%n",
            f.name(), stack.entries().size(), (t1 - t0) / 1000000, (t2 - t1) / 1000000, kinds);
      }
    }
  }
}
