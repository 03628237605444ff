package org.tinshelf.core.space;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** What is found comes in the order of places, however many are found and in whatever order. */
class FoundBoxesTest {

  @Property(tries = 200)
  void boxesComeByPlaceThenByPart(
      @ForAll long seed, @ForAll @IntRange(min = 0, max = 400) int count, @ForAll boolean several) {
    Random random = new Random(seed);
    List<Box> boxes = boxes(random, count, several);
    Box[] expected = boxes.toArray(Box[]::new);
    Arrays.sort(expected, Comparator.comparingLong(FoundBoxes::key));
    FoundBoxes found = new FoundBoxes();
    found.addAll(boxes.toArray(Box[]::new), 0, count / 2);
    boxes.subList(count / 2, count).forEach(found::add);
    assertArrayEquals(expected, found.inOrder());
  }

  @Property(tries = 300)
  void ranksPutFewOfThemAndManyInTheSameOrder(
      @ForAll long seed,
      @ForAll @IntRange(min = 0, max = 2_000) int count,
      @ForAll @IntRange(min = 0, max = 100) int percent) {
    Random random = new Random(seed);
    Box[] boxes = boxes(random, count, random.nextBoolean()).toArray(Box[]::new);
    Ranks ranks = new Ranks(boxes);
    long[] marks = ranks.marks();
    for (int tries = 0; tries < 3; tries++) {
      Ranks.Found found = ranks.none();
      List<Box> expected = new ArrayList<>();
      for (int i = 0; i < count; i++) {
        if (random.nextInt(100) < percent) {
          found.add(i, i + 1);
          expected.add(boxes[i]);
        }
      }
      expected.sort(Comparator.comparingLong(FoundBoxes::key));
      assertArrayEquals(expected.toArray(Box[]::new), found.inOrder(marks));
      assertArrayEquals(ranks.marks(), marks, "room is left clear");
    }
  }

  private static List<Box> boxes(Random random, int count, boolean several) {
    List<Box> boxes = new ArrayList<>();
    for (int line = 0; boxes.size() < count; line++) {
      Place place = new Place(line * 3 + random.nextInt(3));
      int parts = several ? 1 + random.nextInt(3) : 1;
      for (int part = 0; part < parts && boxes.size() < count; part++) {
        Box box = new Box(new long[0][], 0, place);
        box.part = part;
        boxes.add(box);
      }
    }
    Collections.shuffle(boxes, random);
    return boxes;
  }
}
