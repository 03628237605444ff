package org.tinshelf.core.stack;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Platform;
import org.tinshelf.core.space.AddressSet;

/**
 * Which addresses lie behind which zone of a firewall: by the longest prefix, as it would route.
 */
final class Networks {

  private record Way(AddressRange to, String zone) {}

  private final Firewall firewall;

  Networks(Firewall firewall) {
    this.firewall = firewall;
  }

  Surroundings surroundings(Estate estate, Catalogue catalogue, LocalDate today) {
    boolean inspects =
        Platform.named(firewall.platform())
            .map(p -> p.abilities().contains(Platform.Ability.INSPECTION))
            .orElse(false);
    return new Surroundings(
        today,
        inspects,
        behind(),
        catalogue.addresses(estate.managementAddresses()),
        catalogue.terms(estate.settings().managementServices()),
        estate.settings(),
        catalogue);
  }

  /** By zone; interfaces without a zone take their addresses from the others' routes too. */
  private Map<String, AddressSet> behind() {
    List<Way> ways = new ArrayList<>();
    for (Firewall.Interface i : firewall.interfaces()) {
      for (String address : i.addresses()) {
        ways.add(new Way(AddressRange.interfaceNetwork(address), i.zone().orElse("")));
      }
    }
    List<Way> connected = List.copyOf(ways);
    for (Firewall.Route route : firewall.routes()) {
      zoneOf(connected, Ip.parse(route.via()))
          .ifPresent(zone -> ways.add(new Way(AddressRange.parse(route.to()), zone)));
    }
    ways.sort(
        Comparator.comparing((Way w) -> AddressSet.of(List.of(w.to)).v4().size())
            .thenComparing(w -> AddressSet.of(List.of(w.to)).v6().size()));
    Map<String, AddressSet> out = new HashMap<>();
    AddressSet taken = AddressSet.EMPTY;
    for (Way way : ways) {
      AddressSet to = AddressSet.of(List.of(way.to));
      out.merge(way.zone, to.minus(taken), AddressSet::union);
      taken = taken.union(to);
    }
    out.remove("");
    return out;
  }

  private static Optional<String> zoneOf(List<Way> connected, Ip via) {
    return connected.stream()
        .filter(w -> w.to.first().v6() == via.v6())
        .filter(w -> w.to.first().compareTo(via) <= 0 && via.compareTo(w.to.last()) <= 0)
        .map(Way::zone)
        .findFirst();
  }
}
