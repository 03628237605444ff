package org.tinshelf.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.Supplier;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Documents with every kind of object and field in them, and packets at the edges of those. */
final class RandomDocument {

  private static final JsonMapper JSON = JsonMapper.builder().build();

  private static final String OBJECTS =
      """
      {"tinshelf": 1, "name": "at random",
       "addresses": [
        {"name": "h1", "host": "10.0.0.1", "labels": ["x"]},
        {"name": "h2", "host": "10.0.0.2", "labels": ["x", "y"]},
        {"name": "low", "network": "10.0.0.0/29"},
        {"name": "odd", "wildcard": "10.0.0.1/255.255.255.249", "labels": ["y"]},
        {"name": "v6", "network": "2001:db8::/126", "labels": ["y"]},
        {"name": "both", "members": ["low", "v6"]},
        {"name": "nobody", "members": ["h1"], "except": ["low"]},
        {"name": "rest", "members": ["both"], "except": ["odd"]},
        {"name": "feed", "feed": "https://feeds.example.net/a.txt", "content": ["10.0.0.4/30", "2001:db8::2"]},
        {"name": "lost", "domain": "lost.example.net", "content": []},
        {"name": "far", "countries": ["ZZ"], "content": ["10.0.0.6/31"]},
        {"name": "tagged", "labelled": "x and not y or y and not x"}],
       "services": [
        {"name": "web", "tcp": "80, 443"}, {"name": "dns", "tcp": "53", "udp": "53"},
        {"name": "ping", "icmp": "8/0"}, {"name": "ping6", "icmp6": "128"}, {"name": "gre", "protocol": 47},
        {"name": "from-high", "tcp": "22", "tcpFrom": "1024-65535"}, {"name": "streams", "sctp": "80-90"},
        {"name": "mixed", "members": ["web", "ping", "gre"]}],
       "applications": [
        {"name": "chat", "category": "talk", "risk": 2, "services": ["web", "udp/53"]},
        {"name": "pipe", "risk": 4}, {"name": "board", "category": "work", "risk": 3, "services": ["tcp/22"]},
        {"name": "apps", "members": ["chat", "pipe"]}, {"name": "risky", "ofRisk": "3-5"}],
       "users": [{"name": "crew", "members": ["ida", "tomas"]}, {"name": "ghosts", "members": []},
        {"name": "all", "members": ["crew", "bo"]}],
       "schedules": [
        {"name": "night", "weekly": [{"days": ["fri", "sun"], "from": "22:00", "to": "06:00"}]},
        {"name": "day", "weekly": [{"days": ["mon", "tue", "wed", "thu", "fri"], "from": "08:00", "to": "17:00"}]},
        {"name": "whole", "weekly": [{"days": ["sat"], "from": "09:00", "to": "09:00"}]},
        {"name": "dock", "once": {"from": "2026-12-01T00:00", "to": "2026-12-05T12:00"}},
        {"name": "past", "once": {"from": "2026-01-01T00:00", "to": "2026-02-01T00:00"}}],
       "zones": [{"name": "a", "trust": 60}, {"name": "b", "trust": 0}, {"name": "c"}, {"name": "away", "trust": 80}]}
      """;

  private static final String[] ADDRESSES = {
    "h1",
    "h2",
    "low",
    "odd",
    "v6",
    "both",
    "nobody",
    "rest",
    "feed",
    "lost",
    "far",
    "tagged",
    "10.0.0.3",
    "10.0.0.4-10.0.0.9",
    "2001:db8::/127"
  };
  private static final String[] SERVICES = {
    "web",
    "dns",
    "ping",
    "ping6",
    "gre",
    "from-high",
    "streams",
    "mixed",
    "tcp/22",
    "udp/53",
    "icmp/8",
    "icmp6/128",
    "protocol/47",
    "tcp/8000-8010"
  };
  private static final String[] ZONES = {"a", "b", "c", "self"};
  private static final String[] ENDS = {"drop", "allow", "reject", "pass on"};

  private final Random random;
  private final int fields;
  private int named;

  RandomDocument(long seed) {
    random = new Random(seed);
    // About half of the fields are used, so that rules meet.
    fields = random.nextInt(512);
  }

  ObjectNode make() {
    ObjectNode document = (ObjectNode) JSON.readTree(OBJECTS);
    ObjectNode root = document.putArray("bays").addObject();
    root.put("name", "root");
    shelf(root.putArray("upper"), random.nextInt(3), 1, true);
    shelf(root.putArray("lower"), random.nextInt(3), 1, true);
    floor(root);
    ObjectNode site = root.putArray("bays").addObject();
    site.put("name", "site");
    shelf(site.putArray("upper"), random.nextInt(3), 1, true);
    shelf(site.putArray("lower"), random.nextInt(2), 1, true);
    floor(site);
    ArrayNode firewalls = document.putArray("firewalls");
    ObjectNode firewall = firewalls.addObject();
    firewall.put("name", "fw").put("kind", "branch").put("bay", "site");
    ArrayNode interfaces = firewall.putArray("interfaces");
    interfaces.addObject().put("name", "e0").put("zone", "a");
    interfaces.addObject().put("name", "e1").put("zone", "b");
    if (random.nextBoolean()) {
      interfaces.addObject().put("name", "e2").put("zone", "c");
    }
    shelf(firewall.putArray("own"), 2 + random.nextInt(6), 2, false);
    firewalls.addObject().put("name", "other").put("kind", "host");
    return document;
  }

