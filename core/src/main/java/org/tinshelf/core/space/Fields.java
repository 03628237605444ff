package org.tinshelf.core.space;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * What a product of sets holds in each field, in words; an empty list means everything. Both
 * addresses of a packet are of one family, and each ICMP goes with its own, so products of the two
 * families that agree elsewhere can be told as one.
 *
 * @param source addresses, networks and ranges
 * @param services as literals, source ports after {@code from}
 * @param times {@code FROM to BEFORE}, with {@code weekly} or {@code weekly until END} after it
 */
public record Fields(
    List<String> from,
    List<String> to,
    List<String> source,
    List<String> destination,
    List<String> services,
    List<String> applications,
    List<String> users,
    List<String> times,
    List<String> profiles,
    List<String> guards) {

  private static final List<String> ALL4 = List.of("0.0.0.0/0");
  private static final List<String> ALL6 = List.of("::/0");

  /** The same with every service. */
  public Fields butServices() {
    return with(source, destination, List.of());
  }

  /** The packets of these and of other fields that differ in services alone. */
  public Fields orServicesOf(Fields other) {
    return with(source, destination, both(services, other.services));
  }

  /**
   * What products of the two families must agree in for {@link #orFamilyOf} to hold no more than
   * the two: all but the addresses, and ICMP.
   */
  public Object inEitherFamily() {
    Set<String> common = new HashSet<>(services);
    common.removeIf(s -> s.startsWith("icmp"));
    return List.of(services.isEmpty(), common, with(List.of(), List.of(), List.of()));
  }

  /** The packets of these IPv4 fields and of IPv6 ones that agree in {@link #inEitherFamily}. */
  public Fields orFamilyOf(Fields six) {
    return with(
        addresses(source, six.source),
        addresses(destination, six.destination),
        both(services, six.services));
  }

  private static List<String> addresses(List<String> four, List<String> six) {
    return four.equals(ALL4) && six.equals(ALL6) ? List.of() : both(four, six);
  }

  private static List<String> both(List<String> some, List<String> more) {
    List<String> out = new ArrayList<>(some);
    more.stream().filter(s -> !some.contains(s)).forEach(out::add);
    return List.copyOf(out);
  }

  private Fields with(List<String> source, List<String> destination, List<String> services) {
    return new Fields(
        from, to, source, destination, services, applications, users, times, profiles, guards);
  }
}
