package org.tinshelf.core.change;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.stack.InOrder;

/**
 * Two lists laid side by side: which elements of either have no equal partner in the same order.
 * What they begin and end with alike is paired first; of the rest, a longest increasing run of
 * pairs is taken (J. W. Hunt and T. G. Szymanski, CACM 20 (1977)), which is not always the most
 * that could be paired, but always in order. O(n log n).
 */
final class Alignment {

  private final int[] partners;

  Alignment(List<?> a, List<?> b) {
    int head = 0;
    int most = Math.min(a.size(), b.size());
    while (head < most && a.get(head).equals(b.get(head))) {
      head++;
    }
    int tail = 0;
    while (tail < most - head && a.get(a.size() - 1 - tail).equals(b.get(b.size() - 1 - tail))) {
      tail++;
    }
    Map<Object, Deque<Integer>> places = new HashMap<>();
    for (int i = head; i < b.size() - tail; i++) {
      places.computeIfAbsent(b.get(i), k -> new ArrayDeque<>()).add(i);
    }
    int[] partner = new int[a.size()];
    List<Integer> paired = new ArrayList<>();
    for (int i = head; i < a.size() - tail; i++) {
      Deque<Integer> free = places.get(a.get(i));
      if (free != null && !free.isEmpty()) {
        partner[i] = free.poll();
        paired.add(i);
      }
    }
    partners = new int[a.size()];
    Arrays.fill(partners, -1);
    for (int i = 0; i < head; i++) {
      partners[i] = i;
    }
    for (int i = 1; i <= tail; i++) {
      partners[a.size() - i] = b.size() - i;
    }
    for (int i : InOrder.longest(paired, i -> partner[i])) {
      partners[i] = partner[i];
    }
  }

  /** For each index of the first list that of its partner in the second, in rising order; or -1. */
  int[] partners() {
    return partners;
  }
}
