package org.tinshelf.exchange.report;

import java.util.List;
import java.util.Locale;
import org.tinshelf.core.change.Comparison;
import org.tinshelf.core.findings.Sentences;
import org.tinshelf.core.space.Fields;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Differences of policies, as JSON and for people. */
public final class ComparisonReport {

  private static final JsonMapper PRETTY =
      JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

  /** What differs on one firewall. */
  public record Compared(String firewall, Comparison comparison) {}

  private ComparisonReport() {}

  /** As one JSON document. */
  public static String json(List<Compared> all) {
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    ArrayNode compared = out.putArray("compared");
    for (Compared one : all) {
      ObjectNode firewall = compared.addObject();
      firewall.put("firewall", one.firewall());
      ArrayNode differences = firewall.putArray("differences");
      for (Comparison.Difference d : one.comparison().differences()) {
        ObjectNode node = differences.addObject();
        node.put("kind", d.kind().word().replace(' ', '-'));
        node.set("fields", fields(d.fields()));
        node.put("share", d.share());
        node.put("was", d.was().word());
        node.put("is", d.is().word());
        node.set("before", Reports.ref(d.before()));
        node.set("after", Reports.ref(d.after()));
        node.set("witness", PacketJson.write(d.witness()));
      }
    }
    return PRETTY.writeValueAsString(out);
  }

  private static ObjectNode fields(Fields f) {
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    put(out, "from", f.from());
    put(out, "to", f.to());
    put(out, "source", f.source());
    put(out, "destination", f.destination());
    put(out, "services", f.services());
    put(out, "applications", f.applications());
    put(out, "users", f.users());
    put(out, "times", f.times());
    put(out, "profiles", f.profiles());
    put(out, "guards", f.guards());
    return out;
  }

  private static void put(ObjectNode out, String key, List<String> values) {
    if (!values.isEmpty()) {
      ArrayNode array = out.putArray(key);
      values.forEach(array::add);
    }
  }

  /** For people; nothing at all where nothing differs. */
  public static String text(List<Compared> all) {
    StringBuilder out = new StringBuilder();
    for (Compared one : all) {
      if (!one.comparison().differences().isEmpty()) {
        out.append(one.firewall()).append('\n');
        one.comparison().differences().forEach(d -> text(out, d));
      }
    }
    return out.toString().stripTrailing();
  }

  private static void text(StringBuilder out, Comparison.Difference d) {
    out.append("  ").append(d.kind().word()).append(", ").append(share(d.share())).append('\n');
    Fields f = d.fields();
    line(out, "from", f.from());
    line(out, "to", f.to());
    line(out, "source", f.source());
    line(out, "destination", f.destination());
    line(out, "services", f.services());
    line(out, "applications", f.applications());
    line(out, "users", f.users());
    line(out, "times", f.times());
    line(out, "profiles", f.profiles());
    line(out, "guards", f.guards());
    out.append("    was ").append(d.was().word()).append(" by ");
    out.append(Sentences.place(d.before())).append(", is ").append(d.is().word()).append(" by ");
    out.append(Sentences.place(d.after())).append('\n');
    out.append("    e.g. ").append(Sentences.packet(d.witness())).append('\n');
  }

  private static String share(double share) {
    if (share < 1 && share >= 0.995) {
      return "more than 0.99 of all traffic";
    }
    return String.format(Locale.ROOT, "%.2g of all traffic", share);
  }

  private static void line(StringBuilder out, String name, List<String> values) {
    if (!values.isEmpty()) {
      int most = 12;
      String shown = String.join(", ", values.subList(0, Math.min(most, values.size())));
      String more = values.size() > most ? " and " + (values.size() - most) + " more" : "";
      out.append(String.format(Locale.ROOT, "    %-13s%s%s%n", name, shown, more));
    }
  }
}
