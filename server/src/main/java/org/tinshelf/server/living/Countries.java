package org.tinshelf.server.living;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.space.IntervalSet;
import org.tinshelf.server.Settings;

/**
 * The networks of countries, from tables in the folder {@value #FOLDER} of the folder for lists.
 *
 * <p>A table is what the regional registries publish each day (the statistics exchange format:
 * {@code registry|ZZ|ipv4|192.0.2.0|256|20260101|assigned}, with a prefix length in place of the
 * count for IPv6), or has a code and a network in a line.
 */
@Component
class Countries {

  static final String FOLDER = "countries";

  /** All tables together; the registries' come to a fifth of it. */
  static final long MOST_BYTES = 256L << 20;

  private static final Set<String> IN_USE = Set.of("allocated", "assigned");
  private static final int FIELDS = 7;

  private final String directory;

  Countries(Settings settings) {
    this.directory = settings.feedsDirectory();
  }

  /** The networks and ranges of some countries, neighbours joined, in order. */
  List<AddressRange> networks(List<String> codes) throws LookupException {
    List<AddressRange> found = new ArrayList<>();
    for (Path table : tables()) {
      read(table, Set.copyOf(codes), found);
    }
    if (found.isEmpty()) {
      throw new LookupException("The tables say nothing of " + String.join(", ", codes) + ".");
    }
    AddressSet set = AddressSet.of(found);
    List<AddressRange> out = new ArrayList<>();
    ranges(set.v4(), false, out);
    ranges(set.v6(), true, out);
    if (out.size() > Feeds.MOST_LINES) {
      throw new LookupException("They have more than " + Feeds.MOST_LINES + " networks.");
    }
    return out;
  }

  private static void ranges(IntervalSet set, boolean v6, List<AddressRange> out) {
    set.intervals()
        .forEach(i -> out.add(new AddressRange(new Ip(v6, i.first()), new Ip(v6, i.last()))));
  }

  private List<Path> tables() throws LookupException {
    Path folder = Path.of(directory).resolve(FOLDER);
    if (directory.isEmpty() || !Files.isDirectory(folder)) {
      throw new LookupException(
          "There is no table of countries. Put the registries' lists into the folder “"
              + FOLDER
              + "” of the folder for lists.");
    }
    try (Stream<Path> all = Files.list(folder)) {
      List<Path> tables = all.filter(Files::isRegularFile).sorted().toList();
      long bytes = 0;
      for (Path table : tables) {
        bytes += Files.size(table);
      }
      if (bytes > MOST_BYTES) {
        throw new LookupException("The tables are longer than " + (MOST_BYTES >> 20) + " MB.");
      }
      return tables;
    } catch (IOException e) {
      throw new LookupException("The folder of tables could not be read.");
    }
  }

  private static void read(Path table, Set<String> codes, List<AddressRange> found)
      throws LookupException {
    int number = 0;
    try (Stream<String> lines = Files.lines(table, StandardCharsets.ISO_8859_1)) {
      for (String line : (Iterable<String>) lines::iterator) {
        number++;
        String entry = line.replaceFirst("#.*", "").strip();
        if (!entry.isEmpty()) {
          (entry.indexOf('|') < 0 ? simple(entry, codes) : registered(entry, codes))
              .ifPresent(found::add);
        }
      }
    } catch (IllegalArgumentException e) {
      throw new LookupException(
          "Line " + number + " of “" + table.getFileName() + "” is no entry of such a table.");
    } catch (IOException | UncheckedIOException e) {
      throw new LookupException("“" + table.getFileName() + "” could not be read.");
    }
  }

  private static Optional<AddressRange> simple(String entry, Set<String> codes) {
    String[] parts = entry.split("[\\s,;]+");
    if (parts.length != 2 || !parts[0].matches("[A-Z]{2}")) {
      throw new IllegalArgumentException("no code and network");
    }
    AddressRange range = AddressRange.parse(parts[1]);
    return codes.contains(parts[0]) ? Optional.of(range) : Optional.empty();
  }

  /** Heads, sums and numbers of networks of networks are passed over. */
  private static Optional<AddressRange> registered(String entry, Set<String> codes) {
    String[] parts = entry.split("\\|", -1);
    boolean counts =
        parts.length >= FIELDS && codes.contains(parts[1]) && IN_USE.contains(parts[6].strip());
    if (!counts) {
      return Optional.empty();
    }
    return switch (parts[2]) {
      case "ipv4" -> Optional.of(counted(parts[3], new BigInteger(parts[4])));
      case "ipv6" -> Optional.of(AddressRange.network(parts[3] + "/" + parts[4]));
      default -> Optional.empty();
    };
  }

  private static AddressRange counted(String first, BigInteger count) {
    Ip from = Ip.parse(first);
    BigInteger last = from.value().toBigInteger().add(count).subtract(BigInteger.ONE);
    if (from.v6() || count.signum() <= 0 || last.bitLength() > from.bits()) {
      throw new IllegalArgumentException("no such range");
    }
    return new AddressRange(from, Ip.v4(last.longValue()));
  }
}
