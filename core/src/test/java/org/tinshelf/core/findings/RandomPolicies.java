package org.tinshelf.core.findings;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.LabelExpression;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.model.UserGroup;
import org.tinshelf.core.model.Zone;
import org.tinshelf.core.space.Packet;

/** Small estates with everything in them, and the packets that tell their rules apart. */
public final class RandomPolicies {

  public static final LocalDateTime NOW = LocalDateTime.of(2026, 11, 23, 10, 0);

  private static final List<String> SOURCES =
      List.of(
          "h1",
          "low",
          "odd",
          "pair",
          "nobody",
          "feed",
          "both",
          "10.0.0.3",
          "2001:db8::/127",
          "tagged");
  private static final List<String> SERVICES =
      List.of("web", "ping", "ping6", "gre", "none", "tcp/22", "from-high", "udp/53");

  private final Random random;
  private final boolean rich;
  private final Set<Integer> active;
  private int named;

  /** A generator whose rules use about half of the dimensions, and addresses. */
  public RandomPolicies(long seed) {
    random = new Random(seed);
    rich = random.nextBoolean();
    active = Set.copyOf(random.ints(3, 0, 8).boxed().distinct().toList());
  }

  private <T> T one(List<T> values) {
    return values.get(random.nextInt(values.size()));
  }

  private <T> List<T> some(List<T> values) {
    List<T> out = new ArrayList<>();
    for (int n = 1 + random.nextInt(2); n > 0; n--) {
      T value = one(values);
      if (!out.contains(value)) {
        out.add(value);
      }
    }
    return out;
  }

  private <T> List<T> perhaps(int dimension, List<T> values) {
    return active.contains(dimension) && random.nextInt(3) == 0 ? some(values) : List.of();
  }

  public Estate estate() {
    Optional<Floor> floor =
        random.nextBoolean()
            ? Optional.empty()
            : Optional.of(new Floor(one(floors()), random.nextBoolean()));
    List<Line> upper = lines(random.nextInt(3), 0, true);
    Bay child =
        new Bay("site", Optional.empty(), lines(random.nextInt(2), 0, true), List.of(), List.of());
    Bay root = new Bay("root", floor, upper, lines(random.nextInt(2), 0, true), List.of(child));
    Firewall firewall =
        new Firewall(
            "fw",
            Firewall.Kind.BRANCH,
            Optional.of("site"),
            "",
            ZoneOffset.UTC,
            "",
            List.of(place("a"), place("b")),
            List.of(),
            List.of(),
            Optional.empty(),
            lines(3 + random.nextInt(5), 2, false));
    Firewall other =
        new Firewall(
            "other",
            Firewall.Kind.HOST,
            Optional.empty(),
            "",
            ZoneOffset.UTC,
            "",
            List.of(),
            List.of(),
            List.of(),
            Optional.empty(),
            List.of());
    return new Estate(
        "small",
        addresses(),
        services(),
        List.of(
            new Application.Single(About.named("chat"), "talk", 2, List.of("web", "udp/53")),
            new Application.Single(About.named("pipe"), "", 4, List.of()),
            new Application.Group(About.named("apps"), List.of("chat", "pipe")),
            new Application.Matching(About.named("risky"), List.of(), 3, 5)),
        List.of(
            new UserGroup(About.named("crew"), false, List.of("ida", "tomas")),
            new UserGroup(About.named("ghosts"), false, List.of())),
        schedules(),
        List.of(zone("a", 60), zone("b", 0), zone("elsewhere", 0)),
        List.of(),
        List.of(root),
        List.of(firewall, other));
  }

  private static Firewall.Interface place(String zone) {
    return new Firewall.Interface("if-" + zone, Optional.of(zone), List.of(), false);
  }

  private static Zone zone(String name, int trust) {
    return new Zone(About.named(name), OptionalInt.of(trust));
  }