  private void floor(ObjectNode owner) {
    if (random.nextBoolean()) {
      ObjectNode floor = owner.putObject("floor");
      floor.put("kind", one("closed", "within zones", "by trust", "open"));
      floor.put("log", random.nextBoolean());
    }
  }

  private void shelf(ArrayNode shelf, int count, int depth, boolean shared) {
    for (int i = 0; i < count; i++) {
      if (random.nextInt(8) == 0) {
        shelf.addObject().put("divider", "Here");
      }
      rule(shelf.addObject(), depth, shared);
    }
  }

  private void rule(ObjectNode rule, int depth, boolean shared) {
    rule.put("name", "r" + ++named);
    perhaps(0, 2, () -> put(rule.putArray("from"), ZONES));
    perhaps(0, 2, () -> put(rule.putArray("to"), ZONES));
    perhaps(1, 3, () -> addresses(rule, "source"));
    perhaps(2, 3, () -> addresses(rule, "destination"));
    perhaps(3, 3, () -> put(rule.putArray("services"), SERVICES));
    perhaps(
        4,
        2,
        () -> {
          put(rule.putArray("applications"), "chat", "pipe", "board", "apps", "risky");
          return random.nextBoolean() ? rule.put("services", "standard") : rule;
        });
    perhaps(5, 2, () -> put(rule.putArray("users"), "crew", "ghosts", "all", "ida", "bo"));
    perhaps(6, 2, () -> put(rule.putArray("when"), "night", "day", "whole", "dock", "past"));
    perhaps(7, 2, () -> put(rule.putArray("profiles"), "office", "home", "public"));
    perhaps(8, 2, () -> rule.put("guard", one("none", "authenticated", "encrypted")));
    if (random.nextInt(12) == 0) {
      rule.put("on", false);
    }
    if (random.nextInt(12) == 0) {
      rule.put("expires", one("2026-11-22", "2026-11-23", "2026-12-03"));
    }
    if (shared && random.nextInt(5) == 0) {
      rule.putArray("only").add(one("fw", "other"));
    }
    if (depth > 0 && random.nextInt(5) == 0) {
      ObjectNode drawer = rule.putObject("action");
      shelf(drawer.putArray("drawer"), random.nextInt(4), depth - 1, false);
      drawer.put("end", one(ENDS));
    } else {
      rule.put("action", one("allow", "allow", "drop", "reject"));
      if (random.nextInt(4) == 0) {
        rule.put("log", one("start", "end", "both"));
      }
    }
  }

  private void perhaps(int field, int ofFour, Supplier<?> fill) {
    if ((fields >> field & 1) == 1 && random.nextInt(4) < ofFour) {
      fill.get();
    }
  }

  private Object addresses(ObjectNode rule, String field) {
    return random.nextInt(5) == 0
        ? put(rule.putObject(field).putArray("not"), ADDRESSES)
        : put(rule.putArray(field), ADDRESSES);
  }

  private ArrayNode put(ArrayNode into, String... from) {
    List<String> chosen = new ArrayList<>();
    for (int n = 1 + random.nextInt(3); n > 0; n--) {
      String value = one(from);
      if (!chosen.contains(value)) {
        chosen.add(value);
        into.add(value);
      }
    }
    return into;
  }

  /** A packet that differs from others in what rules of such documents can tell apart. */
  ObjectNode packet() {
    ObjectNode packet = JSON.createObjectNode();
    boolean six = random.nextInt(3) == 0;
    packet.put("from", one("a", "b", "self")).put("to", one("a", "b", "self"));
    packet.put("source", address(six)).put("destination", address(six));
    int protocol = new int[] {6, 6, 17, 132, 47, 50, six ? 58 : 1}[random.nextInt(7)];
    packet.put("protocol", protocol);
    if (protocol == 1 || protocol == 58) {
      packet.put("icmpType", new int[] {0, 8, 128}[random.nextInt(3)]);
      packet.put("icmpCode", random.nextInt(2));
    } else if (protocol != 47 && protocol != 50) {
      packet.put("sourcePort", new int[] {53, 1023, 1024, 40_000}[random.nextInt(4)]);
      packet.put(
          "destinationPort", new int[] {22, 53, 80, 85, 443, 8000, 8010, 8011}[random.nextInt(8)]);
    }
    packet.put("application", one("unknown", "chat", "pipe", "board"));
    packet.put("user", one("unknown", "ida", "tomas", "bo"));
    packet.put(
        "time",
        one(
            "2026-11-23T10:00",
            "2026-11-23T23:59",
            "2026-11-24T07:59",
            "2026-11-27T22:00",
            "2026-11-28T05:59",
            "2026-11-28T09:00",
            "2026-11-29T08:59",
            "2026-11-30T06:00",
            "2026-12-01T00:00",
            "2026-12-04T00:00",
            "2026-12-05T12:00"));
    packet.put("profile", one("office", "home", "public"));
    packet.put("guard", one("none", "authenticated", "encrypted"));
    return packet;
  }

  private String address(boolean six) {
    return six ? "2001:db8::" + random.nextInt(6) : "10.0.0." + random.nextInt(11);
  }

  private String one(String... values) {
    return values[random.nextInt(values.length)];
  }
}
