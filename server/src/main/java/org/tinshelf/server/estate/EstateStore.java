package org.tinshelf.server.estate;

import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.exchange.document.DocumentReader;
import org.tinshelf.exchange.document.DocumentWriter;
import org.tinshelf.server.objects.Identities;
import org.tinshelf.server.objects.ObjectKind;
import org.tinshelf.server.objects.ObjectRecord;
import org.tinshelf.server.objects.Objects;
import org.tinshelf.server.rulebase.LineRecord;
import org.tinshelf.server.rulebase.Lines;
import org.tinshelf.server.rulebase.Rank;
import org.tinshelf.server.rulebase.RevisionRecord;
import org.tinshelf.server.rulebase.Revisions;
import org.tinshelf.server.rulebase.ShelfRecord;
import org.tinshelf.server.rulebase.Shelves;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Puts the estate together from its rows as one policy document, and takes one apart into rows. */
@Component
public class EstateStore {

  private static final List<String> FIREWALL_COLUMNS =
      List.of("name", "bay", "floor", "management", "own");

  /** The key of a list of services in what the estate asks. */
  private static final String SERVICES = "managementServices";

  private final Estates estates;
  private final Bays bays;
  private final Firewalls firewalls;
  private final Objects objects;
  private final Shelves shelves;
  private final Lines lines;
  private final Revisions revisions;
  private final JsonMapper json;
  private final Clock clock;

  EstateStore(
      Estates estates,
      Bays bays,
      Firewalls firewalls,
      Objects objects,
      Shelves shelves,
      Lines lines,
      Revisions revisions,
      JsonMapper json,
      Clock clock) {
    this.estates = estates;
    this.bays = bays;
    this.firewalls = firewalls;
    this.objects = objects;
    this.shelves = shelves;
    this.lines = lines;
    this.revisions = revisions;
    this.json = json;
    this.clock = clock;
  }

  /** The names of all objects and firewalls, with their identities. */
  public Identities identities() {
    Identities identities = new Identities();
    objects.findAll().forEach(identities::add);
    firewalls.there().forEach(f -> identities.addFirewall(f.id(), f.name()));
    return identities;
  }

  /** Whether the estate itself names an object: for its management or what it asks. */
  public boolean estateNames(long object) {
    String id = "\"#" + object + "\"";
    return estates
        .findById((byte) 1)
        .map(e -> e.managementAddresses() + e.asks().orElse(""))
        .filter(text -> text.contains(id))
        .isPresent();
  }

  /** Differs whenever anything but a line was added, changed or removed. */
  String print() {
    return String.join(
        "; ",
        objects.print(),
        bays.print(),
        firewalls.print(),
        estates.findById((byte) 1).map(e -> "" + e.edition()).orElse(""));
  }

  /** Stored lines as they stand in a document, drawers empty. */
  ArrayNode documents(Identities identities, List<LineRecord> some) {
    ArrayNode out = json.createArrayNode();
    some.forEach(line -> out.add(identities.ruleFromStored(parse(line.body()))));
    return out;
  }

  /** Everything that is not removed, as a policy document. */
  public ObjectNode document() {
    return document(identities(), lines.inOrder(), false);
  }

