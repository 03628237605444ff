package org.tinshelf.server.estate;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.tinshelf.core.model.FindingSettings;
import org.tinshelf.exchange.document.BadDocumentException;
import org.tinshelf.exchange.document.Problem;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.objects.Identities;
import org.tinshelf.server.objects.ObjectKind;
import org.tinshelf.server.problems.Refusal;
import org.tinshelf.server.rulebase.Journal;
import org.tinshelf.server.rulebase.LineRecord;
import org.tinshelf.server.rulebase.Lines;
import org.tinshelf.server.rulebase.ShelfRecord;
import org.tinshelf.server.rulebase.Shelves;
import org.tinshelf.server.rulebase.Subject;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The edits of the tree: bays, firewalls and what holds for the whole estate. Each is one
 * transaction with its recorded change and a check that the estate is still sound.
 */
@Component
public class TreeEditing {

  /** Where changes of the tree are said to be. */
  static final String WHERE = "tree";

  private static final String OWN = "^(/firewalls/\\d+|(/bays/\\d+)+)";

  private final Bays bays;
  private final Firewalls firewalls;
  private final Estates estates;
  private final Shelves shelves;
  private final Lines lines;
  private final Journal journal;
  private final EstateStore store;
  private final Working working;
  private final Turns turns;
  private final JsonMapper json;

  TreeEditing(
      Bays bays,
      Firewalls firewalls,
      Estates estates,
      Shelves shelves,
      Lines lines,
      Journal journal,
      EstateStore store,
      Working working,
      Turns turns,
      JsonMapper json) {
    this.bays = bays;
    this.firewalls = firewalls;
    this.estates = estates;
    this.shelves = shelves;
    this.lines = lines;
    this.journal = journal;
    this.store = store;
    this.working = working;
    this.turns = turns;
    this.json = json;
  }

  /** Hangs a new bay into the tree, with two empty shelves. */
  @Transactional
  public long addBay(SignedIn by, BayBody body) {
    turns.take();
    if (body.parent() == null && !bays.there().isEmpty()) {
      throw problem("/parent", "the estate has a root already", "choose the bay it hangs in");
    }
    int seat = bays.there().stream().mapToInt(BayRecord::seat).max().orElse(-1) + 1;
    BayRecord bay = new BayRecord(body.parent(), named(body.name()), seat, Optional.empty());
    bay.restore(state(body, seat));
    freeBay(bay.name(), Optional.empty());
    bays.saveAndFlush(bay);
    for (String part : List.of("upper", "lower")) {
      shelves.saveAndFlush(ShelfRecord.ofBay(bay.id(), part));
    }
    record(by, "add", bay, Optional.empty(), Optional.of(bay.state()));
    sound();
    return bay.id();
  }

  /** Changes a bay's name, place in the tree or floor. */
  @Transactional
  public void changeBay(SignedIn by, long id, long edition, BayBody body) {
    turns.take();
    BayRecord bay = currentBay(id, edition);
    if (body.parent() == null && bay.parentId().isPresent()) {
      throw problem("/parent", "a bay hangs in another", "choose the bay it hangs in");
    }
    for (Optional<Long> at = Optional.ofNullable(body.parent()); at.isPresent(); ) {
      if (at.get() == id) {
        throw problem("/parent", "a bay cannot hang in itself", "choose a bay outside of it");
      }
      at = bay(at.get()).parentId();
    }
    freeBay(named(body.name()), Optional.of(id));
    BayState before = bay.state();
    bay.restore(state(body, before.seat()));
    bays.saveAndFlush(bay);
    if (!bay.state().equals(before)) {
      record(
          by,
          moved(before.parent(), body.parent()),
          bay,
          Optional.of(before),
          Optional.of(bay.state()));
    }
    sound();
  }

