package org.tinshelf.server.estate;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.tinshelf.server.rulebase.Lines.Head;

class HeadsTest {

  private static final long SEED = 20_261_123;
  private static final int SHELVES = 3;
  private static final int LINES = 12;

  private final Random random = new Random(SEED);

  /** A line of its shelf for good; one in three stands in the drawer of line 1, 2 or 3. */
  private Head line(long id, long version) {
    boolean inside = id > SHELVES && random.nextInt(3) == 0;
    long shelf = id % SHELVES;
    return new Head(
        id,
        version,
        shelf,
        inside ? shelf + 1 : null,
        "" + (char) ('a' + random.nextInt(26)),
        "line " + id,
        random.nextInt(5) == 0);
  }

  private static Heads fresh(Map<Long, Head> lines) {
    Comparator<Head> order = Comparator.comparing(Head::place);
    return Heads.of(lines.values().stream().sorted(order.thenComparing(Head::id)).toList());
  }

  @Test
  void whatIsBroughtUpToDateIsWhatWouldBeReadAfresh() {
    Map<Long, Head> lines = new HashMap<>();
    Heads heads = Heads.NONE;
    for (int round = 0; round < 2_000; round++) {
      List<Head> touched = new ArrayList<>();
      Set<Long> shelves = new HashSet<>();
      for (int n = random.nextInt(4); n > 0; n--) {
        long id = random.nextInt(LINES);
        if (touched.stream().noneMatch(head -> head.id() == id)) {
          touched.add(line(id, round));
          shelves.add(id % SHELVES);
        }
      }
      assertEquals(shelves, heads.shelvesOf(touched));
      touched.forEach(head -> lines.put(head.id(), head));
      heads = heads.with(touched);
      Heads fresh = fresh(lines);
      assertEquals(Set.copyOf(fresh.all()), Set.copyOf(heads.all()), "seed " + SEED);
      for (long id = 0; id < LINES; id++) {
        assertEquals(fresh.onShelf(id), heads.onShelf(id));
        assertEquals(fresh.inDrawer(id), heads.inDrawer(id));
      }
    }
  }
}
