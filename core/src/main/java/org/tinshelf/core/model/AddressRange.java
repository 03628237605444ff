package org.tinshelf.core.model;

/**
 * Addresses of one family from first to last, both included: what a host, network or range literal
 * comes down to.
 *
 * @throws IllegalArgumentException if the families differ or last is before first
 */
public record AddressRange(Ip first, Ip last) {

  public AddressRange {
    if (first.v6() != last.v6()) {
      throw new IllegalArgumentException(
          "a range needs both ends in one family, not " + first + " and " + last);
    }
    if (first.compareTo(last) > 0) {
      throw new IllegalArgumentException(
          "the range ends before it begins; write " + last + "-" + first);
    }
  }

  /** Reads a host, {@code network/prefix} or {@code first-last}; blanks around are allowed. */
  public static AddressRange parse(String text) {
    String t = text.strip();
    int dash = t.indexOf('-');
    if (dash >= 0) {
      return new AddressRange(
          Ip.parse(t.substring(0, dash).strip()), Ip.parse(t.substring(dash + 1).strip()));
    }
    return t.indexOf('/') >= 0 ? network(t) : host(t);
  }

  /** Reads exactly one address. */
  public static AddressRange host(String text) {
    Ip ip = Ip.parse(text);
    return new AddressRange(ip, ip);
  }

  /**
   * Reads an address and a prefix length.
   *
   * @throws IllegalArgumentException also when host bits are set, offering the corrected prefix
   */
  public static AddressRange network(String text) {
    Ip ip = addressOf(text);
    int length = prefixOf(text, ip);
    AddressRange whole = around(ip, length);
    if (!whole.first.equals(ip)) {
      throw new IllegalArgumentException(
          "host bits are set in '" + text + "'; write " + whole.first + "/" + length);
    }
    return whole;
  }

  /** Reads an interface address such as {@code 10.0.0.1/24} and gives the network it stands in. */
  public static AddressRange interfaceNetwork(String text) {
    Ip ip = addressOf(text);
    return around(ip, prefixOf(text, ip));
  }

  private static Ip addressOf(String text) {
    int slash = text.indexOf('/');
    if (slash < 0) {
      throw new IllegalArgumentException(
          "'" + text + "' has no prefix length; write it as " + text + "/24, say");
    }
    return Ip.parse(text.substring(0, slash));
  }

  private static int prefixOf(String text, Ip ip) {
    String length = text.substring(text.indexOf('/') + 1);
    if (!length.matches("0|[1-9][0-9]{0,2}") || Integer.parseInt(length) > ip.bits()) {
      throw new IllegalArgumentException(
          "the prefix length of '" + text + "' is not a number from 0 to " + ip.bits());
    }
    return Integer.parseInt(length);
  }

  private static AddressRange around(Ip ip, int length) {
    U128 hostBits = U128.ones(ip.bits() - length);
    return new AddressRange(
        new Ip(ip.v6(), ip.value().and(hostBits.not())), new Ip(ip.v6(), ip.value().or(hostBits)));
  }

  /** The shortest of host, network and range form that says the same. */
  @Override
  public String toString() {
    if (first.equals(last)) {
      return first.toString();
    }
    for (int length = 0; length < first.bits(); length++) {
      if (around(first, length).equals(this)) {
        return first + "/" + length;
      }
    }
    return first + "-" + last;
  }
}
