package org.tinshelf.server.rulebase;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.tinshelf.server.estate.Bays;
import org.tinshelf.server.estate.EstateStore;
import org.tinshelf.server.estate.FirewallRecord;
import org.tinshelf.server.estate.Firewalls;
import org.tinshelf.server.objects.ObjectKind;
import org.tinshelf.server.objects.ObjectRecord;
import org.tinshelf.server.objects.Objects;
import tools.jackson.databind.json.JsonMapper;

/** Finds what names an object. */
@Component
class Usage {

  /**
   * One place that names an object.
   *
   * @param what {@code rule}, an object's kind, {@code firewall} or {@code estate}
   * @param name the rule's, object's or firewall's name
   * @param where the rule's shelf; empty for others
   * @param id the line's, object's or firewall's identity; 0 for the estate
   * @param to where the interface shows it; empty where nowhere
   */
  record Use(String what, String name, String where, long id, String to) {}

  private final Lines lines;
  private final Shelves shelves;
  private final Objects objects;
  private final Firewalls firewalls;
  private final Bays bays;
  private final EstateStore store;
  private final JsonMapper json;

  Usage(
      Lines lines,
      Shelves shelves,
      Objects objects,
      Firewalls firewalls,
      Bays bays,
      EstateStore store,
      JsonMapper json) {
    this.lines = lines;
    this.shelves = shelves;
    this.objects = objects;
    this.firewalls = firewalls;
    this.bays = bays;
    this.store = store;
    this.json = json;
  }

  /** Everything that names an object, rules first. */
  List<Use> of(ObjectRecord object) {
    String id = "\"#" + object.id() + "\"";
    List<Use> out = new ArrayList<>();
    Map<Long, ShelfRecord> byId =
        shelves.findAll().stream().collect(Collectors.toMap(ShelfRecord::id, Function.identity()));
    for (LineRecord line : lines.inOrder()) {
      if (!line.removed() && line.body().contains(id)) {
        ShelfRecord shelf = byId.get(line.shelfId());
        out.add(
            new Use(
                "rule",
                line.name(),
                owner(shelf),
                line.id(),
                address(shelf) + "?rule=" + line.id()));
      }
    }
    for (ObjectRecord other : objects.findAllByOrderBySeatAscIdAsc()) {
      if (!other.removed() && other.body().contains(id)) {
        String kind = other.kind().word();
        out.add(new Use(kind, other.name(), "", other.id(), "/objects/" + kind + "/" + other.id()));
      }
    }
    if (object.kind() == ObjectKind.ZONE) {
      String zone = "\"zone\":" + json.writeValueAsString(object.name());
      for (FirewallRecord f : firewalls.there()) {
        if (f.body().contains(zone)) {
          out.add(new Use("firewall", f.name(), "", f.id(), "/shelves/firewall/" + f.id()));
        }
      }
    }
    if (store.estateNames(object.id())) {
      out.add(new Use("estate", "management access", "", 0, ""));
    }
    return out;
  }

  private String owner(ShelfRecord shelf) {
    return shelf
            .bayId()
            .map(id -> bays.findById(id).orElseThrow().name())
            .orElseGet(
                () -> firewalls.findById(shelf.firewallId().orElseThrow()).orElseThrow().name())
        + "/"
        + shelf.part();
  }

  private static String address(ShelfRecord shelf) {
    return shelf
        .bayId()
        .map(id -> "/shelves/bay/" + id)
        .orElseGet(() -> "/shelves/firewall/" + shelf.firewallId().orElseThrow());
  }
}
