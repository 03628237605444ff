package org.tinshelf.server.objects;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.model.UserGroup;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.IntervalSet;
import org.tinshelf.core.stack.Catalogue;

/**
 * What an object comes down to.
 *
 * @param ranges its addresses as networks and ranges, at most {@value #MOST}; or its services
 * @param total how much that is, in words; empty where nothing is to be said
 * @param holds the objects a labelled group holds; the applications or users behind a group
 * @param same names of objects of the kind with the same content
 * @param overlapping names of objects of the kind that share some of it, at most {@value #MOST}
 * @param picture its addresses on their address space, with objects that share some
 */
public record Contents(
    List<String> ranges,
    String total,
    List<String> holds,
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
      case APPLICATION -> applications(estate, catalogue, name);
      case USER -> users(estate, catalogue, name);
      default -> NONE;
    };
  }

  private static Contents addresses(Estate estate, Catalogue catalogue, String name) {
    AddressSet own = catalogue.addresses(name);
    List<String> ranges = new ArrayList<>();
    ranges(own.v4(), false, ranges);
    ranges(own.v6(), true, ranges);
    List<String> holds =
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
        holds,
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

  private static Contents applications(Estate estate, Catalogue catalogue, String name) {
    Function<String, Set<String>> behind =
        n ->
            catalogue.applications(List.of(n)).stream()
                .mapToObj(catalogue.applications()::get)
                .collect(Collectors.toCollection(TreeSet::new));
    boolean single =
        estate.applications().stream()
            .anyMatch(a -> a.name().equals(name) && a instanceof Application.Single);
    List<String> names = estate.applications().stream().map(Application::name).toList();
    return single ? NONE : named(name, "application", names, behind);
  }

  private static Contents users(Estate estate, Catalogue catalogue, String name) {
    List<String> names = estate.users().stream().map(UserGroup::name).toList();
    return named(name, "user", names, n -> new TreeSet<>(catalogue.membersOf(n)));
  }

  /** What a group of things without further content holds, beside other groups. */
  private static Contents named(
      String name, String noun, List<String> all, Function<String, Set<String>> behind) {
    Set<String> own = behind.apply(name);
    Map<Boolean, List<String>> near =
        all.stream()
            .filter(n -> !n.equals(name) && !Collections.disjoint(behind.apply(n), own))
            .filter(n -> behind.apply(n).size() > 1 || !own.contains(n))
            .collect(Collectors.partitioningBy(n -> behind.apply(n).equals(own)));
    String total =
        own.isEmpty() ? "no " + noun : own.size() + " " + noun + (own.size() == 1 ? "" : "s");
    return new Contents(
        List.of(),
        total,
        own.stream().limit(MOST).toList(),
        near.get(true),
        near.get(false).stream().limit(MOST).toList(),
        List.of());
  }
}
