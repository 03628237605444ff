package org.tinshelf.exchange.document;

import java.time.DayOfWeek;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.LabelExpression;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.model.UserGroup;
import org.tinshelf.core.model.Zone;
import org.tinshelf.core.space.Universe;

/** Reads the objects of a policy document. */
final class ObjectsReader {

  private static final String NAME = "[\\p{L}\\p{N} _.-]{1,63}";

  /** The keys that say what an address object is; each has one. */
  private static final List<String> FORMS =
      List.of(
          "host",
          "network",
          "range",
          "wildcard",
          "domain",
          "feed",
          "countries",
          "members",
          "labelled");

  private static final Map<String, DayOfWeek> DAYS =
      Cursor.words(
          List.of(DayOfWeek.values()), d -> d.name().substring(0, 3).toLowerCase(Locale.ROOT));

  private final References references;

  ObjectsReader(References references) {
    this.references = references;
  }

  /** Declares every object's name before anything refers to one. */
  void declareAll(Cursor document) {
    Map<String, References.Kind> kinds =
        Map.of(
            "addresses", References.Kind.ADDRESS,
            "services", References.Kind.SERVICE,
            "applications", References.Kind.APPLICATION,
            "users", References.Kind.USER,
            "schedules", References.Kind.SCHEDULE,
            "zones", References.Kind.ZONE);
    BiConsumer<String, References.Kind> each =
        (key, kind) ->
            document
                .find(key)
                .ifPresent(
                    list ->
                        list.items().stream()
                            .filter(Cursor::isObject)
                            .forEach(o -> o.find("name").ifPresent(n -> declareName(kind, n))));
    kinds.forEach(each);
  }

  void declareName(References.Kind kind, Cursor at) {
    if (at.isText()) {
      references.declare(kind, at.text().strip(), at);
    }
  }

  /** A required name, trimmed. */
  String name(Cursor object) {
    Optional<Cursor> at = object.find("name");
    if (at.isEmpty()) {
      object.problem("the key 'name' is missing", "give it a name");
      return "";
    }
    String name = at.get().text().strip();
    if (at.get().isText() && !name.matches(NAME)) {
      at.get()
          .problem(
              "'" + name + "' is not a name",
              "use 1 to 63 letters, digits, blanks, '-', '_' or '.'");
    }
    return name;
  }

  About about(Cursor at) {
    return new About(name(at), at.text("note", ""), at.texts("labels"));
  }

  private static void refuse(Cursor at, About about, String... reserved) {
    if (List.of(reserved).contains(about.name())) {
      at.problem("'" + about.name() + "' has a meaning of its own", "choose another name");
    }
  }

  Zone zone(Cursor at) {
    at.object("name", "note", "labels", "trust");
    About about = about(at);
    refuse(at, about, Zone.SELF, Zone.ANY);
    return new Zone(about, at.number("trust", 0, 100));
  }

