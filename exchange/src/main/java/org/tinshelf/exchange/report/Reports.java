package org.tinshelf.exchange.report;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.findings.ObjectFinding;
import org.tinshelf.core.findings.Sentences;
import org.tinshelf.core.findings.Shared;
import org.tinshelf.core.stack.Decision;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.RuleRef;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** What the command line prints. */
public final class Reports {

  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final JsonMapper PRETTY =
      JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

  /**
   * One firewall's check.
   *
   * @param rules how many rules its stack holds
   * @param millis how long it took
   * @param shelves the names of the bays' shelves in its stack
   */
  public record Checked(
      String firewall, int rules, long millis, Set<String> shelves, Check check) {}

  private Reports() {}

  /** All checks as one JSON document. */
  public static String json(String document, List<Checked> all, List<ObjectFinding> objects) {
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    out.put("document", document);
    ArrayNode checked = out.putArray("checked");
    for (Checked one : all) {
      ObjectNode firewall = checked.addObject();
      firewall.put("firewall", one.firewall());
      firewall.put("rules", one.rules());
      firewall.put("millis", one.millis());
      ArrayNode findings = firewall.putArray("findings");
      one.check().findings().forEach(f -> findings.add(finding(f)));
    }
    ArrayNode shared = out.putArray("shared");
    shared(all).forEach(s -> shared.add(shared(s)));
    ArrayNode estate = out.putArray("objects");
    objects.forEach(o -> estate.add(object(o)));
    return PRETTY.writeValueAsString(out);
  }

  private static List<Shared> shared(List<Checked> all) {
    return Shared.of(
        all.stream().map(c -> new Shared.On(c.firewall(), c.shelves(), c.check())).toList());
  }

  private static ObjectNode shared(Shared s) {
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    out.put("kind", s.finding().kind().word());
    out.set("rule", ref(s.finding().rule()));
    ArrayNode firewalls = out.putArray("firewalls");
    s.firewalls().forEach(firewalls::add);
    out.put("outOf", s.outOf());
    return out;
  }

  private static ObjectNode object(ObjectFinding o) {
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    out.put("kind", o.kind().word());
    out.put("severity", o.severity().word());
    out.putObject("object").put("type", o.type()).put("name", o.name());
    ArrayNode by = out.putArray("by");
    o.by().forEach(by::add);
    out.put("says", o.says());
    return out;
  }

  private static ObjectNode finding(Finding f) {
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    out.put("kind", f.kind().word());
    out.put("severity", f.severity().word());
    out.put("certainty", f.certainty().word());
    out.set("rule", ref(f.rule()));
    ArrayNode by = out.putArray("by");
    f.by().forEach(b -> by.add(ref(b)));
    out.put("reach", Double.isNaN(f.reach()) ? null : (Double) f.reach());
    out.set(
        "witness",
        f.witness()
            .map(p -> (tools.jackson.databind.JsonNode) PacketJson.write(p))
            .orElse(JsonNodeFactory.instance.nullNode()));
    out.put("says", f.says());
    out.put("fingerprint", f.fingerprint());
    return out;
  }

  static ObjectNode ref(RuleRef ref) {
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    out.put("shelf", ref.shelf());
    if (!ref.isFloor()) {
      out.put("position", ref.position());
      out.put("name", ref.name());
    }
    return out;
  }

  /** One decision as one line of JSON. */
  public static String decision(Decision decision) {
    ObjectNode out = JsonNodeFactory.instance.objectNode();
    out.put("action", decision.outcome().action().word());
    out.set("decidedBy", ref(decision.by().ref()));
    out.put("log", decision.outcome().log().word());
    out.set(
        "wouldNext",
        decision
            .next()
            .map(Entry::ref)
            .map(r -> (tools.jackson.databind.JsonNode) ref(r))
            .orElse(JsonNodeFactory.instance.nullNode()));
    return JSON.writeValueAsString(out);
  }

  /** All checks for people. */
  public static String text(String document, List<Checked> all, List<ObjectFinding> objects) {
    StringBuilder out = new StringBuilder();
    if (!document.isEmpty()) {
      out.append(document).append('\n');
    }
    for (Checked one : all) {
      out.append('\n').append(one.firewall()).append(": ").append(one.rules()).append(" rules, ");
      int count = one.check().findings().size();
      out.append(count == 0 ? "no findings" : count == 1 ? "1 finding" : count + " findings");
      out.append('\n');
      for (Finding f : one.check().findings()) {
        text(out, f);
      }
    }
    if (all.size() > 1) {
      String last = "";
      for (Shared s : shared(all)) {
        out.append(last.isEmpty() ? "\nrules of bays\n" : "");
        last = Sentences.place(s.finding().rule());
        out.append("  ").append(s.finding().kind().word()).append(" on ");
        out.append(s.firewalls().size()).append(" of ").append(s.outOf()).append(": ");
        out.append(last).append('\n');
      }
    }
    if (!objects.isEmpty()) {
      out.append("\nobjects\n");
      objects.forEach(
          o ->
              out.append(String.format(Locale.ROOT, "  %-6s %s%n", o.severity().word(), o.says())));
    }
    return out.toString().strip();
  }

  private static void text(StringBuilder out, Finding f) {
    String place = f.rule().isFloor() ? "floor" : f.rule().shelf() + " " + f.rule().position();
    out.append(
        String.format(
            Locale.ROOT, "  %-6s %-13s %s%n", f.severity().word(), f.kind().word(), place));
    out.append("         ").append(f.says()).append('\n');
    f.witness()
        .ifPresent(p -> out.append("         e.g. ").append(Sentences.packet(p)).append('\n'));
    if (f.certainty() == Finding.Certainty.AS_IT_STANDS) {
      out.append("         as it stands: it depends on objects whose content changes\n");
    }
  }
}
