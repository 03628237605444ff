package org.tinshelf.server.objects;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Predicate;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.IntervalSet;
import org.tinshelf.core.stack.Catalogue;

/**
 * What an object comes down to.
 *
 * @param ranges its addresses as networks and ranges, at most {@value #MOST}; or its services
 * @param total how much that is, in words; empty where nothing is to be said
 * @param fitting the objects a labelled group holds
 * @param same names of objects of the kind with the same content
 * @param overlapping names of objects of the kind that share some of it, at most {@value #MOST}
 * @param picture its addresses on their address space, with objects that share some
 */
public record Contents(
    List<String> ranges,
    String total,
    List<String> fitting,
    List<String> same,
    List<String> overlapping,
    List<AddressPicture.Stretch> picture) {

  static final int MOST = 400;

  private static final Contents NONE =
      new Contents(List.of(), "", List.of(), List.of(), List.of(), List.of());

  /** The contents of an object of a sound estate. */
  public static Contents of(Estate estate, ObjectKind kind, String name) {
    Catalogue catalogue = new Catalogue(estate);
    return switch (kind) {
      case ADDRESS -> addresses(estate, catalogue, name);
      case SERVICE -> services(estate, catalogue, name);
      default -> NONE;
    };
  }

  private static Contents addresses(Estate estate, Catalogue catalogue, String name) {
    AddressSet own = catalogue.addresses(name);
    List<String> ranges = new ArrayList<>();
    ranges(own.v4(), false, ranges);
    ranges(own.v6(), true, ranges);
    List<String> fitting =
        estate.addresses().stream()
            .filter(a -> a.name().equals(name) && a instanceof Address.Labelled)
            .flatMap(a -> catalogue.fitting((Address.Labelled) a).stream())
            .toList();
    List<String> others =
        estate.addresses().stream().map(Address::name).filter(n -> !n.equals(name)).toList();
    Predicate<String> same = n -> catalogue.addresses(n).equals(own);
    Map<String, AddressSet> near = new LinkedHashMap<>();
    others.stream()
        .filter(n -> catalogue.addresses(n).meets(own))
        .forEach(n -> near.put(n, catalogue.addresses(n)));
    return new Contents(
        ranges,
        total(own),
        fitting,
        near.keySet().stream().filter(same).toList(),
        near.keySet().stream().filter(same.negate()).limit(MOST).toList(),
        AddressPicture.of(own, near));
  }

  private static void ranges(IntervalSet set, boolean six, List<String> out) {
    for (IntervalSet.Interval i : set.intervals()) {
      if (out.size() == MOST) {
        return;
      }
      out.add(new AddressRange(new Ip(six, i.first()), new Ip(six, i.last())).toString());
    }
  }

  private static String total(AddressSet set) {
    List<String> parts = new ArrayList<>();
    if (!set.v4().isEmpty()) {
      BigInteger size = set.v4().size();
      String noun = size.equals(BigInteger.ONE) ? " IPv4 address" : " IPv4 addresses";
      parts.add(String.format(Locale.ROOT, "%,d", size) + noun);
    }
    if (!set.v6().isEmpty()) {
      BigInteger size = set.v6().size();
      boolean few = size.bitLength() < 20;
      parts.add(
          (few ? String.format(Locale.ROOT, "%,d", size) : "about 2^" + (size.bitLength() - 1))
              + (size.equals(BigInteger.ONE) ? " IPv6 address" : " IPv6 addresses"));
    }
    int count = set.v4().intervals().size() + set.v6().intervals().size();
    if (parts.isEmpty()) {
      return "no address";
    }
    String ranges = String.format(Locale.ROOT, "%,d", count) + (count == 1 ? " range" : " ranges");
    return String.join(" and ", parts) + " in " + ranges;
  }

  private static Contents services(Estate estate, Catalogue catalogue, String name) {
    List<ServiceTerm> own = catalogue.terms(name);
    List<String> same =
        estate.services().stream()
            .map(Service::name)
            .filter(n -> !n.equals(name) && catalogue.terms(n).equals(own))
            .toList();
    return new Contents(
        own.stream().map(ServiceTerm::toString).limit(MOST).toList(),
        "",
        List.of(),
        same,
        List.of(),
        List.of());
  }
}
