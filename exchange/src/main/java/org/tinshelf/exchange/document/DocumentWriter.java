package org.tinshelf.exchange.document;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.Application;
import org.tinshelf.core.model.Bay;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.FindingSettings;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Floor;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.model.Schedule;
import org.tinshelf.core.model.Service;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.model.UserGroup;
import org.tinshelf.core.model.Zone;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Writes policy documents; what equals its default is left out. */
public final class DocumentWriter {

  static final JsonNodeFactory NODES = JsonNodeFactory.instance;
  private static final JsonMapper JSON =
      JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

  private DocumentWriter() {}

  /** The estate as a document that reads back as an equal estate. */
  public static String write(Estate estate) {
    ObjectNode out = NODES.objectNode();
    out.put("tinshelf", 1);
    text(out, "name", estate.name());
    list(out, "addresses", estate.addresses(), DocumentWriter::address);
    list(out, "services", estate.services(), DocumentWriter::service);
    list(out, "applications", estate.applications(), DocumentWriter::application);
    list(out, "users", estate.users(), DocumentWriter::user);
    list(out, "schedules", estate.schedules(), DocumentWriter::schedule);
    list(out, "zones", estate.zones(), DocumentWriter::zone);
    texts(out, "managementAddresses", estate.managementAddresses());
    asks(out, estate.settings());
    list(out, "bays", estate.bays(), DocumentWriter::bay);
    list(out, "firewalls", estate.firewalls(), DocumentWriter::firewall);
    return JSON.writeValueAsString(out) + "\n";
  }

  private static void asks(ObjectNode out, FindingSettings settings) {
    FindingSettings usual = FindingSettings.USUAL;
    if (settings.equals(usual)) {
      return;
    }
    ObjectNode asks = out.putObject("asks");
    if (settings.owners()) {
      asks.put("owners", true);
    }
    if (settings.expiringDays() != usual.expiringDays()) {
      asks.put("expiringDays", settings.expiringDays());
    }
    if (!settings.managementServices().equals(usual.managementServices())) {
      ArrayNode services = asks.putArray("managementServices");
      settings.managementServices().forEach(services::add);
    }
    ObjectNode broad = NODES.objectNode();
    if (settings.many4() != usual.many4()) {
      broad.put("addresses4", settings.many4());
    }
    if (settings.prefix6() != usual.prefix6()) {
      broad.put("prefix6", settings.prefix6());
    }
    if (settings.ports() != usual.ports()) {
      broad.put("ports", settings.ports());
    }
    if (!broad.isEmpty()) {
      asks.set("broad", broad);
    }
  }

  static void text(ObjectNode out, String key, String value) {
    if (!value.isEmpty()) {
      out.put(key, value);
    }
  }

  static void texts(ObjectNode out, String key, List<String> values) {
    if (!values.isEmpty()) {
      array(out, key, values);
    }
  }

  private static void array(ObjectNode out, String key, List<String> values) {
    ArrayNode array = out.putArray(key);
    values.forEach(array::add);
  }

  private interface Writer<T> {
    void write(ObjectNode out, T value);
  }

  private static <T> void list(ObjectNode out, String key, List<T> values, Writer<T> writer) {
    if (!values.isEmpty()) {
      ArrayNode array = out.putArray(key);
      values.forEach(v -> writer.write(array.addObject(), v));
    }
  }

  private static void about(ObjectNode out, About about, Consumer<ObjectNode> content) {
    out.put("name", about.name());
    content.accept(out);
    texts(out, "labels", about.labels());
    text(out, "note", about.note());
  }

  private static void address(ObjectNode out, Address address) {
    about(
        out,
        address.about(),
        o -> {
          if (address instanceof Address.Fixed f) {
            o.put(f.form().name().toLowerCase(Locale.ROOT), written(f));
          } else if (address instanceof Address.Wildcard w) {
            o.put("wildcard", w.address() + "/" + w.mask());
          } else if (address instanceof Address.Resolved r) {
            origin(o, r.origin());
            array(o, "content", r.content().stream().map(Object::toString).toList());
          } else if (address instanceof Address.Group g) {
            array(o, "members", g.members());
            texts(o, "except", g.except());
          } else {
            o.put("labelled", ((Address.Labelled) address).expression().toString());
          }
        });
  }

  private static String written(Address.Fixed fixed) {
    return switch (fixed.form()) {
      case HOST -> fixed.range().first().toString();
      case NETWORK -> {
        String text = fixed.range().toString();
        yield text.indexOf('/') >= 0 ? text : text + "/" + fixed.range().first().bits();
      }
      case RANGE -> fixed.range().first() + "-" + fixed.range().last();
    };
  }

