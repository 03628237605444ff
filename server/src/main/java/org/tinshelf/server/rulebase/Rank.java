package org.tinshelf.server.rulebase;

import java.util.Optional;

/**
 * Places in a list as text that sorts, with room between any two: a move then changes one row. A
 * rank is a fraction in base 36 without trailing zeros.
 */
public final class Rank {

  private static final String DIGITS = "0123456789abcdefghijklmnopqrstuvwxyz";
  private static final int BASE = DIGITS.length();

  private Rank() {}

  /** The rank of the n-th of a list that is laid out at once, n from 0 to 1,679,614. */
  public static String nth(int n) {
    String digits = Integer.toString(n + 1, BASE);
    return "0".repeat(4 - digits.length()) + digits + "i";
  }

  /**
   * A rank after {@code before} and before {@code after}; empty means the end of the list.
   *
   * @throws IllegalArgumentException unless before sorts before after
   */
  public static String between(Optional<String> before, Optional<String> after) {
    String low = before.orElse("");
    if (after.isPresent() && low.compareTo(after.get()) >= 0) {
      throw new IllegalArgumentException(low + " is not before " + after.get());
    }
    StringBuilder out = new StringBuilder();
    Optional<String> high = after;
    for (int i = 0; ; i++) {
      int from = i < low.length() ? DIGITS.indexOf(low.charAt(i)) : 0;
      int digit = i;
      int to = high.map(h -> digit < h.length() ? DIGITS.indexOf(h.charAt(digit)) : 0).orElse(BASE);
      if (to - from > 1) {
        return out.append(DIGITS.charAt((from + to) / 2)).toString();
      }
      out.append(DIGITS.charAt(from));
      if (to > from) {
        high = Optional.empty();
      }
    }
  }
}