  Optional<Address> address(Cursor at) {
    List<String> keys = new ArrayList<>(List.of("name", "note", "labels", "content", "except"));
    keys.addAll(FORMS);
    if (!at.object(keys.toArray(String[]::new))) {
      return Optional.empty();
    }
    About about = about(at);
    List<String> forms = FORMS.stream().filter(at::has).toList();
    if (forms.size() != 1) {
      at.problem(
          forms.isEmpty()
              ? "nothing says what it holds"
              : "it is several things at once: " + String.join(", ", forms),
          "give exactly one of " + String.join(", ", FORMS));
      return Optional.empty();
    }
    String form = forms.get(0);
    boolean living = List.of("domain", "feed", "countries").contains(form);
    if (at.has("content") && !living) {
      at.at("content").problem("only a domain, feed or country has content", "remove it");
    }
    if (at.has("except") && !form.equals("members")) {
      at.at("except").problem("only a group has exceptions", "remove it");
    }
    Cursor value = at.at(form);
    return switch (form) {
      case "host" ->
          fixed(about, Address.Form.HOST, value.parse(AddressRange::host, "write one address"));
      case "network" ->
          fixed(
              about,
              Address.Form.NETWORK,
              value.parse(AddressRange::network, "write a network like 10.0.0.0/24"));
      case "range" ->
          fixed(about, Address.Form.RANGE, value.parse(ObjectsReader::range, "write first-last"));
      case "wildcard" ->
          value
              .parse(t -> wildcard(about, t), "write address/mask, as 10.0.0.2/255.255.0.255")
              .map(w -> w);
      case "domain" ->
          value
              .parse(ObjectsReader::fqdn, "write a name like tides.example.net")
              .map(d -> resolved(about, new Address.Origin.Domain(d), at));
      case "feed" ->
          value
              .parse(ObjectsReader::location, "write a URL or a file")
              .map(f -> resolved(about, new Address.Origin.Feed(f), at));
      case "countries" ->
          Optional.of(resolved(about, new Address.Origin.Countries(countries(value)), at));
      case "members" -> {
        List<String> members = addressNames(value.items());
        List<String> except = addressNames(at.items("except"));
        List<String> all = new ArrayList<>(members);
        all.addAll(except);
        references.contains(References.Kind.ADDRESS, about.name(), all);
        yield Optional.of(new Address.Group(about, members, except));
      }
      default ->
          value
              .parse(LabelExpression::parse, "write labels with and, or, not and parentheses")
              .map(e -> new Address.Labelled(about, e));
    };
  }

  /** RFC 1035 names, a letter or digit at either end of each label. */
  private static String fqdn(String text) {
    if (text.length() > 253
        || !text.matches("([a-zA-Z0-9_]([a-zA-Z0-9_-]{0,61}[a-zA-Z0-9])?\\.)+[a-zA-Z0-9-]{2,63}")) {
      throw new IllegalArgumentException("'" + text + "' is not a domain name");
    }
    return text;
  }

  private static String location(String text) {
    if (text.isEmpty()) {
      throw new IllegalArgumentException("nothing says where the list comes from");
    }
    return text;
  }

  private static List<String> countries(Cursor list) {
    List<String> codes = new ArrayList<>();
    for (Cursor item : list.items()) {
      String code = item.text().strip();
      codes.add(code);
      if (item.isText() && !code.matches("[A-Z]{2}")) {
        item.problem("'" + code + "' is not a country code", "write two capital letters");
      }
    }
    return List.copyOf(codes);
  }

  private static AddressRange range(String text) {
    if (text.indexOf('-') < 0) {
      throw new IllegalArgumentException("'" + text + "' is not a range");
    }
    return AddressRange.parse(text);
  }

  private static Optional<Address> fixed(
      About about, Address.Form form, Optional<AddressRange> range) {
    return range.map(r -> new Address.Fixed(about, form, r));
  }

  private static Address wildcard(About about, String text) {
    String[] parts = text.split("/", -1);
    if (parts.length != 2) {
      throw new IllegalArgumentException("'" + text + "' is not an address and a mask");
    }
    return new Address.Wildcard(about, Ip.parse(parts[0].strip()), Ip.parse(parts[1].strip()));
  }

  private static Address resolved(About about, Address.Origin origin, Cursor at) {
    List<AddressRange> content =
        at.items("content").stream()
            .flatMap(c -> c.parse(AddressRange::parse, "write a host, network or range").stream())
            .toList();
    return new Address.Resolved(about, origin, content);
  }

  /** Names of address objects, or literals. */
  List<String> addressNames(List<Cursor> items) {
    List<String> names = new ArrayList<>();
    for (Cursor item : items) {
      String name = item.text().strip();
      names.add(name);
      if (item.isText() && !references.isDeclared(References.Kind.ADDRESS, name)) {
        literalOrUse(References.Kind.ADDRESS, name, item, AddressRange::parse);
      }
    }
    return names;
  }

