package org.tinshelf.exchange.document;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.FindingSettings;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.model.UserGroup;
import org.tinshelf.core.model.Zone;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads policy documents. All problems are found in one go, and nothing is returned unless there
 * are none.
 */
public final class DocumentReader {

  private static final JsonMapper JSON =
      JsonMapper.builder()
          .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
          .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
          .build();

  private final Problems problems = new Problems();
  private final References references = new References();
  private final ObjectsReader objects = new ObjectsReader(references);
  private final RulesReader rules = new RulesReader(references);

  private DocumentReader() {}

  /**
   * Reads a file.
   *
   * @throws BadDocumentException with every problem found, up to 100
   * @throws UncheckedIOException if the file cannot be read
   */
  public static Estate read(Path file) {
    try {
      return read(Files.readString(file, StandardCharsets.UTF_8));
    } catch (java.nio.charset.CharacterCodingException e) {
      throw new BadDocumentException(
          List.of(new Problem("", "the file is not UTF-8", "save it as UTF-8")));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * Reads a document.
   *
   * @throws BadDocumentException with every problem found, up to 100
   */
  public static Estate read(String json) {
    JsonNode tree;
    try {
      tree = JSON.readTree(json);
    } catch (JacksonException e) {
      TokenStreamLocation at = e.getLocation();
      String place =
          at == null ? "" : " at line " + at.getLineNr() + ", column " + at.getColumnNr();
      String what = e.getOriginalMessage().replaceAll("\\s+", " ").strip();
      throw new BadDocumentException(
          List.of(new Problem("", "this is not JSON" + place + ": " + what, "mend it there")));
    }
    return read(tree);
  }

  /**
   * Reads a document that is parsed already.
   *
   * @throws BadDocumentException with every problem found, up to 100
   */
  public static Estate read(JsonNode tree) {
    DocumentReader reader = new DocumentReader();
    Estate estate = reader.estate(new Cursor(tree, "", reader.problems));
    reader.references.check(reader.problems);
    reader.problems.throwIfAny();
    return estate;
  }

  /**
   * Reads lines of a shelf on their own, as they would stand in the document of an estate.
   *
   * @param around what they may name
   * @param ofBay whether the shelf belongs to a bay
   * @throws BadDocumentException with every problem found, its place counted from the list
   */
  public static List<Line> lines(JsonNode lines, Estate around, boolean ofBay) {
    DocumentReader reader = new DocumentReader();
    References known = reader.references;
    known.given(References.Kind.ADDRESS, around.addresses().stream().map(Address::name));
    known.given(References.Kind.SERVICE, around.services().stream().map(Service::name));
    known.given(References.Kind.APPLICATION, around.applications().stream().map(Application::name));
    known.given(References.Kind.USER, around.users().stream().map(UserGroup::name));
    known.given(References.Kind.SCHEDULE, around.schedules().stream().map(Schedule::name));
    known.given(References.Kind.ZONE, around.zones().stream().map(Zone::name));
    known.given(References.Kind.FIREWALL, around.firewalls().stream().map(Firewall::name));
    List<Line> read =
        reader.rules.shelf(Optional.of(new Cursor(lines, "", reader.problems)), ofBay);
    known.check(reader.problems);
    reader.problems.throwIfAny();
    return read;
  }

  private Estate estate(Cursor at) {
    boolean isObject =
        at.object(
            "tinshelf",
            "name",
            "addresses",
            "services",
            "applications",
            "users",
            "schedules",
            "zones",
            "managementAddresses",
            "asks",
            "bays",
            "firewalls");
    if (!isObject) {
      problems.throwIfAny();
    }
    if (at.has("tinshelf")) {
      at.number("tinshelf", 1, 1);
    } else {
      at.problem("the key 'tinshelf' is missing", "begin with \"tinshelf\": 1");
    }
    objects.declareAll(at);
    List<Zone> zones = at.items("zones").stream().map(objects::zone).toList();
    at.items("bays").forEach(this::declareBay);
    at.items("firewalls")
        .forEach(
            f -> f.find("name").ifPresent(n -> objects.declareName(References.Kind.FIREWALL, n)));
    return new Estate(
        at.text("name", ""),
        at.items("addresses").stream().flatMap(a -> objects.address(a).stream()).toList(),
        at.items("services").stream().map(objects::service).toList(),
        at.items("applications").stream().map(objects::application).toList(),
        at.items("users").stream().map(objects::userGroup).toList(),
        at.items("schedules").stream().flatMap(s -> objects.schedule(s).stream()).toList(),
        zones,
        objects.addressNames(at.items("managementAddresses")),
        at.items("bays").stream().map(this::bay).toList(),
        at.items("firewalls").stream().map(this::firewall).toList(),
        at.find("asks").map(this::asks).orElse(FindingSettings.USUAL));
  }

  /** What the estate asks of its rules; what is not said is as usual. */
  private FindingSettings asks(Cursor at) {
    FindingSettings usual = FindingSettings.USUAL;
    if (!at.object("owners", "expiringDays", "managementServices", "broad")) {
      return usual;
    }
    Optional<Cursor> broad =
        at.find("broad").filter(b -> b.object("addresses4", "prefix6", "ports"));
    return new FindingSettings(
        at.flag("owners", usual.owners()),
        at.number("expiringDays", 0, 3_650).orElse(usual.expiringDays()),
        at.has("managementServices")
            ? objects.serviceNames(at.items("managementServices"))
            : usual.managementServices(),
        broad
            .map(b -> b.number("addresses4", 2, 1 << 20))
            .orElse(OptionalInt.empty())
            .orElse(usual.many4()),
        broad
            .map(b -> b.number("prefix6", 1, 127))
            .orElse(OptionalInt.empty())
            .orElse(usual.prefix6()),
        broad
            .map(b -> b.number("ports", 2, 65_536))
            .orElse(OptionalInt.empty())
            .orElse(usual.ports()));
  }

  private void declareBay(Cursor bay) {
    if (bay.isObject()) {
      bay.find("name").ifPresent(n -> objects.declareName(References.Kind.BAY, n));
      bay.items("bays").forEach(this::declareBay);
    }
  }

  private Bay bay(Cursor at) {
    if (!at.object("name", "floor", "upper", "lower", "bays")) {
      return new Bay("", Optional.empty(), List.of(), List.of(), List.of());
    }
    return new Bay(
        objects.name(at),
        at.find("floor").map(DocumentReader::floor),
        rules.shelf(at.find("upper"), true),
        rules.shelf(at.find("lower"), true),
        at.items("bays").stream().map(this::bay).toList());
  }

  private static Floor floor(Cursor at) {
    if (!at.object("kind", "log")) {
      return Floor.DEFAULT;
    }
    if (!at.has("kind")) {
      at.problem("the key 'kind' is missing", "write closed, within zones, by trust or open");
    }
    return new Floor(
        at.choice(
            "kind",
            Cursor.words(List.of(Floor.Kind.values()), Floor.Kind::word),
            Floor.Kind.CLOSED),
        at.flag("log", false));
  }

  private Firewall firewall(Cursor at) {
    at.object(
        "name",
        "kind",
        "bay",
        "platform",
        "timeZone",
        "device",
        "interfaces",
        "routes",
        "management",
        "floor",
        "own");
    Optional<String> bay = at.find("bay").map(Cursor::text).map(String::strip);
    bay.ifPresent(b -> references.use(References.Kind.BAY, b, at.at("bay")));
    List<Firewall.Interface> interfaces = new ArrayList<>();
    for (Cursor i : at.items("interfaces")) {
      interfaces.add(interfaceOf(i));
    }
    return new Firewall(
        objects.name(at),
        at.choice(
            "kind",
            Cursor.words(List.of(Firewall.Kind.values()), Firewall.Kind::word),
            Firewall.Kind.PERIMETER),
        bay,
        at.text("platform", ""),
        at.find("timeZone")
            .flatMap(z -> z.parse(DocumentReader::zoneId, "write one like Europe/Oslo or UTC"))
            .orElse(ZoneId.of("UTC")),
        at.text("device", ""),
        interfaces,
        at.items("routes").stream().map(this::route).toList(),
        at.texts("management"),
        at.find("floor").map(DocumentReader::floor),
        rules.shelf(at.find("own"), false));
  }

  private static ZoneId zoneId(String text) {
    try {
      return ZoneId.of(text);
    } catch (DateTimeException e) {
      throw new IllegalArgumentException("'" + text + "' is not a time zone", e);
    }
  }

  private Firewall.Interface interfaceOf(Cursor at) {
    if (!at.object("name", "zone", "addresses", "transparent")) {
      return new Firewall.Interface("", Optional.empty(), List.of(), false);
    }
    Optional<String> zone = at.find("zone").map(Cursor::text).map(String::strip);
    if (zone.isPresent()) {
      if (zone.get().equals(Zone.SELF) || zone.get().equals(Zone.ANY)) {
        at.at("zone").problem("no interface stands in '" + zone.get() + "'", "name a zone");
      } else {
        references.use(References.Kind.ZONE, zone.get(), at.at("zone"));
      }
    }
    for (Cursor address : at.items("addresses")) {
      address.parse(
          org.tinshelf.core.model.AddressRange::interfaceNetwork, "write it as 10.0.0.1/24");
    }
    return new Firewall.Interface(
        objects.name(at), zone, at.texts("addresses"), at.flag("transparent", false));
  }

  private Firewall.Route route(Cursor at) {
    if (at.object("to", "via")) {
      for (String key : List.of("to", "via")) {
        if (!at.has(key)) {
          at.problem("the key '" + key + "' is missing", "add it");
        }
      }
      at.find("to")
          .ifPresent(t -> t.parse(org.tinshelf.core.model.AddressRange::parse, "write a network"));
      at.find("via").ifPresent(v -> v.parse(org.tinshelf.core.model.Ip::parse, "write an address"));
      return new Firewall.Route(at.text("to", ""), at.text("via", ""));
    }
    return new Firewall.Route("", "");
  }
}
