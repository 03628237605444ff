package org.tinshelf.cli;

import java.math.BigInteger;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.StreamSupport;
import tools.jackson.databind.JsonNode;

/**
 * Decides packets straight from the text of a document, field by field, as a person would with the
 * document and the model's description on the table. Shares no code with the engine or the reader.
 */
final class SecondReading {

  /** What decides: a rule, a drawer's end or the floor. */
  record Decider(String shelf, String position, String action, String log, List<JsonNode> all) {}

  private static final List<String> DAYS = List.of("mon", "tue", "wed", "thu", "fri", "sat", "sun");
  private static final List<String> GUARDS = List.of("none", "authenticated", "encrypted");
  private static final List<String> PORTED = List.of("tcp", "udp", "sctp");

  private final JsonNode document;
  private final JsonNode firewall;
  private final LocalDate today;
  private final List<Decider> deciders = new ArrayList<>();
  private JsonNode floor;

  /**
   * Reads the stack of the first firewall.
   *
   * @param today rules that expired before take no part
   */
  SecondReading(JsonNode document, LocalDate today) {
    this.document = document;
    this.today = today;
    firewall = document.get("firewalls").get(0);
    JsonNode root = document.get("bays").get(0);
    JsonNode site = root.get("bays").get(0);
    shelf("root/upper", root.get("upper"));
    shelf("site/upper", site.get("upper"));
    shelf("fw/own", firewall.get("own"));
    shelf("site/lower", site.get("lower"));
    shelf("root/lower", root.get("lower"));
    floor = site.has("floor") ? site.get("floor") : root.get("floor");
  }

  private void shelf(String name, JsonNode lines) {
    lines(name, "", lines, List.of());
  }

  private void lines(String shelf, String prefix, JsonNode lines, List<JsonNode> around) {
    int number = 0;
    for (JsonNode rule : lines) {
      if (rule.has("divider")) {
        continue;
      }
      String position = prefix + ++number;
      if (!takesPart(rule)) {
        continue;
      }
      List<JsonNode> all = new ArrayList<>(around);
      all.add(rule);
      JsonNode action = rule.get("action");
      if (action.isObject()) {
        lines(shelf, position + ".", action.get("drawer"), all);
        if (!action.get("end").asString().equals("pass on")) {
          deciders.add(
              new Decider(shelf, position + ".end", action.get("end").asString(), "none", all));
        }
      } else {
        String log = rule.has("log") ? rule.get("log").asString() : "none";
        deciders.add(new Decider(shelf, position, action.asString(), log, all));
      }
    }
  }

  private boolean takesPart(JsonNode rule) {
    boolean on = !rule.has("on") || rule.get("on").asBoolean();
    boolean over =
        rule.has("expires") && LocalDate.parse(rule.get("expires").asString()).isBefore(today);
    return on && !over && (!rule.has("only") || names(rule.get("only")).contains("fw"));
  }

  /** All that may decide, top to bottom; the floor is not among them. */
  List<Decider> deciders() {
    return deciders;
  }

  /** What decides a packet, passing over some. */
  Decider decide(JsonNode packet, Predicate<Decider> but) {
    return deciders.stream()
        .filter(d -> !but.test(d) && matches(d, packet))
        .findFirst()
        .orElseGet(() -> floor(packet));
  }

  private Decider floor(JsonNode packet) {
    String kind = floor == null ? "closed" : floor.get("kind").asString();
    boolean logs = floor == null || floor.get("log").asBoolean();
    String from = packet.get("from").asString();
    String to = packet.get("to").asString();
    boolean self = from.equals("self") || to.equals("self");
    boolean lets =
        switch (kind) {
          case "open" -> true;
          case "within zones" -> from.equals(to) && !self;
          case "by trust" -> !self && trust(from) >= 0 && trust(to) >= 0 && trust(from) > trust(to);
          default -> false;
        };
    return new Decider("floor", "", lets ? "allow" : "drop", logs ? "end" : "none", List.of());
  }

  private int trust(String zone) {
    JsonNode found = object("zones", zone);
    return found.has("trust") ? found.get("trust").asInt() : -1;
  }

  /** Whether a packet is one that the rule, and every drawer's rule around it, matches. */
  boolean matches(Decider decider, JsonNode packet) {
    return decider.all().stream().allMatch(rule -> matches(rule, packet));
  }

