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

  private static final FoundBoxes.Scratch SCRATCH = new FoundBoxes.Scratch();

  @Property(tries = 200)
  void boxesComeByPlaceThenByPart(
      @ForAll long seed, @ForAll @IntRange(min = 0, max = 400) int count, @ForAll boolean several) {
    Random random = new Random(seed);
    List<Box> boxes = new ArrayList<>();
    while (boxes.size() < count) {
      Place place = new Place(boxes.size() * 3 + random.nextInt(3));
      int parts = several ? 1 + random.nextInt(3) : 1;
      for (int part = 0; part < parts && boxes.size() < count; part++) {
        Box box = new Box(new long[0][], 0, place);
        box.part = part;
        boxes.add(box);
      }
    }
    Box[] expected = boxes.toArray(Box[]::new);
    Arrays.sort(expected, Comparator.comparingLong(FoundBoxes::key));
    Collections.shuffle(boxes, random);
    for (FoundBoxes.Scratch scratch : new FoundBoxes.Scratch[] {null, SCRATCH}) {
      FoundBoxes found = new FoundBoxes();
      boxes.forEach(found::add);
      assertArrayEquals(expected, found.inOrder(scratch));
    }
  }
}
