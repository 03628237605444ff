package org.tinshelf.core.model;

import java.util.ArrayList;
import java.util.List;

/**
 * One protocol with what further narrows it.
 *
 * @param protocol 0 to 255
 * @param first source ports, or the type of ICMP; empty means all
 * @param second destination ports, or the code of ICMP; empty means all
 */
public record ServiceTerm(int protocol, List<Span> first, List<Span> second) {

  /** Numbers from first to last, both included, 0 to 65535. */
  public record Span(int first, int last) {
    @Override
    public String toString() {
      return first == last ? String.valueOf(first) : first + "-" + last;
    }
  }

  /** Every packet of a protocol. */
  public static ServiceTerm all(int protocol) {
    return new ServiceTerm(protocol, List.of(), List.of());
  }

  /**
   * Reads a literal service: {@code tcp/443}, {@code udp/8000-8010}, {@code icmp/8}, {@code
   * icmp6/128/0}, {@code protocol/47}.
   *
   * @throws IllegalArgumentException saying what is wrong and how a service is written
   */
  public static ServiceTerm parse(String text) {
    String[] parts = text.strip().split("/", 3);
    if (parts.length < 2) {
      throw new IllegalArgumentException(
          "'" + text + "' is not a service; write tcp/443, udp/53, icmp/8 or protocol/47");
    }
    return switch (parts[0]) {
      case "tcp" -> ports(Protocol.TCP, rest(text));
      case "udp" -> ports(Protocol.UDP, rest(text));
      case "sctp" -> ports(Protocol.SCTP, rest(text));
      case "icmp" -> icmp(Protocol.ICMP, rest(text));
      case "icmp6" -> icmp(Protocol.ICMP6, rest(text));
      case "protocol" -> all(number(rest(text), 255, "a protocol number"));
      default ->
          throw new IllegalArgumentException(
              "'" + parts[0] + "' is not a protocol; use tcp, udp, sctp, icmp, icmp6 or protocol");
    };
  }

  private static String rest(String text) {
    String t = text.strip();
    return t.substring(t.indexOf('/') + 1);
  }

  private static ServiceTerm ports(int protocol, String destination) {
    return new ServiceTerm(protocol, List.of(), spans(destination));
  }

  /** Reads {@code type} or {@code type/code}; {@code all} or nothing means every one. */
  public static ServiceTerm icmp(int protocol, String text) {
    String t = text.strip();
    if (t.isEmpty() || t.equals("all")) {
      return all(protocol);
    }
    String[] parts = t.split("/", -1);
    if (parts.length > 2) {
      throw new IllegalArgumentException("'" + text + "' is not a type, or a type/code");
    }
    int type = number(parts[0], 255, "a type");
    List<Span> code = new ArrayList<>();
    if (parts.length == 2) {
      int c = number(parts[1], 255, "a code");
      code.add(new Span(c, c));
    }
    return new ServiceTerm(protocol, List.of(new Span(type, type)), List.copyOf(code));
  }

  /** Reads numbers and ranges from 0 to 65535 with commas between: {@code 1024-65535, 22}. */
  public static List<Span> spans(String text) {
    List<Span> spans = new ArrayList<>();
    for (String piece : text.split(",", -1)) {
      String[] ends = piece.strip().split("-", -1);
      if (ends.length > 2) {
        throw new IllegalArgumentException(
            "'" + piece.strip() + "' is not a port or a range of ports");
      }
      int first = number(ends[0], 65_535, "a port");
      int last = ends.length == 1 ? first : number(ends[1], 65_535, "a port");
      if (last < first) {
        throw new IllegalArgumentException("the range " + piece.strip() + " ends before it begins");
      }
      spans.add(new Span(first, last));
    }
    return List.copyOf(spans);
  }

  private static int number(String text, int most, String what) {
    String t = text.strip();
    if (!t.matches("[0-9]{1,5}") || Integer.parseInt(t) > most) {
      throw new IllegalArgumentException("'" + t + "' is not " + what + " from 0 to " + most);
    }
    return Integer.parseInt(t);
  }

  /** The literal form of {@link #parse}; source ports, which it lacks, follow as {@code from N}. */
  @Override
  public String toString() {
    if (Protocol.hasPorts(protocol)) {
      String to = second.isEmpty() ? "0-65535" : join(second);
      return Protocol.name(protocol) + "/" + to + (first.isEmpty() ? "" : " from " + join(first));
    }
    if (Protocol.hasType(protocol)) {
      String name = Protocol.name(protocol);
      return name
          + "/"
          + (first.isEmpty() ? "all" : join(first))
          + (second.isEmpty() ? "" : "/" + join(second));
    }
    return "protocol/" + protocol;
  }

  private static String join(List<Span> spans) {
    return String.join(",", spans.stream().map(Span::toString).toList());
  }
}