  /** Removes a bay in which nothing hangs and on whose shelves nothing stands. */
  @Transactional
  public void removeBay(SignedIn by, long id, long edition) {
    turns.take();
    BayRecord bay = currentBay(id, edition);
    Optional<String> inside =
        bays.there().stream()
            .filter(b -> b.parentId().equals(Optional.of(id)))
            .map(BayRecord::name)
            .findFirst()
            .or(
                () ->
                    firewalls.there().stream()
                        .filter(f -> f.bayId().equals(Optional.of(id)))
                        .map(FirewallRecord::name)
                        .findFirst());
    if (inside.isPresent()) {
      throw Refusal.conflict("“" + inside.get() + "” hangs in it. Move that elsewhere first.");
    }
    for (ShelfRecord shelf : shelves.findAll()) {
      if (shelf.bayId().equals(Optional.of(id))) {
        lines.ofShelf(shelf.id()).stream()
            .filter(l -> !l.removed())
            .findFirst()
            .ifPresent(
                l -> {
                  throw Refusal.conflict(
                      "“"
                          + l.name()
                          + "” stands on its "
                          + shelf.part()
                          + " shelf. Remove that first.");
                });
      }
    }
    record(by, "remove", bay, Optional.of(bay.state()), Optional.empty());
    bay.retire();
    bays.saveAndFlush(bay);
    sound();
  }

  /** Hangs a new firewall into the tree, with an empty shelf. */
  @Transactional
  public long addFirewall(SignedIn by, FirewallBody body) {
    turns.take();
    int seat = firewalls.there().stream().mapToInt(FirewallRecord::seat).max().orElse(-1) + 1;
    FirewallState state = state(body, Optional.empty(), seat);
    freeFirewall(state.name(), Optional.empty());
    FirewallRecord firewall = firewalls.saveAndFlush(new FirewallRecord(state));
    shelves.saveAndFlush(ShelfRecord.ofFirewall(firewall.id()));
    record(by, "add", firewall, Optional.empty(), Optional.of(firewall.state()));
    sound();
    return firewall.id();
  }

  /** Changes a firewall, its shelf excepted. */
  @Transactional
  public void changeFirewall(SignedIn by, long id, long edition, FirewallBody body) {
    turns.take();
    FirewallRecord firewall = currentFirewall(id, edition);
    FirewallState before = firewall.state();
    FirewallState after = state(body, Optional.of(id), before.seat());
    freeFirewall(after.name(), Optional.of(id));
    if (!after.equals(before)) {
      firewall.restore(after);
      firewalls.saveAndFlush(firewall);
      record(
          by, moved(before.bay(), after.bay()), firewall, Optional.of(before), Optional.of(after));
    }
    sound();
  }

  /** Removes a firewall that no rule of a bay is only meant for, with its shelf. */
  @Transactional
  public void removeFirewall(SignedIn by, long id, long edition) {
    turns.take();
    FirewallRecord firewall = currentFirewall(id, edition);
    String named = "\"#f" + id + "\"";
    Optional<String> only =
        lines.inOrder().stream()
            .filter(l -> !l.removed() && l.body().contains(named))
            .map(LineRecord::name)
            .findFirst();
    if (only.isPresent()) {
      throw Refusal.conflict(
          "“" + only.get() + "” is meant for it by name. Take it out of that rule first.");
    }
    record(by, "remove", firewall, Optional.of(firewall.state()), Optional.empty());
    firewall.retire();
    firewalls.saveAndFlush(firewall);
    sound();
  }

  /** Changes what holds for the whole estate. */
  @Transactional
  public void changeEstate(SignedIn by, long edition, EstateBody body) {
    turns.take();
    EstateRecord estate =
        estates
            .findById((byte) 1)
            .orElseGet(() -> estates.saveAndFlush(new EstateRecord("", "[]", null)));
    if (estate.edition() != edition) {
      String who = journal.lastOf(Subject.Kind.ESTATE, 1, false);
      throw Refusal.conflict(who + " this before you. Nothing of yours was saved.");
    }
    EstateState before = estate.state();
    Identities identities = store.identities();
    String management =
        json.writeValueAsString(
            identities.toStored(ObjectKind.ADDRESS, body.managementAddresses()));
    EstateState after =
        new EstateState(named(body.name()), management, asks(body, identities).orElse(null));
    if (!after.equals(before)) {
      estate.restore(after);
      estates.saveAndFlush(estate);
      journal.record(
          by,
          "change",
          new Journal.Thing(Subject.Kind.ESTATE, 1, WHERE, after.name()),
          Optional.of(before),
          Optional.of(after));
    }
    sound();
  }