  private static void origin(ObjectNode out, Address.Origin origin) {
    if (origin instanceof Address.Origin.Domain d) {
      out.put("domain", d.fqdn());
    } else if (origin instanceof Address.Origin.Feed f) {
      out.put("feed", f.location());
    } else {
      array(out, "countries", ((Address.Origin.Countries) origin).codes());
    }
  }

  private static void service(ObjectNode out, Service service) {
    about(
        out,
        service.about(),
        o -> {
          if (service instanceof Service.Group g) {
            array(o, "members", g.members());
          } else {
            ((Service.Terms) service).terms().forEach(t -> term(o, t));
          }
        });
  }

  private static void term(ObjectNode out, ServiceTerm term) {
    String name = Protocol.name(term.protocol());
    if (Protocol.hasType(term.protocol())) {
      String type =
          spans(term.first()) + (term.second().isEmpty() ? "" : "/" + spans(term.second()));
      out.put(name, type.isEmpty() ? "all" : type);
    } else if (Protocol.hasPorts(term.protocol())
        && !(term.first().isEmpty() && term.second().isEmpty())) {
      if (!term.second().isEmpty()) {
        out.put(name, spans(term.second()));
      }
      if (!term.first().isEmpty()) {
        out.put(name + "From", spans(term.first()));
      }
    } else {
      out.put("protocol", term.protocol());
    }
  }

  private static String spans(List<ServiceTerm.Span> spans) {
    return spans.stream().map(Object::toString).collect(Collectors.joining(", "));
  }

  private static void application(ObjectNode out, Application application) {
    about(
        out,
        application.about(),
        o -> {
          if (application instanceof Application.Single s) {
            text(o, "category", s.category());
            o.put("risk", s.risk());
            texts(o, "services", s.services());
          } else if (application instanceof Application.Group g) {
            array(o, "members", g.members());
          } else {
            Application.Matching m = (Application.Matching) application;
            texts(o, "ofCategories", m.categories());
            boolean one = m.leastRisk() == m.mostRisk();
            o.put("ofRisk", one ? "" + m.leastRisk() : m.leastRisk() + "-" + m.mostRisk());
          }
        });
  }

  private static void user(ObjectNode out, UserGroup user) {
    about(
        out,
        user.about(),
        o -> {
          if (!user.plainUser()) {
            array(o, "members", user.members());
          }
        });
  }

  private static void schedule(ObjectNode out, Schedule schedule) {
    about(
        out,
        schedule.about(),
        o -> {
          if (schedule instanceof Schedule.Once once) {
            o.putObject("once").put("from", once.from().toString()).put("to", once.to().toString());
            return;
          }
          ArrayNode weekly = o.putArray("weekly");
          for (Schedule.Window w : ((Schedule.Weekly) schedule).windows()) {
            ObjectNode window = weekly.addObject();
            array(
                window,
                "days",
                w.days().stream()
                    .sorted()
                    .map(d -> d.name().substring(0, 3).toLowerCase(Locale.ROOT))
                    .toList());
            window.put("from", w.from().toString()).put("to", w.to().toString());
          }
        });
  }

  private static void zone(ObjectNode out, Zone zone) {
    about(out, zone.about(), o -> zone.trust().ifPresent(t -> o.put("trust", t)));
  }

  private static void floor(ObjectNode out, Optional<Floor> floor) {
    floor.ifPresent(f -> out.putObject("floor").put("kind", f.kind().word()).put("log", f.log()));
  }

  private static void bay(ObjectNode out, Bay bay) {
    out.put("name", bay.name());
    floor(out, bay.floor());
    RulesWriter.shelf(out, "upper", bay.upper());
    RulesWriter.shelf(out, "lower", bay.lower());
    list(out, "bays", bay.bays(), DocumentWriter::bay);
  }

  private static void firewall(ObjectNode out, Firewall f) {
    out.put("name", f.name()).put("kind", f.kind().word());
    f.bay().ifPresent(b -> out.put("bay", b));
    text(out, "platform", f.platform());
    out.put("timeZone", f.timeZone().getId());
    text(out, "device", f.device());
    list(
        out,
        "interfaces",
        f.interfaces(),
        (o, i) -> {
          o.put("name", i.name());
          i.zone().ifPresent(z -> o.put("zone", z));
          texts(o, "addresses", i.addresses());
          if (i.transparent()) {
            o.put("transparent", true);
          }
        });
    list(out, "routes", f.routes(), (o, r) -> o.put("to", r.to()).put("via", r.via()));
    texts(out, "management", f.management());
    floor(out, f.floor());
    RulesWriter.shelf(out, "own", f.own());
  }
}
