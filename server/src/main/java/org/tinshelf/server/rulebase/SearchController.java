package org.tinshelf.server.rulebase;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.core.stack.Catalogue;
import org.tinshelf.exchange.document.Problem;
import org.tinshelf.server.estate.Bays;
import org.tinshelf.server.estate.Firewalls;
import org.tinshelf.server.estate.Working;
import org.tinshelf.server.problems.Refusal;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Finds rules, by words and by what they hold. */
@RestController
class SearchController {

  private static final int MOST = 30;

  /** The keys of a stored rule under which people look for something. */
  private static final List<String> SAYING =
      List.of("note", "owner", "ticket", "labels", "source", "destination", "services", "users");

  /**
   * A rule that was found.
   *
   * @param to where the interface shows it
   */
  record FoundRule(long line, String name, String where, String to) {}

  private final Lines lines;
  private final Shelves shelves;
  private final Bays bays;
  private final Firewalls firewalls;
  private final ShelfReader reader;
  private final Working working;
  private final JsonMapper json;

  SearchController(
      Lines lines,
      Shelves shelves,
      Bays bays,
      Firewalls firewalls,
      ShelfReader reader,
      Working working,
      JsonMapper json) {
    this.lines = lines;
    this.shelves = shelves;
    this.bays = bays;
    this.firewalls = firewalls;
    this.reader = reader;
    this.working = working;
    this.json = json;
  }

  /** Rules whose name, note, owner, ticket, label or literal holds a text, at most 30. */
  @GetMapping("/api/rules")
  @Transactional(readOnly = true)
  public List<FoundRule> named(@RequestParam String text) {
    String wanted = text.strip().toLowerCase(Locale.ROOT);
    if (wanted.isEmpty()) {
      return List.of();
    }
    Map<Long, ShelfRecord> byId =
        shelves.findAll().stream().collect(Collectors.toMap(ShelfRecord::id, Function.identity()));
    return lines.inOrder().stream()
        .filter(l -> !l.removed())
        .filter(l -> l.body().toLowerCase(Locale.ROOT).contains(wanted))
        .filter(l -> !l.body().startsWith("{\"divider\""))
        .filter(l -> says(l, wanted))
        .limit(MOST)
        .map(l -> found(l, byId.get(l.shelfId())))
        .toList();
  }

  /** Whether one of the rule's words, not of the keys it is kept under, holds a text. */
  private boolean says(LineRecord line, String wanted) {
    if (line.name().toLowerCase(Locale.ROOT).contains(wanted)) {
      return true;
    }
    JsonNode body = json.readTree(line.body());
    return SAYING.stream().anyMatch(key -> says(body.path(key), wanted));
  }

  private static boolean says(JsonNode value, String wanted) {
    if (value.isString()) {
      // What begins so is an object's identity, which nobody looks for.
      return !value.asString().startsWith("#")
          && value.asString().toLowerCase(Locale.ROOT).contains(wanted);
    }
    for (JsonNode part : value) {
      if (says(part, wanted)) {
        return true;
      }
    }
    return false;
  }

  private FoundRule found(LineRecord line, ShelfRecord shelf) {
    String owner =
        shelf
            .bayId()
            .map(id -> bays.findById(id).orElseThrow().name())
            .orElseGet(
                () -> firewalls.findById(shelf.firewallId().orElseThrow()).orElseThrow().name());
    String to =
        shelf
            .bayId()
            .map(id -> "/shelves/bay/" + id)
            .orElseGet(() -> "/shelves/firewall/" + shelf.firewallId().orElseThrow());
    return new FoundRule(
        line.id(), line.name(), owner + "/" + shelf.part(), to + "?rule=" + line.id());
  }

  /**
   * The identities of the rules of some shelves that name, by content, any of an address, network
   * or range in source or destination, or of a service; fields left empty do not count.
   */
  @GetMapping("/api/touching")
  @Transactional(readOnly = true)
  public List<Long> touching(
      @RequestParam List<Long> shelf,
      @RequestParam(required = false) String address,
      @RequestParam(required = false) String service) {
    Catalogue catalogue = new Catalogue(working.snapshot().estate());
    Predicate<RuleBody> wanted =
        address == null ? byService(catalogue, service) : byAddress(catalogue, address);
    ShelfReader.Session session = reader.open();
    List<Long> out = new ArrayList<>();
    shelf.forEach(id -> collect(session.lines(id), wanted, out));
    return out;
  }

  private static void collect(List<LineView> lines, Predicate<RuleBody> wanted, List<Long> out) {
    for (LineView line : lines) {
      if (line.rule() != null && !line.marks().contains("removed") && wanted.test(line.rule())) {
        out.add(line.id());
      }
      collect(line.lines(), wanted, out);
    }
  }

  private static Predicate<RuleBody> byAddress(Catalogue catalogue, String text) {
    AddressSet wanted;
    try {
      wanted = AddressSet.of(List.of(AddressRange.parse(text.strip())));
    } catch (IllegalArgumentException e) {
      throw bad("address", e.getMessage(), "write 10.72.16.9, 10.72.16.0/20 or a range");
    }
    return rule ->
        meets(catalogue, rule.source(), wanted) || meets(catalogue, rule.destination(), wanted);
  }

  private static boolean meets(Catalogue catalogue, RuleBody.Members members, AddressSet wanted) {
    if (members.names().isEmpty()) {
      return false;
    }
    AddressSet set = catalogue.addresses(members.names());
    return Boolean.TRUE.equals(members.not()) ? set.complement().meets(wanted) : set.meets(wanted);
  }

  private static Predicate<RuleBody> byService(Catalogue catalogue, String text) {
    if (text == null) {
      throw bad("", "nothing is asked for", "name an address or a service");
    }
    ServiceTerm wanted;
    try {
      wanted = ServiceTerm.parse(text.strip());
    } catch (IllegalArgumentException e) {
      throw bad("service", e.getMessage(), "write tcp/443, udp/53 or icmp/8");
    }
    return rule ->
        !rule.services().isEmpty()
            && catalogue.terms(rule.services()).stream().anyMatch(term -> meets(term, wanted));
  }

  private static boolean meets(ServiceTerm a, ServiceTerm b) {
    return a.protocol() == b.protocol()
        && meets(a.first(), b.first())
        && meets(a.second(), b.second());
  }

  private static boolean meets(List<ServiceTerm.Span> a, List<ServiceTerm.Span> b) {
    return a.isEmpty()
        || b.isEmpty()
        || a.stream()
            .anyMatch(
                x -> b.stream().anyMatch(y -> x.first() <= y.last() && y.first() <= x.last()));
  }

  private static Refusal bad(String key, String wrong, String right) {
    return Refusal.unsound(List.of(new Problem("/" + key, wrong, right)));
  }
}