  /** Names of services, or literals. */
  List<String> serviceNames(List<Cursor> items) {
    List<String> names = new ArrayList<>();
    for (Cursor item : items) {
      String name = item.text().strip();
      names.add(name);
      if (item.isText() && !references.isDeclared(References.Kind.SERVICE, name)) {
        literalOrUse(References.Kind.SERVICE, name, item, ServiceTerm::parse);
      }
    }
    return names;
  }

  /** What looks like a literal gets a literal's error; anything else is a name that is missing. */
  private void literalOrUse(
      References.Kind kind, String text, Cursor at, java.util.function.Function<String, ?> parser) {
    boolean looksLiteral =
        kind == References.Kind.SERVICE
            ? text.indexOf('/') >= 0
            : text.indexOf(':') >= 0 || text.matches("[0-9.]+([/-].*)?");
    if (looksLiteral) {
      at.parse(parser, "write " + kind.right);
    } else {
      references.use(kind, text, at);
    }
  }

  Service service(Cursor at) {
    at.object(
        "name",
        "note",
        "labels",
        "tcp",
        "tcpFrom",
        "udp",
        "udpFrom",
        "sctp",
        "sctpFrom",
        "icmp",
        "icmp6",
        "protocol",
        "members");
    About about = about(at);
    if (at.has("members")) {
      List<String> members = serviceNames(at.items("members"));
      references.contains(References.Kind.SERVICE, about.name(), members);
      for (String key : List.of("tcp", "udp", "sctp", "icmp", "icmp6", "protocol")) {
        if (at.has(key)) {
          at.at(key).problem("a group has members only", "make it a service of its own");
        }
      }
      return new Service.Group(about, members);
    }
    List<ServiceTerm> terms = new ArrayList<>();
    ported(at, "tcp", Protocol.TCP, terms);
    ported(at, "udp", Protocol.UDP, terms);
    ported(at, "sctp", Protocol.SCTP, terms);
    typed(at, "icmp", Protocol.ICMP, terms);
    typed(at, "icmp6", Protocol.ICMP6, terms);
    at.number("protocol", 0, 255).ifPresent(p -> terms.add(ServiceTerm.all(p)));
    boolean says =
        List.of("tcp", "udp", "sctp", "tcpFrom", "udpFrom", "sctpFrom", "icmp", "icmp6", "protocol")
            .stream()
            .anyMatch(at::has);
    if (!says) {
      at.problem(
          "nothing says what it holds", "give tcp, udp, sctp, icmp, icmp6, protocol or members");
    }
    return new Service.Terms(about, List.copyOf(terms));
  }

  private static void ported(Cursor at, String key, int protocol, List<ServiceTerm> out) {
    if (at.has(key) || at.has(key + "From")) {
      out.add(new ServiceTerm(protocol, spans(at, key + "From"), spans(at, key)));
    }
  }

  private static List<ServiceTerm.Span> spans(Cursor at, String key) {
    return at.find(key)
        .flatMap(c -> c.parse(ServiceTerm::spans, "write ports like 443 or 1024-65535, 22"))
        .orElse(List.of());
  }

  private static void typed(Cursor at, String key, int protocol, List<ServiceTerm> out) {
    at.find(key)
        .flatMap(c -> c.parse(t -> ServiceTerm.icmp(protocol, t), "write 8, 8/0 or all"))
        .ifPresent(out::add);
  }

