package org.tinshelf.core.space;

import java.util.List;

/**
 * What a box holds in each field, in words; an empty list means everything.
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
    List<String> guards) {}