  private boolean matches(JsonNode rule, JsonNode packet) {
    LocalDateTime time = LocalDateTime.parse(packet.get("time").asString());
    return zone(rule, "from", packet)
        && zone(rule, "to", packet)
        && address(rule, "source", packet)
        && address(rule, "destination", packet)
        && service(rule, packet)
        && any(rule, "applications", n -> applications(n).contains(text(packet, "application")))
        && any(rule, "users", n -> users(n).contains(text(packet, "user")))
        && any(rule, "when", n -> within(n, time))
        && any(rule, "profiles", n -> n.equals(text(packet, "profile")))
        && (!rule.has("guard")
            || GUARDS.indexOf(text(packet, "guard")) >= GUARDS.indexOf(text(rule, "guard")))
        && (!rule.has("expires")
            || !time.toLocalDate().isAfter(LocalDate.parse(text(rule, "expires"))));
  }

  private static boolean any(JsonNode rule, String field, Predicate<String> fits) {
    return !rule.has(field) || names(rule.get(field)).stream().anyMatch(fits);
  }

  private boolean zone(JsonNode rule, String field, JsonNode packet) {
    boolean placed =
        text(packet, field).equals("self")
            || stream(firewall.get("interfaces"))
                .anyMatch(i -> text(i, "zone").equals(text(packet, field)));
    return placed && any(rule, field, text(packet, field)::equals);
  }

  private boolean address(JsonNode rule, String field, JsonNode packet) {
    if (!rule.has(field)) {
      return true;
    }
    boolean not = rule.get(field).isObject();
    List<String> names = names(not ? rule.get(field).get("not") : rule.get(field));
    return names.stream().anyMatch(n -> holds(n, text(packet, field))) != not;
  }

  private boolean holds(String name, String address) {
    JsonNode object = object("addresses", name);
    if (object == null) {
      return literal(name, address);
    }
    if (object.has("members")) {
      return names(object.get("members")).stream().anyMatch(n -> holds(n, address))
          && (!object.has("except")
              || names(object.get("except")).stream().noneMatch(n -> holds(n, address)));
    }
    if (object.has("labelled")) {
      return stream(document.get("addresses"))
          .filter(o -> !o.has("labelled") && labelled(text(object, "labelled"), o))
          .anyMatch(o -> holds(text(o, "name"), address));
    }
    if (object.has("content")) {
      return names(object.get("content")).stream().anyMatch(n -> literal(n, address));
    }
    if (object.has("wildcard")) {
      String[] parts = text(object, "wildcard").split("/");
      BigInteger mask = number(parts[1]);
      return number(address).and(mask).equals(number(parts[0]).and(mask)) && !address.contains(":");
    }
    return literal(text(object, object.has("host") ? "host" : "network"), address);
  }

  /** The expression is an {@code or} of {@code and}s of words, each perhaps with {@code not}. */
  private static boolean labelled(String expression, JsonNode object) {
    List<String> labels = object.has("labels") ? names(object.get("labels")) : List.of();
    return Arrays.stream(expression.split(" or "))
        .anyMatch(
            all ->
                Arrays.stream(all.split(" and "))
                    .allMatch(
                        w ->
                            w.startsWith("not ")
                                ? !labels.contains(w.substring(4))
                                : labels.contains(w)));
  }

  private static boolean literal(String literal, String address) {
    if (literal.contains(":") != address.contains(":")) {
      return false;
    }
    if (literal.contains("-")) {
      String[] ends = literal.split("-");
      return number(ends[0]).compareTo(number(address)) <= 0
          && number(address).compareTo(number(ends[1])) <= 0;
    }
    String[] parts = literal.split("/");
    int bits = address.contains(":") ? 128 : 32;
    int kept = parts.length == 1 ? bits : Integer.parseInt(parts[1]);
    return number(parts[0]).shiftRight(bits - kept).equals(number(address).shiftRight(bits - kept));
  }

  private static BigInteger number(String address) {
    try {
      return new BigInteger(1, InetAddress.getByName(address).getAddress());
    } catch (UnknownHostException e) {
      throw new IllegalArgumentException(address, e);
    }
  }

  private boolean service(JsonNode rule, JsonNode packet) {
    if (!rule.has("services")) {
      return true;
    }
    if (rule.get("services").isArray()) {
      return names(rule.get("services")).stream().anyMatch(n -> serves(n, packet));
    }
    String application = text(packet, "application");
    boolean named =
        !rule.has("applications")
            || names(rule.get("applications")).stream()
                .anyMatch(n -> applications(n).contains(application));
    JsonNode found = object("applications", application);
    return named
        && found != null
        && found.has("services")
        && names(found.get("services")).stream().anyMatch(n -> serves(n, packet));
  }