  private static List<Address> addresses() {
    Ip mask = Ip.parse("255.255.255.253");
    About tagged = new About("h1", "", List.of("tag"));
    return List.of(
        new Address.Fixed(tagged, Address.Form.HOST, AddressRange.parse("10.0.0.1")),
        new Address.Fixed(
            About.named("low"), Address.Form.NETWORK, AddressRange.parse("10.0.0.0/30")),
        new Address.Wildcard(About.named("odd"), Ip.parse("10.0.0.1"), mask),
        new Address.Group(About.named("pair"), List.of("low", "2001:db8::1"), List.of("h1")),
        new Address.Group(About.named("nobody"), List.of("h1"), List.of("low")),
        new Address.Resolved(
            About.named("feed"),
            new Address.Origin.Feed("https://feeds.example.net/list.txt"),
            List.of(AddressRange.parse("10.0.0.2-10.0.0.4"))),
        new Address.Group(About.named("both"), List.of("feed", "2001:db8::/126"), List.of()),
        new Address.Labelled(About.named("tagged"), LabelExpression.parse("tag and not retired")));
  }

  private static List<Service> services() {
    return List.of(
        terms("web", ServiceTerm.parse("tcp/80-81")),
        terms("ping", ServiceTerm.parse("icmp/8")),
        terms("ping6", ServiceTerm.parse("icmp6/128/0")),
        terms("gre", ServiceTerm.parse("protocol/47")),
        terms(
            "from-high",
            new ServiceTerm(6, ServiceTerm.spans("1024-65535"), ServiceTerm.spans("22-80"))),
        new Service.Group(About.named("none"), List.of()));
  }

  private static Service terms(String name, ServiceTerm term) {
    return new Service.Terms(About.named(name), List.of(term));
  }

  private static List<Schedule> schedules() {
    Schedule.Window night =
        new Schedule.Window(Set.of(DayOfWeek.SUNDAY), LocalTime.of(22, 0), LocalTime.of(6, 0));
    return List.of(
        new Schedule.Weekly(About.named("night"), List.of(night)),
        new Schedule.Once(
            About.named("refit"), NOW.plusDays(8).withHour(0), NOW.plusDays(15).withHour(0)),
        new Schedule.Once(About.named("over"), NOW.minusDays(8), NOW.minusDays(1)));
  }