  /**
   * Everything that is not removed, of the lines only those given.
   *
   * @param flat whether lines in drawers stand on the shelf itself, one after the other
   */
  ObjectNode document(Identities identities, List<LineRecord> some, boolean flat) {
    ObjectNode out = json.createObjectNode();
    out.put("tinshelf", 1);
    Optional<EstateRecord> estate = estates.findById((byte) 1);
    estate.ifPresent(e -> out.put("name", e.name()));
    for (ObjectRecord object : objects.findAllByOrderBySeatAscIdAsc()) {
      if (object.removed()) {
        continue;
      }
      ObjectNode body = identities.objectFromStored(object.kind(), parse(object.body()));
      ObjectNode named = json.createObjectNode();
      named.put("name", object.name());
      named.setAll(body);
      out.withArray("/" + object.kind().key()).add(named);
    }
    estate.ifPresent(
        e ->
            out.set(
                "managementAddresses",
                identities.fromStored((ArrayNode) json.readTree(e.managementAddresses()))));
    estate
        .flatMap(EstateRecord::asks)
        .ifPresent(
            text -> {
              ObjectNode asks = parse(text);
              if (asks.get(SERVICES) instanceof ArrayNode services) {
                asks.set(SERVICES, identities.fromStored(services));
              }
              out.set("asks", asks);
            });
    Map<Long, List<ShelfRecord>> byBay =
        shelves.findAll().stream()
            .filter(s -> s.bayId().isPresent())
            .collect(Collectors.groupingBy(s -> s.bayId().get()));
    Map<Long, ShelfRecord> byFirewall =
        shelves.findAll().stream()
            .filter(s -> s.firewallId().isPresent())
            .collect(Collectors.toMap(s -> s.firewallId().get(), Function.identity()));
    ShelfContents contents = new ShelfContents(some, identities, flat);
    List<BayRecord> allBays = bays.there();
    bays(out, Optional.empty(), allBays, byBay, contents);
    Map<Long, String> bayNames =
        allBays.stream().collect(Collectors.toMap(BayRecord::id, BayRecord::name));
    for (FirewallRecord f : firewalls.there()) {
      ObjectNode one = out.withArray("/firewalls").addObject();
      one.put("name", f.name());
      f.bayId().ifPresent(b -> one.put("bay", bayNames.get(b)));
      one.setAll(parse(f.body()));
      floor(one, f.floorKind(), f.floorLog());
      if (byFirewall.containsKey(f.id())) {
        one.set("own", contents.of(byFirewall.get(f.id()).id()));
      }
    }
    return out;
  }

  private void bays(
      ObjectNode out,
      Optional<Long> parent,
      List<BayRecord> all,
      Map<Long, List<ShelfRecord>> shelvesByBay,
      ShelfContents contents) {
    for (BayRecord bay : all) {
      if (bay.parentId().equals(parent)) {
        ObjectNode one = out.withArray("/bays").addObject();
        one.put("name", bay.name());
        floor(one, bay.floorKind(), bay.floorLog());
        shelvesByBay
            .getOrDefault(bay.id(), List.of())
            .forEach(s -> one.set(s.part(), contents.of(s.id())));
        bays(one, Optional.of(bay.id()), all, shelvesByBay, contents);
      }
    }
  }

  private static void floor(ObjectNode out, Optional<String> kind, boolean log) {
    kind.ifPresent(k -> out.putObject("floor").put("kind", k).put("log", log));
  }

  private ObjectNode parse(String text) {
    return (ObjectNode) json.readTree(text);
  }

  /** The document's lines of a shelf, drawers filled. */
  private final class ShelfContents {
    private final Map<Long, List<LineRecord>> top;
    private final Map<Long, List<LineRecord>> inDrawers;
    private final Identities identities;

    ShelfContents(List<LineRecord> all, Identities identities, boolean flat) {
      this.identities = identities;
      List<LineRecord> kept = all.stream().filter(l -> !l.removed()).toList();
      top =
          kept.stream()
              .filter(l -> flat || l.drawerId().isEmpty())
              .collect(Collectors.groupingBy(LineRecord::shelfId));
      inDrawers =
          kept.stream()
              .filter(l -> !flat && l.drawerId().isPresent())
              .collect(Collectors.groupingBy(l -> l.drawerId().get()));
    }

    ArrayNode of(long shelf) {
      return lines(top.getOrDefault(shelf, List.of()));
    }

    private ArrayNode lines(List<LineRecord> rows) {
      ArrayNode out = json.createArrayNode();
      for (LineRecord row : rows) {
        ObjectNode line = identities.ruleFromStored(parse(row.body()));
        if (line.get("action") instanceof ObjectNode action) {
          action.set("drawer", lines(inDrawers.getOrDefault(row.id(), List.of())));
        }
        out.add(line);
      }
      return out;
    }
  }

