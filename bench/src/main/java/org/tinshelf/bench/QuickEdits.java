package org.tinshelf.bench;

import java.time.LocalDateTime;
import java.util.Arrays;
import org.tinshelf.bench.family.Family;
import org.tinshelf.core.findings.Recheck;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

public final class QuickEdits {
  public static void main(String[] args) {
    int n = Integer.parseInt(args[0]);
    LocalDateTime now = LocalDateTime.of(2026, 11, 23, 10, 0);
    for (Family f : Family.realistic()) {
      if (args.length > 1 && !f.name().contains(args[1])) continue;
      Estate estate = f.estate(n, 7);
      Stacks stacks = new Stacks(estate);
      Recheck recheck = new Recheck(stacks.of(estate.firewalls().get(0), now), false);
      Edits edits = new Edits(estate, 3);
      long[] times = new long[args.length > 2 ? Integer.parseInt(args[2]) : 600];
      long[] flat = new long[args.length > 2 ? Integer.parseInt(args[2]) : 600];
      for (int k = 0; k < times.length; k++) {
        Estate e = edits.next();
        long t0 = System.nanoTime();
        stacks = new Stacks(e, stacks);
        Stack s = stacks.of(e.firewalls().get(0), now);
        long t1 = System.nanoTime();
        recheck.update(s);
        times[k] = System.nanoTime() - t0;
        flat[k] = t1 - t0;
      }
      long[] t = Arrays.copyOfRange(times, 100, times.length);
      Arrays.sort(t);
      long[] g = Arrays.copyOfRange(flat, 100, times.length);
      Arrays.sort(g);
      System.out.printf(
          "%-15s median %.1f ms p90 %.1f worst %.1f ms, of it stack median %.1f%n",
          f.name(),
          t[t.length / 2] / 1e6,
          t[t.length * 9 / 10] / 1e6,
          t[t.length - 1] / 1e6,
          g[g.length / 2] / 1e6);
    }
  }
}