  private List<Line> lines(int count, int depth, boolean ofBay) {
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      if (random.nextInt(8) == 0) {
        lines.add(new Line.Divider("part " + i));
      }
      lines.add(rule("r" + named++, depth, ofBay));
    }
    return lines;
  }

  private Members members() {
    if (random.nextInt(3) == 0) {
      return Members.ANY;
    }
    List<String> from = rich ? SOURCES : SOURCES.subList(0, 4);
    return new Members(random.nextInt(6) == 0, some(from));
  }

  private Rule rule(String name, int depth, boolean ofBay) {
    Rule.Services services =
        active.contains(5) && random.nextInt(4) == 0
            ? new Rule.Services.Standard()
            : new Rule.Services.Listed(random.nextBoolean() ? List.of() : some(SERVICES));
    Optional<LocalDate> expires =
        random.nextInt(8) > 0
            ? Optional.empty()
            : Optional.of(NOW.toLocalDate().plusDays(one(List.of(-1, 0, 10))));
    RuleAction action = new RuleAction.Decide(one(List.of(Action.values())));
    if (depth > 0 && random.nextInt(4) == 0) {
      Optional<Action> end = Optional.ofNullable(one(ends()));
      action = new RuleAction.Drawer(lines(random.nextInt(3), depth - 1, ofBay), end, one(logs()));
    }
    return new Rule(
        About.named(name),
        random.nextInt(10) > 0,
        "",
        "",
        expires,
        perhaps(0, List.of("a", "b", "self", "elsewhere", "any")),
        perhaps(1, List.of("a", "b", "self", "elsewhere")),
        members(),
        members(),
        perhaps(2, List.of("crew", "ida", "ghosts")),
        perhaps(3, List.of("chat", "pipe", "apps", "risky")),
        services,
        perhaps(4, List.of("night", "refit", "over")),
        perhaps(6, List.of(Profile.values())),
        active.contains(7) ? one(List.of(Guard.values())) : Guard.NONE,
        action,
        one(logs()),
        List.of(),
        random.nextInt(9) == 0,
        !ofBay || random.nextInt(4) > 0
            ? List.of()
            : List.of(random.nextBoolean() ? "fw" : "other"));
  }

  /** Floors that tell zones apart only where the packets do. */
  private List<Floor.Kind> floors() {
    return active.contains(0) && active.contains(1)
        ? List.of(Floor.Kind.values())
        : List.of(Floor.Kind.CLOSED, Floor.Kind.OPEN);
  }

  private static List<Action> ends() {
    List<Action> ends = new ArrayList<>(List.of(Action.values()));
    ends.add(null);
    return ends;
  }

  private static List<Log> logs() {
    return List.of(Log.NONE, Log.NONE, Log.END);
  }

  /** A packet for every combination of values that the vocabulary above tells apart. */
  public List<Packet> packets() {
    List<Ip> four = IntStream.rangeClosed(0, 5).mapToObj(i -> Ip.parse("10.0.0." + i)).toList();
    List<Ip> six =
        Stream.of("2001:db8::", "2001:db8::1", "2001:db8::2", "2001:db8::4")
            .map(Ip::parse)
            .toList();
    List<String> zones = List.of("a", "b", "self");
    List<Packet> packets = new ArrayList<>();
    for (String from : active.contains(0) ? zones : List.of("a")) {
      for (String to : active.contains(1) ? zones : List.of("b")) {
        for (int[] service : services(false)) {
          pairs(packets, from, to, service, four);
        }
        for (int[] service : services(true)) {
          pairs(packets, from, to, service, six);
        }
      }
    }
    return packets;
  }

  private static List<int[]> services(boolean six) {
    int icmp = six ? 58 : 1;
    return List.of(
        new int[] {6, 40_000, 80},
        new int[] {6, 7, 80},
        new int[] {6, 40_000, 81},
        new int[] {6, 7, 81},
        new int[] {6, 40_000, 22},
        new int[] {6, 7, 22},
        new int[] {6, 40_000, 23},
        new int[] {6, 7, 23},
        new int[] {17, 9, 53},
        new int[] {17, 9, 54},
        new int[] {icmp, 8, 0},
        new int[] {icmp, 128, 0},
        new int[] {icmp, 128, 1},
        new int[] {47, 0, 0},
        new int[] {50, 0, 0});
  }

  private void pairs(List<Packet> out, String from, String to, int[] service, List<Ip> ips) {
    for (Ip source : ips) {
      for (Ip destination : ips) {
        for (String user :
            active.contains(2) ? List.of("unknown", "ida", "tomas") : List.of("unknown")) {
          for (String app :
              active.contains(3) || active.contains(5)
                  ? List.of("unknown", "chat", "pipe")
                  : List.of("unknown")) {
            for (LocalDateTime time : times()) {
              for (Profile profile :
                  active.contains(6) ? Profile.values() : new Profile[] {Profile.OFFICE}) {
                for (Guard guard : active.contains(7) ? Guard.values() : new Guard[] {Guard.NONE}) {
                  out.add(
                      new Packet(
                          from,
                          to,
                          source,
                          destination,
                          service[0],
                          service[1],
                          service[2],
                          app,
                          user,
                          time,
                          profile,
                          guard));
                }
              }
            }
          }
        }
      }
    }
  }

  /** Inside and outside the night, before and after expiry on the tenth day, in the refit. */
  private List<LocalDateTime> times() {
    LocalDateTime soon = NOW.plusHours(1);
    LocalDateTime nightSoon = LocalDateTime.of(2026, 11, 30, 3, 0);
    LocalDateTime refit = NOW.plusDays(9);
    LocalDateTime late = NOW.plusDays(12);
    LocalDateTime nightInRefit = LocalDateTime.of(2026, 12, 7, 3, 0);
    LocalDateTime after = NOW.plusDays(30);
    LocalDateTime nightAfter = LocalDateTime.of(2026, 12, 14, 3, 0);
    LocalDateTime today = NOW.toLocalDate().atTime(23, 30);
    return active.contains(4)
        ? List.of(soon, nightSoon, refit, late, nightInRefit, after, nightAfter, NOW.plusDays(2))
        : List.of(today, NOW.plusDays(2), late);
  }
}
