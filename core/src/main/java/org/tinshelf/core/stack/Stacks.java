package org.tinshelf.core.stack;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Zone;
import org.tinshelf.core.space.Universe;

/** Builds the stack of each firewall of an estate whose references resolve. */
public final class Stacks {

  /**
   * One shelf of a stack as it stands in the estate.
   *
   * @param owner a bay's or the firewall's name
   * @param part {@code upper}, {@code lower} or {@code own}
   */
  public record Shelf(String owner, String part, List<Line> lines) {
    /** {@code OWNER/part}. */
    public String name() {
      return owner + "/" + part;
    }
  }

  private final Estate estate;
  private final Catalogue catalogue;
  private final Map<String, Memory> memories = new ConcurrentHashMap<>();

  /** Stacks of an estate. */
  public Stacks(Estate estate) {
    this.estate = estate;
    this.catalogue = new Catalogue(estate);
  }

  /**
   * Stacks of an estate after a change: what the change does not touch is taken over, so that a
   * stack made of it is quickly compared with the one before.
   */
  public Stacks(Estate estate, Stacks before) {
    this.estate = estate;
    boolean sameObjects =
        before.estate.addresses() == estate.addresses()
            && before.estate.services() == estate.services()
            && before.estate.applications() == estate.applications()
            && before.estate.users() == estate.users()
            && before.estate.schedules() == estate.schedules()
            && before.estate.zones() == estate.zones();
    this.catalogue = sameObjects ? before.catalogue : new Catalogue(estate);
    Optional<Set<String>> changed =
        sameObjects
            ? Optional.of(Set.of())
            : Memory.changed(before.estate, before.catalogue, estate, catalogue);
    changed.ifPresent(
        names ->
            before.memories.forEach(
                (firewall, memory) -> {
                  if (names.isEmpty()) {
                    memories.put(firewall, memory);
                  } else {
                    memories.computeIfAbsent(firewall, f -> new Memory()).takeOver(memory, names);
                  }
                }));
  }

  /** The bays from the root down to the one the firewall hangs in. */
  public List<Bay> path(Firewall firewall) {
    if (firewall.bay().isEmpty()) {
      return estate.bays().size() == 1 ? List.of(estate.bays().get(0)) : List.of();
    }
    return path(estate.bays(), firewall.bay().get()).orElseThrow();
  }

  private static Optional<List<Bay>> path(List<Bay> bays, String name) {
    for (Bay bay : bays) {
      if (bay.name().equals(name)) {
        return Optional.of(List.of(bay));
      }
      Optional<List<Bay>> below = path(bay.bays(), name);
      if (below.isPresent()) {
        List<Bay> out = new ArrayList<>(List.of(bay));
        out.addAll(below.get());
        return Optional.of(out);
      }
    }
    return Optional.empty();
  }

  /** The shelves that apply to a firewall, in the order in which they are read. */
  public List<Shelf> shelves(Firewall firewall) {
    List<Bay> path = path(firewall);
    List<Shelf> out = new ArrayList<>();
    path.forEach(b -> out.add(new Shelf(b.name(), "upper", b.upper())));
    out.add(new Shelf(firewall.name(), "own", firewall.own()));
    for (int i = path.size() - 1; i >= 0; i--) {
      out.add(new Shelf(path.get(i).name(), "lower", path.get(i).lower()));
    }
    return out;
  }

  /** The floor that holds for a firewall: its own, else the nearest bay's upward. */
  public Floor floor(Firewall firewall) {
    if (firewall.floor().isPresent()) {
      return firewall.floor().get();
    }
    List<Bay> path = path(firewall);
    for (int i = path.size() - 1; i >= 0; i--) {
      if (path.get(i).floor().isPresent()) {
        return path.get(i).floor().get();
      }
    }
    return Floor.DEFAULT;
  }

  /** The zones of a firewall, {@code self} last. */
  public List<String> zones(Firewall firewall) {
    boolean somePlaced =
        estate.firewalls().stream()
            .anyMatch(f -> f.interfaces().stream().anyMatch(i -> i.zone().isPresent()));
    List<String> zones;
    if (somePlaced) {
      zones =
          firewall.interfaces().stream()
              .flatMap(i -> i.zone().stream())
              .distinct()
              .collect(Collectors.toCollection(ArrayList::new));
    } else if (estate.zones().isEmpty()) {
      zones = new ArrayList<>(List.of(Universe.UNNAMED_ZONE));
    } else {
      zones =
          estate.zones().stream().map(Zone::name).collect(Collectors.toCollection(ArrayList::new));
    }
    zones.add(Zone.SELF);
    return zones;
  }

  /**
   * The stack of a firewall.
   *
   * @param now in the firewall's local time; rules that expired before are left out
   */
  public Stack of(Firewall firewall, LocalDateTime now) {
    List<String> zones = zones(firewall);
    Flattening flat =
        new Flattening(
            catalogue,
            memories.computeIfAbsent(firewall.name(), f -> new Memory()),
            firewall,
            zones,
            now,
            shelves(firewall));
    List<Entry> entries = new ArrayList<>(flat.entries());
    Floor floor = floor(firewall);
    entries.addAll(FloorLines.of(floor, flat.everything(), zones, trust()));
    return new Stack(
        firewall.name(),
        flat.universe(),
        List.copyOf(entries),
        floor,
        flat.rules(),
        zones.size() - 1,
        lowestTrust(zones),
        new Networks(firewall).surroundings(estate, catalogue, now.toLocalDate()),
        List.copyOf(flat.expired()));
  }

  private Map<String, OptionalInt> trust() {
    return estate.zones().stream().collect(Collectors.toMap(Zone::name, Zone::trust));
  }

  private BitSet lowestTrust(List<String> zones) {
    BitSet bits = new BitSet();
    Function<Zone, Integer> rank = z -> z.trust().getAsInt();
    List<Zone> ranked = estate.zones().stream().filter(z -> z.trust().isPresent()).toList();
    ranked.stream()
        .map(rank)
        .min(Comparator.naturalOrder())
        .ifPresent(
            least ->
                ranked.stream()
                    .filter(z -> rank.apply(z).equals(least) && zones.contains(z.name()))
                    .forEach(z -> bits.set(zones.indexOf(z.name()))));
    return bits;
  }
}
