package org.tinshelf.server.rulebase;

import io.swagger.v3.oas.annotations.Parameter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.context.request.WebRequest;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.stack.Stacks;
import org.tinshelf.server.estate.BayRecord;
import org.tinshelf.server.estate.Bays;
import org.tinshelf.server.estate.FirewallRecord;
import org.tinshelf.server.estate.Firewalls;
import org.tinshelf.server.estate.Working;
import org.tinshelf.server.problems.Refusal;

/** Stacks as they are drawn. */
@RestController
class StackController {

  /** What happens to traffic that no rule decides. */
  record FloorView(String kind, boolean log, String setBy) {}

  /**
   * The shelves of one firewall, or of one bay alone.
   *
   * @param version of everything; another after any edit
   */
  record StackView(
      String version,
      long id,
      String name,
      String kind,
      List<String> zones,
      List<ShelfView> shelves,
      FloorView floor) {}

  private final Firewalls firewalls;
  private final Bays bays;
  private final Shelves shelves;
  private final ShelfReader reader;
  private final Working working;

  StackController(
      Firewalls firewalls, Bays bays, Shelves shelves, ShelfReader reader, Working working) {
    this.firewalls = firewalls;
    this.bays = bays;
    this.shelves = shelves;
    this.reader = reader;
    this.working = working;
  }

  /** The stack of a firewall; not sent again to who has its latest version. */
  @GetMapping("/api/firewalls/{id}/stack")
  @Transactional(readOnly = true)
  public StackView ofFirewall(@PathVariable long id, @Parameter(hidden = true) WebRequest request) {
    String version = working.version();
    if (request.checkNotModified(version)) {
      return null;
    }
    FirewallRecord firewall =
        firewalls.there(id).orElseThrow(() -> Refusal.gone("There is no such firewall."));
    ShelfReader.Session session = reader.open();
    List<ShelfRecord> all = shelves.findAll();
    List<BayRecord> path = path(firewall.bayId());
    List<ShelfView> views = new ArrayList<>();
    path.forEach(b -> ofBay(all, b, "upper").ifPresent(s -> views.add(view(session, s, b, false))));
    all.stream()
        .filter(s -> s.firewallId().equals(Optional.of(id)))
        .forEach(
            s -> views.add(view(session, s, firewall.name(), "firewall", firewall.id(), true)));
    for (int i = path.size() - 1; i >= 0; i--) {
      BayRecord bay = path.get(i);
      ofBay(all, bay, "lower").ifPresent(s -> views.add(view(session, s, bay, false)));
    }
    Estate estate = working.snapshot().estate();
    Firewall model =
        estate.firewalls().stream()
            .filter(f -> f.name().equals(firewall.name()))
            .findFirst()
            .orElseThrow();
    Stacks stacks = new Stacks(estate);
    return new StackView(
        version, id, firewall.name(), "firewall", stacks.zones(model), views, floor(stacks, model));
  }

  private static FloorView floor(Stacks stacks, Firewall firewall) {
    Floor floor = stacks.floor(firewall);
    String setBy =
        firewall.floor().isPresent()
            ? firewall.name()
            : stacks.path(firewall).stream()
                .filter(b -> b.floor().isPresent())
                .reduce((a, b) -> b)
                .map(b -> b.name())
                .orElse("");
    return new FloorView(floor.kind().word(), floor.log(), setBy);
  }

  /** The shelves of a bay; not sent again to who has their latest version. */
  @GetMapping("/api/bays/{id}/stack")
  @Transactional(readOnly = true)
  public StackView ofBay(@PathVariable long id, @Parameter(hidden = true) WebRequest request) {
    String version = working.version();
    if (request.checkNotModified(version)) {
      return null;
    }
    BayRecord bay = bays.there(id).orElseThrow(() -> Refusal.gone("There is no such bay."));
    ShelfReader.Session session = reader.open();
    List<ShelfRecord> all = shelves.findAll();
    List<ShelfView> views = new ArrayList<>();
    for (String part : List.of("upper", "lower")) {
      ofBay(all, bay, part).ifPresent(s -> views.add(view(session, s, bay, true)));
    }
    List<String> zones = working.snapshot().estate().zones().stream().map(z -> z.name()).toList();
    return new StackView(version, id, bay.name(), "bay", zones, views, null);
  }

  /**
   * What became of lines since a version.
   *
   * @param lines of any shelf, as they are now; absent where stacks have to be read again
   * @param version that of stacks as they are now
   */
  record Since(List<PlacedLine> lines, String version) {}

  /** What somebody who has a version of stacks does not know yet. */
  @GetMapping("/api/lines/since")
  @Transactional(readOnly = true)
  public Since since(@RequestParam String version) {
    String now = working.version();
    Optional<Long> turn = working.turnOf(version);
    return new Since(turn.flatMap(reader::placedSince).orElse(null), now);
  }

  private List<BayRecord> path(Optional<Long> from) {
    List<BayRecord> path = new ArrayList<>();
    for (Optional<Long> at = from; at.isPresent(); ) {
      BayRecord bay = bays.findById(at.get()).orElseThrow();
      path.add(0, bay);
      at = bay.parentId();
    }
    return path;
  }

  private static Optional<ShelfRecord> ofBay(List<ShelfRecord> all, BayRecord bay, String part) {
    return all.stream()
        .filter(s -> s.bayId().equals(Optional.of(bay.id())) && s.part().equals(part))
        .findFirst();
  }

  private static ShelfView view(
      ShelfReader.Session session, ShelfRecord shelf, BayRecord bay, boolean editable) {
    return view(session, shelf, bay.name(), "bay", bay.id(), editable);
  }

  private static ShelfView view(
      ShelfReader.Session session,
      ShelfRecord shelf,
      String owner,
      String ownerKind,
      long ownerId,
      boolean editable) {
    List<LineView> lines = session.lines(shelf.id());
    String name = owner + "/" + shelf.part();
    return new ShelfView(
        shelf.id(), name, owner, ownerKind, ownerId, shelf.part(), editable, count(lines), lines);
  }

  private static int count(List<LineView> lines) {
    return lines.stream()
        .filter(l -> !l.position().isEmpty())
        .mapToInt(l -> 1 + count(l.lines()))
        .sum();
  }
}
