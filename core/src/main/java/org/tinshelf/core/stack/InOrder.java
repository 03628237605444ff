package org.tinshelf.core.stack;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntUnaryOperator;

/** Finds what of a sequence stands in order already. */
public final class InOrder {

  private InOrder() {}

  /**
   * A longest part of the elements whose numbers rise, last first (patience sorting, O(n log n)).
   *
   * @param number of an element; no two have the same
   */
  public static List<Integer> longest(List<Integer> elements, IntUnaryOperator number) {
    List<Integer> piles = new ArrayList<>();
    Map<Integer, Integer> before = new HashMap<>();
    for (int element : elements) {
      int low = 0;
      int high = piles.size();
      while (low < high) {
        int mid = (low + high) >>> 1;
        if (number.applyAsInt(piles.get(mid)) < number.applyAsInt(element)) {
          low = mid + 1;
        } else {
          high = mid;
        }
      }
      if (low > 0) {
        before.put(element, piles.get(low - 1));
      }
      if (low == piles.size()) {
        piles.add(element);
      } else {
        piles.set(low, element);
      }
    }
    List<Integer> out = new ArrayList<>();
    Integer at = piles.isEmpty() ? null : piles.get(piles.size() - 1);
    while (at != null) {
      out.add(at);
      at = before.get(at);
    }
    return out;
  }
}
