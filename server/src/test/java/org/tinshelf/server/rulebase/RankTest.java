package org.tinshelf.server.rulebase;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

class RankTest {

  @Property(tries = 50)
  void thereIsAlwaysRoomBetweenTwo(@ForAll long seed) {
    Random random = new Random(seed);
    List<String> ranks = new ArrayList<>();
    for (int i = 0; i < 30; i++) {
      ranks.add(Rank.nth(i));
    }
    for (int i = 0; i < 300; i++) {
      int at = random.nextInt(ranks.size() + 1);
      Optional<String> before = at == 0 ? Optional.empty() : Optional.of(ranks.get(at - 1));
      Optional<String> after = at == ranks.size() ? Optional.empty() : Optional.of(ranks.get(at));
      ranks.add(at, Rank.between(before, after));
    }
    List<String> sorted = new ArrayList<>(ranks);
    sorted.sort(null);
    assertEquals(sorted, ranks);
    ranks.forEach(r -> assertFalse(r.endsWith("0"), r));
  }

  @Example
  void aPlaceAtTheFrontStaysShortEnoughForHundredsOfInsertions() {
    String first = Rank.nth(0);
    for (int i = 0; i < 500; i++) {
      first = Rank.between(Optional.empty(), Optional.of(first));
    }
    assertTrue(first.length() < 190, String.valueOf(first.length()));
  }

  @Example
  void theWrongWayRoundIsRefused() {
    assertThrows(
        IllegalArgumentException.class, () -> Rank.between(Optional.of("b"), Optional.of("a")));
  }
}