  Application application(Cursor at) {
    at.object(
        "name",
        "note",
        "labels",
        "category",
        "risk",
        "services",
        "members",
        "ofCategories",
        "ofRisk");
    About about = about(at);
    refuse(at, about, Universe.UNKNOWN);
    boolean group = at.has("members");
    boolean matching = at.has("ofCategories") || at.has("ofRisk");
    boolean single = at.has("category") || at.has("risk") || at.has("services");
    if (group && matching || group && single || matching && single) {
      at.problem(
          "it is written in more than one way",
          "give members; or ofCategories and ofRisk; or category, risk and services");
    }
    if (group) {
      List<String> members = new ArrayList<>();
      for (Cursor m : at.items("members")) {
        members.add(m.text().strip());
        references.use(References.Kind.APPLICATION, m.text().strip(), m);
      }
      references.contains(References.Kind.APPLICATION, about.name(), members);
      return new Application.Group(about, List.copyOf(members));
    }
    if (matching) {
      int[] risk =
          at.find("ofRisk")
              .flatMap(c -> c.parse(ObjectsReader::risks, "write 3 or 3-5"))
              .orElse(new int[] {1, 5});
      return new Application.Matching(about, at.texts("ofCategories"), risk[0], risk[1]);
    }
    return new Application.Single(
        about,
        at.text("category", ""),
        at.number("risk", 1, 5).orElse(1),
        serviceNames(at.items("services")));
  }

  private static int[] risks(String text) {
    if (!text.matches("[1-5](-[1-5])?")) {
      throw new IllegalArgumentException("'" + text + "' is not a risk from 1 to 5, or a range");
    }
    return new int[] {text.charAt(0) - '0', text.charAt(text.length() - 1) - '0'};
  }

  UserGroup userGroup(Cursor at) {
    at.object("name", "note", "labels", "members");
    About about = about(at);
    refuse(at, about, Universe.UNKNOWN);
    List<String> members = at.texts("members");
    references.contains(References.Kind.USER, about.name(), members);
    return new UserGroup(about, !at.has("members"), members);
  }

  Optional<Schedule> schedule(Cursor at) {
    at.object("name", "note", "labels", "weekly", "once");
    About about = about(at);
    if (at.has("weekly") == at.has("once")) {
      at.problem("it needs either weekly or once", "give exactly one of them");
      return Optional.empty();
    }
    if (at.has("weekly")) {
      List<Schedule.Window> windows = new ArrayList<>();
      for (Cursor w : at.items("weekly")) {
        window(w).ifPresent(windows::add);
      }
      return Optional.of(new Schedule.Weekly(about, List.copyOf(windows)));
    }
    Cursor once = at.at("once");
    if (!once.object("from", "to")) {
      return Optional.empty();
    }
    Optional<LocalDateTime> from = moment(once, "from");
    Optional<LocalDateTime> to = moment(once, "to");
    if (from.isEmpty() || to.isEmpty()) {
      return Optional.empty();
    }
    if (!from.get().isBefore(to.get())) {
      once.problem("the window ends before it begins", "put from before to");
    }
    return Optional.of(new Schedule.Once(about, from.get(), to.get()));
  }

  private static Optional<LocalDateTime> moment(Cursor at, String key) {
    return required(at, key)
        .flatMap(c -> c.parse(LocalDateTime::parse, "write it as 2026-12-01T08:00"));
  }

  private static Optional<Cursor> required(Cursor at, String key) {
    if (!at.has(key)) {
      at.problem("the key '" + key + "' is missing", "add it");
    }
    return at.find(key);
  }

  private static Optional<Schedule.Window> window(Cursor at) {
    if (!at.object("days", "from", "to")) {
      return Optional.empty();
    }
    EnumSet<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
    required(at, "days");
    for (Cursor day : at.items("days")) {
      days.add(day.choice(DAYS, DayOfWeek.MONDAY));
    }
    Optional<LocalTime> from = time(at, "from");
    Optional<LocalTime> to = time(at, "to");
    return from.isPresent() && to.isPresent()
        ? Optional.of(new Schedule.Window(days, from.get(), to.get()))
        : Optional.empty();
  }

  private static Optional<LocalTime> time(Cursor at, String key) {
    return required(at, key).flatMap(c -> c.parse(ObjectsReader::clock, "write it as 05:30"));
  }

  private static LocalTime clock(String text) {
    if (!text.matches("([01][0-9]|2[0-3]):[0-5][0-9]|24:00")) {
      throw new IllegalArgumentException("'" + text + "' is not a time of day");
    }
    return text.equals("24:00") ? LocalTime.MIDNIGHT : LocalTime.parse(text);
  }
}