  /** Fills an empty estate with a document, as revision 1. */
  public void fill(Estate estate, String note) {
    ObjectNode document = parse(DocumentWriter.write(estate));
    for (ObjectKind kind : ObjectKind.values()) {
      int seat = 0;
      for (JsonNode object : document.path(kind.key())) {
        objects.save(new ObjectRecord(kind, object.get("name").asString(), seat++));
      }
    }
    Map<String, Long> bayIds = new HashMap<>();
    keepBays(estate.bays(), null, bayIds);
    Long root = estate.bays().size() == 1 ? bayIds.get(estate.bays().get(0).name()) : null;
    int seat = 0;
    Map<String, FirewallRecord> records = new HashMap<>();
    for (Firewall f : estate.firewalls()) {
      ObjectNode body = ((ObjectNode) document.get("firewalls").get(seat)).deepCopy();
      body.remove(FIREWALL_COLUMNS);
      Long bay = f.bay().map(bayIds::get).orElse(root);
      records.put(
          f.name(),
          firewalls.save(new FirewallRecord(bay, f, seat++, json.writeValueAsString(body))));
    }
    Identities identities = identities();
    for (ObjectRecord object : objects.findAllByOrderBySeatAscIdAsc()) {
      ObjectNode body = (ObjectNode) document.get(object.kind().key()).get(object.seat());
      body.remove("name");
      object.holds(json.writeValueAsString(identities.objectToStored(object.kind(), body)));
    }
    keepShelves(document.path("bays"), bayIds, identities);
    for (JsonNode f : document.path("firewalls")) {
      long id = records.get(f.get("name").asString()).id();
      keepLines(shelves.save(ShelfRecord.ofFirewall(id)).id(), null, f.path("own"), identities);
    }
    String management =
        json.writeValueAsString(
            identities.toStored(ObjectKind.ADDRESS, estate.managementAddresses()));
    ObjectNode asks = document.get("asks") instanceof ObjectNode said ? said : null;
    if (asks != null && asks.has(SERVICES)) {
      List<String> services = estate.settings().managementServices();
      asks.set(SERVICES, identities.toStored(ObjectKind.SERVICE, services));
    }
    estates.save(
        new EstateRecord(
            estate.name(), management, asks == null ? null : json.writeValueAsString(asks)));
    String sealed = DocumentWriter.write(DocumentReader.read(document()));
    revisions.save(new RevisionRecord(1, clock.instant(), "Tin Shelf", note, sealed));
  }

  private void keepBays(List<Bay> all, Long parent, Map<String, Long> ids) {
    int seat = 0;
    for (Bay bay : all) {
      BayRecord record = bays.save(new BayRecord(parent, bay.name(), seat++, bay.floor()));
      ids.put(bay.name(), record.id());
      keepBays(bay.bays(), record.id(), ids);
    }
  }

  private void keepShelves(JsonNode all, Map<String, Long> ids, Identities identities) {
    for (JsonNode bay : all) {
      long id = ids.get(bay.get("name").asString());
      for (String part : List.of("upper", "lower")) {
        keepLines(shelves.save(ShelfRecord.ofBay(id, part)).id(), null, bay.path(part), identities);
      }
      keepShelves(bay.path("bays"), ids, identities);
    }
  }

  private void keepLines(long shelf, Long drawer, JsonNode all, Identities identities) {
    int n = 0;
    for (JsonNode line : all) {
      ObjectNode stored = identities.ruleToStored((ObjectNode) line);
      JsonNode inside = json.createArrayNode();
      if (stored.get("action") instanceof ObjectNode action) {
        inside = action.get("drawer");
        action.putArray("drawer");
      }
      String name = line.path("name").asString(line.path("divider").asString(""));
      LineRecord row =
          lines.save(
              new LineRecord(
                  shelf,
                  Optional.ofNullable(drawer),
                  Rank.nth(n++),
                  name,
                  json.writeValueAsString(stored)));
      keepLines(shelf, row.id(), inside, identities);
    }
  }
}