  private Optional<String> asks(EstateBody body, Identities identities) {
    FindingSettings usual = FindingSettings.USUAL;
    ObjectNode out = json.createObjectNode();
    if (body.owners()) {
      out.put("owners", true);
    }
    if (body.expiringDays() != usual.expiringDays()) {
      out.put("expiringDays", body.expiringDays());
    }
    if (!body.managementServices().equals(usual.managementServices())) {
      out.set(
          "managementServices", identities.toStored(ObjectKind.SERVICE, body.managementServices()));
    }
    if (body.addresses() != usual.many4()
        || body.prefix() != usual.prefix6()
        || body.ports() != usual.ports()) {
      out.putObject("broad")
          .put("addresses4", body.addresses())
          .put("prefix6", body.prefix())
          .put("ports", body.ports());
    }
    return out.isEmpty() ? Optional.empty() : Optional.of(json.writeValueAsString(out));
  }

  private static String moved(Long before, Long after) {
    return java.util.Objects.equals(before, after) ? "change" : "move";
  }

  private static BayState state(BayBody body, int seat) {
    return new BayState(
        body.parent(),
        named(body.name()),
        seat,
        floor(body.floor()),
        log(body.floor(), body.floorLog()));
  }

  private FirewallState state(FirewallBody body, Optional<Long> own, int seat) {
    bay(
        Optional.ofNullable(body.bay())
            .orElseThrow(() -> problem("/bay", "it hangs nowhere", "choose a bay")));
    ObjectNode out = json.createObjectNode();
    out.put("kind", text(body.kind()));
    put(out, "platform", body.platform());
    put(out, "timeZone", body.timeZone());
    put(out, "device", body.device());
    Set<String> taken = new HashSet<>();
    ArrayNode interfaces = json.createArrayNode();
    int index = 0;
    for (FirewallBody.InterfaceBody i : body.interfaces()) {
      String at = "/interfaces/" + index++;
      String name = text(i.name());
      if (!taken.add(name)) {
        throw problem(
            at + "/name", "there is an interface “" + name + "” already", "choose another name");
      }
      boolean transparent = Boolean.TRUE.equals(i.transparent());
      if (transparent && !i.addresses().isEmpty()) {
        throw problem(at + "/addresses", "a transparent interface has no address", "take it out");
      }
      ObjectNode one = interfaces.addObject().put("name", name);
      put(one, "zone", i.zone());
      if (!i.addresses().isEmpty()) {
        i.addresses().forEach(a -> one.withArray("/addresses").add(a.strip()));
      }
      if (transparent) {
        one.put("transparent", true);
      }
    }
    if (!interfaces.isEmpty()) {
      out.set("interfaces", interfaces);
    }
    body.routes()
        .forEach(
            r ->
                out.withArray("/routes")
                    .addObject()
                    .put("to", text(r.to()))
                    .put("via", text(r.via())));
    device(text(body.device()), taken, own);
    return new FirewallState(
        body.bay(),
        named(body.name()),
        seat,
        floor(body.floor()),
        log(body.floor(), body.floorLog()),
        json.writeValueAsString(out),
        text(body.management()));
  }

