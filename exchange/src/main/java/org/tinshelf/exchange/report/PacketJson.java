package org.tinshelf.exchange.report;

import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Universe;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Packets in the form of a witness, both ways. */
public final class PacketJson {

  private static final JsonMapper JSON =
      JsonMapper.builder().enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION).build();
  private static final DateTimeFormatter MINUTE = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm");
  private static final Set<String> KEYS =
      Set.of(
          "from",
          "to",
          "source",
          "destination",
          "protocol",
          "sourcePort",
          "destinationPort",
          "icmpType",
          "icmpCode",
          "application",
          "user",
          "time",
          "profile",
          "guard");

  private PacketJson() {}

  /** A packet as a witness is written; what its protocol lacks is null. */
  public static ObjectNode write(Packet p) {
    boolean ports = Protocol.hasPorts(p.protocol());
    boolean typed = Protocol.hasType(p.protocol());
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    out.put("from", p.from().isEmpty() ? null : p.from());
    out.put("to", p.to().isEmpty() ? null : p.to());
    out.put("source", p.source().toString());
    out.put("destination", p.destination().toString());
    out.put("protocol", p.protocol());
    out.put("sourcePort", ports ? (Integer) p.first() : null);
    out.put("destinationPort", ports ? (Integer) p.second() : null);
    out.put("icmpType", typed ? (Integer) p.first() : null);
    out.put("icmpCode", typed ? (Integer) p.second() : null);
    out.put("application", p.application());
    out.put("user", p.user());
    out.put("time", MINUTE.format(p.time()));
    out.put("profile", p.profile().word());
    out.put("guard", p.guard().word());
    return out;
  }

  /**
   * Reads one packet.
   *
   * @param universe of the firewall it arrives at
   * @param now stands in for a missing time
   * @throws IllegalArgumentException naming the key and what would be right
   */
  public static Packet read(String json, Universe universe, LocalDateTime now) {
    JsonNode node;
    try {
      node = JSON.readTree(json);
    } catch (JacksonException e) {
      throw new IllegalArgumentException(
          "this is not JSON: " + e.getOriginalMessage().replaceAll("\\s+", " "), e);
    }
    if (!node.isObject()) {
      throw new IllegalArgumentException("a packet is an object, one per line");
    }
    for (String key : node.propertyNames()) {
      if (!KEYS.contains(key)) {
        throw new IllegalArgumentException(
            "the key '"
                + key
                + "' is not known; known are "
                + String.join(", ", KEYS.stream().sorted().toList()));
      }
    }
    Ip source = ip(node, "source");
    Ip destination = ip(node, "destination");
    if (source.v6() != destination.v6()) {
      throw new IllegalArgumentException("source and destination are of different families");
    }
    int protocol = number(node, "protocol", 255, Protocol.TCP);
    if (protocol == (source.v6() ? Protocol.ICMP : Protocol.ICMP6)) {
      throw new IllegalArgumentException(
          "protocol " + protocol + " does not exist with " + (source.v6() ? "IPv6" : "IPv4"));
    }
    boolean ports = Protocol.hasPorts(protocol);
    boolean typed = Protocol.hasType(protocol);
    return new Packet(
        zone(node, "from", universe),
        zone(node, "to", universe),
        source,
        destination,
        protocol,
        numbered(node, ports, "sourcePort", typed, "icmpType"),
        numbered(node, ports, "destinationPort", typed, "icmpCode"),
        application(node, universe),
        text(node, "user", Universe.UNKNOWN),
        time(node, now),
        word(node, "profile", Profile.values(), Profile::word, Profile.OFFICE),
        word(node, "guard", Guard.values(), Guard::word, Guard.NONE));
  }

  private static String text(JsonNode node, String key, String otherwise) {
    JsonNode value = node.path(key);
    if (value.isMissingNode() || value.isNull()) {
      return otherwise;
    }
    if (!value.isString()) {
      throw new IllegalArgumentException("'" + key + "' is not text; write it in quotes");
    }
    return value.asString();
  }

  private static String zone(JsonNode node, String key, Universe universe) {
    String zone = text(node, key, Universe.UNNAMED_ZONE);
    if (!universe.zones().contains(zone)) {
      String known =
          String.join(", ", universe.zones().stream().filter(z -> !z.isEmpty()).toList());
      throw new IllegalArgumentException(
          zone.isEmpty()
              ? "'" + key + "' is missing; write one of " + known
              : "the firewall has no zone '" + zone + "' for '" + key + "'; it has " + known);
    }
    return zone;
  }

  private static Ip ip(JsonNode node, String key) {
    String text = text(node, key, "");
    if (text.isEmpty()) {
      throw new IllegalArgumentException("'" + key + "' is missing; write an address");
    }
    try {
      return Ip.parse(text);
    } catch (IllegalArgumentException e) {
      throw new IllegalArgumentException("'" + key + "': " + e.getMessage(), e);
    }
  }

  private static int number(JsonNode node, String key, int most, int otherwise) {
    JsonNode value = node.path(key);
    if (value.isMissingNode() || value.isNull()) {
      return otherwise;
    }
    if (!value.isIntegralNumber()
        || !value.canConvertToInt()
        || value.asInt() < 0
        || value.asInt() > most) {
      throw new IllegalArgumentException("'" + key + "' is not a number from 0 to " + most);
    }
    return value.asInt();
  }

  /** Ports default to 40000 to 443, and a type and code to 0. */
  private static int numbered(
      JsonNode node, boolean ports, String port, boolean typed, String type) {
    if (!ports && node.hasNonNull(port) || !typed && node.hasNonNull(type)) {
      throw new IllegalArgumentException(
          "a packet of this protocol has no '"
              + (ports ? type : node.hasNonNull(port) ? port : type)
              + "'; remove it");
    }
    if (ports) {
      return number(node, port, 65_535, port.equals("sourcePort") ? 40_000 : 443);
    }
    return typed ? number(node, type, 255, 0) : 0;
  }

  private static String application(JsonNode node, Universe universe) {
    String name = text(node, "application", Universe.UNKNOWN);
    if (!universe.applications().contains(name)) {
      throw new IllegalArgumentException(
          "there is no application '" + name + "'; write unknown or a declared one");
    }
    return name;
  }

  private static LocalDateTime time(JsonNode node, LocalDateTime now) {
    String text = text(node, "time", "");
    if (text.isEmpty()) {
      return now.truncatedTo(java.time.temporal.ChronoUnit.MINUTES);
    }
    try {
      return LocalDateTime.parse(text).truncatedTo(java.time.temporal.ChronoUnit.MINUTES);
    } catch (DateTimeParseException e) {
      throw new IllegalArgumentException(
          "'time' is not understood; write it as 2026-11-23T12:00", e);
    }
  }

  private static <T> T word(
      JsonNode node, String key, T[] values, Function<T, String> word, T otherwise) {
    String text = text(node, key, word.apply(otherwise));
    List<String> words = Arrays.stream(values).map(word).toList();
    if (!words.contains(text)) {
      throw new IllegalArgumentException("'" + key + "' is one of " + String.join(", ", words));
    }
    return values[words.indexOf(text)];
  }
}