  private boolean serves(String name, JsonNode packet) {
    int protocol = packet.get("protocol").asInt();
    JsonNode object = object("services", name);
    if (object == null) {
      String[] parts = name.split("/", 2);
      return switch (parts[0]) {
        case "protocol" -> protocol == Integer.parseInt(parts[1]);
        case "icmp", "icmp6" -> icmp(parts[0], parts[1], packet);
        default -> protocol == protocolOf(parts[0]) && port(parts[1], packet, "destinationPort");
      };
    }
    if (object.has("members")) {
      return names(object.get("members")).stream().anyMatch(n -> serves(n, packet));
    }
    for (String kind : PORTED) {
      if (object.has(kind)
          && protocol == protocolOf(kind)
          && port(text(object, kind), packet, "destinationPort")
          && (!object.has(kind + "From")
              || port(text(object, kind + "From"), packet, "sourcePort"))) {
        return true;
      }
    }
    return object.has("icmp") && icmp("icmp", text(object, "icmp"), packet)
        || object.has("icmp6") && icmp("icmp6", text(object, "icmp6"), packet)
        || object.has("protocol") && protocol == object.get("protocol").asInt();
  }

  private static int protocolOf(String kind) {
    return kind.equals("tcp") ? 6 : kind.equals("udp") ? 17 : 132;
  }

  private static boolean icmp(String kind, String text, JsonNode packet) {
    String[] parts = text.split("/");
    return packet.get("protocol").asInt() == (kind.equals("icmp") ? 1 : 58)
        && packet.get("icmpType").asInt() == Integer.parseInt(parts[0])
        && (parts.length == 1 || packet.get("icmpCode").asInt() == Integer.parseInt(parts[1]));
  }

  private static boolean port(String ports, JsonNode packet, String which) {
    int port = packet.get(which).asInt();
    return Arrays.stream(ports.split(","))
        .map(p -> p.trim().split("-"))
        .anyMatch(
            ends ->
                Integer.parseInt(ends[0]) <= port
                    && port <= Integer.parseInt(ends[ends.length - 1]));
  }

  private List<String> applications(String name) {
    JsonNode object = object("applications", name);
    if (object.has("members")) {
      return names(object.get("members")).stream().flatMap(n -> applications(n).stream()).toList();
    }
    if (object.has("ofRisk")) {
      String[] ends = text(object, "ofRisk").split("-");
      return stream(document.get("applications"))
          .filter(a -> a.has("risk"))
          .filter(a -> a.get("risk").asInt() >= Integer.parseInt(ends[0]))
          .filter(a -> a.get("risk").asInt() <= Integer.parseInt(ends[ends.length - 1]))
          .map(a -> text(a, "name"))
          .toList();
    }
    return List.of(name);
  }

  private List<String> users(String name) {
    JsonNode group = object("users", name);
    return group == null
        ? List.of(name)
        : names(group.get("members")).stream().flatMap(n -> users(n).stream()).toList();
  }

  private boolean within(String name, LocalDateTime time) {
    JsonNode schedule = object("schedules", name);
    if (schedule.has("once")) {
      JsonNode once = schedule.get("once");
      return !time.isBefore(LocalDateTime.parse(text(once, "from")))
          && time.isBefore(LocalDateTime.parse(text(once, "to")));
    }
    return stream(schedule.get("weekly"))
        .anyMatch(w -> names(w.get("days")).stream().anyMatch(d -> within(w, d, time)));
  }

  private static boolean within(JsonNode window, String day, LocalDateTime time) {
    int daysAgo = Math.floorMod(time.getDayOfWeek().getValue() - 1 - DAYS.indexOf(day), 7);
    LocalTime from = LocalTime.parse(text(window, "from"));
    LocalTime to = LocalTime.parse(text(window, "to"));
    LocalDateTime begins = time.toLocalDate().minusDays(daysAgo).atTime(from);
    LocalDateTime ends = begins.toLocalDate().atTime(to).plusDays(to.isAfter(from) ? 0 : 1);
    return !time.isBefore(begins) && time.isBefore(ends);
  }

  private JsonNode object(String kind, String name) {
    return stream(document.get(kind))
        .filter(o -> text(o, "name").equals(name))
        .findFirst()
        .orElse(null);
  }

  private static java.util.stream.Stream<JsonNode> stream(JsonNode array) {
    return StreamSupport.stream(array.spliterator(), false);
  }

  private static List<String> names(JsonNode array) {
    return stream(array).map(JsonNode::asString).toList();
  }

  private static String text(JsonNode node, String key) {
    return node.get(key).asString();
  }
}