  /** Firewalls on one device have different interfaces of it. */
  private void device(String device, Set<String> interfaces, Optional<Long> own) {
    if (device.isEmpty()) {
      return;
    }
    for (FirewallRecord other : firewalls.there()) {
      ObjectNode body = (ObjectNode) json.readTree(other.body());
      if (!own.equals(Optional.of(other.id())) && body.path("device").asString("").equals(device)) {
        body.path("interfaces")
            .forEach(
                i -> {
                  String name = i.path("name").asString("");
                  if (interfaces.contains(name)) {
                    throw problem(
                        "/device",
                        "“" + other.name() + "” has the interface " + name + " of this device",
                        "give that to one of the two only");
                  }
                });
      }
    }
  }

  private static String floor(String kind) {
    return text(kind).isEmpty() ? null : kind.strip();
  }

  private static boolean log(String floor, Boolean log) {
    return !text(floor).isEmpty() && Boolean.TRUE.equals(log);
  }

  private static void put(ObjectNode out, String key, String value) {
    if (!text(value).isEmpty()) {
      out.put(key, value.strip());
    }
  }

  private static String text(String value) {
    return value == null ? "" : value.strip();
  }

  private static String named(String name) {
    if (text(name).isEmpty()) {
      throw problem("/name", "the name is missing", "give it one");
    }
    return name.strip();
  }

  private void freeBay(String name, Optional<Long> own) {
    bays.there().stream()
        .filter(b -> b.name().equalsIgnoreCase(name) && !own.equals(Optional.of(b.id())))
        .findFirst()
        .ifPresent(
            b -> {
              throw problem(
                  "/name", "there is a bay “" + b.name() + "” already", "choose another name");
            });
  }

  private void freeFirewall(String name, Optional<Long> own) {
    firewalls.there().stream()
        .filter(f -> f.name().equalsIgnoreCase(name) && !own.equals(Optional.of(f.id())))
        .findFirst()
        .ifPresent(
            f -> {
              throw problem(
                  "/name", "there is a firewall “" + f.name() + "” already", "choose another name");
            });
  }

  private BayRecord bay(long id) {
    return bays.there(id)
        .orElseThrow(() -> Refusal.gone("This bay is not there any more. Somebody removed it."));
  }

  private BayRecord currentBay(long id, long edition) {
    BayRecord bay = bay(id);
    if (bay.edition() != edition) {
      String who = journal.lastOf(Subject.Kind.BAY, id, false);
      throw Refusal.conflict(who + " this bay before you. Nothing of yours was saved.");
    }
    return bay;
  }

  private FirewallRecord currentFirewall(long id, long edition) {
    FirewallRecord firewall =
        firewalls
            .there(id)
            .orElseThrow(
                () -> Refusal.gone("This firewall is not there any more. Somebody removed it."));
    if (firewall.edition() != edition) {
      String who = journal.lastOf(Subject.Kind.FIREWALL, id, false);
      throw Refusal.conflict(who + " this firewall before you. Nothing of yours was saved.");
    }
    return firewall;
  }

  private void record(
      SignedIn by,
      String kind,
      BayRecord bay,
      Optional<BayState> before,
      Optional<BayState> after) {
    journal.record(
        by, kind, new Journal.Thing(Subject.Kind.BAY, bay.id(), WHERE, bay.name()), before, after);
  }

  private void record(
      SignedIn by,
      String kind,
      FirewallRecord firewall,
      Optional<FirewallState> before,
      Optional<FirewallState> after) {
    journal.record(
        by,
        kind,
        new Journal.Thing(Subject.Kind.FIREWALL, firewall.id(), WHERE, firewall.name()),
        before,
        after);
  }

  private static Refusal problem(String pointer, String wrong, String right) {
    return Refusal.unsound(List.of(new Problem(pointer, wrong, right)));
  }

  private void sound() {
    try {
      working.afterEdit();
    } catch (BadDocumentException e) {
      List<Problem> own = new ArrayList<>();
      e.problems()
          .forEach(
              p -> own.add(new Problem(p.pointer().replaceFirst(OWN, ""), p.wrong(), p.right())));
      throw Refusal.unsound(own);
    }
  }
}
