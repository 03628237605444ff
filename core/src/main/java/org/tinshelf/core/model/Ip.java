package org.tinshelf.core.model;

/**
 * One IPv4 or IPv6 address as an unsigned number of 128 bits.
 *
 * @param v6 whether the address is of the IPv6 family
 * @param value 0 to 2^32 - 1 for IPv4, 0 to 2^128 - 1 for IPv6
 */
public record Ip(boolean v6, U128 value) implements Comparable<Ip> {

  /**
   * Reads an address in its usual text form: dotted decimal without leading zeros, or RFC 4291
   * section 2.2.
   *
   * @throws IllegalArgumentException if the text is not exactly one address, saying what is wrong
   */
  public static Ip parse(String text) {
    return text.indexOf(':') >= 0 ? new Ip(true, parse6(text)) : v4(parse4(text));
  }

  /** An IPv4 address from its 32 bits, held in the low half of {@code bits}. */
  public static Ip v4(long bits) {
    return new Ip(false, U128.of(bits & 0xffffffffL));
  }

  /** How many bits an address of this family has: 32 or 128. */
  public int bits() {
    return v6 ? 128 : 32;
  }

  private static long parse4(String text) {
    String[] parts = text.split("\\.", -1);
    if (parts.length != 4) {
      throw new IllegalArgumentException("'" + text + "' is not an IPv4 or IPv6 address");
    }
    long bits = 0;
    for (String part : parts) {
      if (!part.matches("0|[1-9][0-9]{0,2}") || Integer.parseInt(part) > 255) {
        throw new IllegalArgumentException(
            "'" + text + "' is not an IPv4 address: '" + part + "' is not a number from 0 to 255");
      }
      bits = bits << 8 | Integer.parseInt(part);
    }
    return bits;
  }

  private static U128 parse6(String text) {
    int gap = text.indexOf("::");
    if (gap >= 0 && text.indexOf("::", gap + 1) >= 0) {
      throw new IllegalArgumentException("'" + text + "' has '::' more than once");
    }
    int[] head = groups(gap < 0 ? text : text.substring(0, gap), text);
    int[] tail = gap < 0 ? new int[0] : groups(text.substring(gap + 2), text);
    int given = head.length + tail.length;
    if (gap < 0 ? given != 8 : given > 7) {
      throw new IllegalArgumentException("'" + text + "' does not make eight groups of 16 bits");
    }
    int[] all = new int[8];
    System.arraycopy(head, 0, all, 0, head.length);
    System.arraycopy(tail, 0, all, 8 - tail.length, tail.length);
    long hi = 0;
    long lo = 0;
    for (int i = 0; i < 4; i++) {
      hi = hi << 16 | all[i];
      lo = lo << 16 | all[i + 4];
    }
    return new U128(hi, lo);
  }

  private static int[] groups(String text, String whole) {
    if (text.isEmpty()) {
      return new int[0];
    }
    String[] parts = text.split(":", -1);
    boolean dotted = parts[parts.length - 1].indexOf('.') >= 0;
    int[] groups = new int[parts.length + (dotted ? 1 : 0)];
    for (int i = 0; i < parts.length; i++) {
      if (dotted && i == parts.length - 1) {
        long bits = parse4(parts[i]);
        groups[i] = (int) (bits >>> 16);
        groups[i + 1] = (int) (bits & 0xffff);
      } else if (parts[i].matches("[0-9a-fA-F]{1,4}")) {
        groups[i] = Integer.parseInt(parts[i], 16);
      } else {
        throw new IllegalArgumentException(
            "'" + whole + "' is not an IPv6 address: '" + parts[i] + "' is not a group of 16 bits");
      }
    }
    return groups;
  }

  /** The address in its usual text form, IPv6 as RFC 5952 asks. */
  @Override
  public String toString() {
    if (!v6) {
      long b = value.lo();
      return (b >>> 24) + "." + (b >>> 16 & 255) + "." + (b >>> 8 & 255) + "." + (b & 255);
    }
    int[] groups = new int[8];
    for (int i = 0; i < 8; i++) {
      long half = i < 4 ? value.hi() : value.lo();
      groups[i] = (int) (half >>> (48 - 16 * (i % 4)) & 0xffff);
    }
    int best = -1;
    int bestLength = 1;
    for (int i = 0; i < 8; i++) {
      int j = i;
      while (j < 8 && groups[j] == 0) {
        j++;
      }
      if (j - i > bestLength) {
        best = i;
        bestLength = j - i;
      }
    }
    StringBuilder out = new StringBuilder();
    for (int i = 0; i < 8; i++) {
      if (i == best) {
        out.append("::");
        i += bestLength - 1;
        continue;
      }
      if (i > 0 && i != best + bestLength) {
        out.append(':');
      }
      out.append(Integer.toHexString(groups[i]));
    }
    return out.toString();
  }

  @Override
  public int compareTo(Ip other) {
    int family = Boolean.compare(v6, other.v6);
    return family != 0 ? family : value.compareTo(other.value);
  }
}
