package org.tinshelf.cli;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.format.DateTimeParseException;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;
import org.tinshelf.exchange.document.DocumentReader;

/** A document the command line was given, and the moment it is looked at. */
final class Document {

  private final Estate estate;
  private final Stacks stacks;
  private final Optional<LocalDateTime> now;

  Document(Path file, Optional<String> now) {
    this.now = now.map(Document::moment);
    estate = DocumentReader.read(file);
    stacks = new Stacks(estate);
  }

  private static LocalDateTime moment(String text) {
    try {
      return LocalDateTime.parse(text);
    } catch (DateTimeParseException e) {
      throw new UsageException(
          "--now '" + text + "' is not understood; write it as 2026-11-23T10:00");
    }
  }

  String name() {
    return estate.name();
  }

  /** The named firewalls in the order of the document; all of them where none is named. */
  List<Firewall> firewalls(List<String> names) {
    List<String> known = estate.firewalls().stream().map(Firewall::name).toList();
    for (String name : names) {
      if (!known.contains(name)) {
        throw new UsageException(
            "there is no firewall '" + name + "'; the document has " + String.join(", ", known));
      }
    }
    return estate.firewalls().stream()
        .filter(f -> names.isEmpty() || names.contains(f.name()))
        .toList();
  }

  /** The moment, in the firewall's local time. */
  LocalDateTime now(Firewall firewall) {
    return now.orElseGet(() -> LocalDateTime.now(firewall.timeZone()));
  }

  Estate estate() {
    return estate;
  }

  /** The names of the shelves of a firewall's stack that are not its own. */
  Set<String> bayShelves(Firewall firewall) {
    Set<String> names = new LinkedHashSet<>();
    stacks.shelves(firewall).stream()
        .map(Stacks.Shelf::name)
        .filter(n -> !n.equals(firewall.name() + "/own"))
        .forEach(names::add);
    return names;
  }

  Stack stack(Firewall firewall) {
    return stacks.of(firewall, now(firewall));
  }
}
