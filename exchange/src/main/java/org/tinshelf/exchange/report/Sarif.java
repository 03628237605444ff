package org.tinshelf.exchange.report;

import java.net.URI;
import java.net.URISyntaxException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.findings.ObjectFinding;
import org.tinshelf.core.stack.RuleRef;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Findings as SARIF 2.1.0 (OASIS), for systems that show them beside the document. The same finding
 * on several firewalls is one result that names them.
 */
public final class Sarif {

  private static final String SCHEMA =
      "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json";
  private static final JsonMapper PRETTY =
      JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

  private final String uri;
  private final Places places;
  private final Map<String, Integer> rules = new LinkedHashMap<>();

  private Sarif(String uri, Places places) {
    this.uri = uri;
    this.places = places;
  }

  /**
   * One run.
   *
   * @param document relative to where the results are read, or absolute
   */
  public static String of(
      Path document, Places places, List<Reports.Checked> all, List<ObjectFinding> objects) {
    return PRETTY.writeValueAsString(new Sarif(reference(document), places).log(all, objects));
  }

  /** A file as a URI reference (RFC 3986), whatever letters its name has. */
  private static String reference(Path file) {
    if (file.isAbsolute()) {
      return file.toUri().toASCIIString();
    }
    try {
      return new URI(null, null, file.toString(), null).toASCIIString();
    } catch (URISyntaxException e) {
      throw new IllegalArgumentException(file.toString(), e);
    }
  }

  private ObjectNode log(List<Reports.Checked> all, List<ObjectFinding> objects) {
    ObjectNode log = JsonNodeFactory.instance.objectNode();
    log.put("$schema", SCHEMA);
    log.put("version", "2.1.0");
    ObjectNode run = log.putArray("runs").addObject();
    ObjectNode driver = run.putObject("tool").putObject("driver");
    driver.put("name", "Tin Shelf");
    driver.put("semanticVersion", "0.1.0");
    ArrayNode described = driver.putArray("rules");
    run.put("columnKind", "unicodeCodePoints");
    ArrayNode results = run.putArray("results");
    Map<String, List<String>> firewalls = new LinkedHashMap<>();
    Map<String, Finding> first = new LinkedHashMap<>();
    for (Reports.Checked one : all) {
      for (Finding finding : one.check().findings()) {
        String key = finding.rule().isFloor() ? one.firewall() + " " : "";
        key += finding.fingerprint() + " " + finding.rule().position();
        first.putIfAbsent(key, finding);
        firewalls.computeIfAbsent(key, k -> new ArrayList<>()).add(one.firewall());
      }
    }
    first.forEach((key, finding) -> results.add(result(finding, firewalls.get(key))));
    objects.forEach(o -> results.add(result(o)));
    rules.keySet().forEach(kind -> describe(described.addObject(), kind));
    return log;
  }

  private static void describe(ObjectNode rule, String kind) {
    rule.put("id", kind);
    rule.putObject("shortDescription").put("text", Helps.title(kind));
    rule.putObject("help").put("text", Helps.help(kind));
  }

  private ObjectNode start(String kind, Finding.Severity severity, String says) {
    ObjectNode result = JsonNodeFactory.instance.objectNode();
    result.put("ruleId", kind);
    rules.putIfAbsent(kind, rules.size());
    result.put("ruleIndex", rules.get(kind));
    result.put(
        "level",
        switch (severity) {
          case HIGH -> "error";
          case MEDIUM -> "warning";
          default -> "note";
        });
    result.putObject("message").put("text", says);
    return result;
  }

  private ObjectNode result(Finding finding, List<String> firewalls) {
    ObjectNode result = start(finding.kind().word(), finding.severity(), finding.says());
    locate(result.putArray("locations").addObject(), finding.rule());
    if (!finding.by().isEmpty()) {
      ArrayNode related = result.putArray("relatedLocations");
      int id = 1;
      for (RuleRef ref : finding.by()) {
        ObjectNode location = related.addObject();
        location.put("id", id++);
        locate(location, ref);
      }
    }
    result.putObject("partialFingerprints").put("tinShelf/v1", finding.fingerprint());
    ObjectNode properties = result.putObject("properties");
    properties.put("severity", finding.severity().word());
    properties.put("certainty", finding.certainty().word());
    if (!Double.isNaN(finding.reach())) {
      properties.put("reach", finding.reach());
    }
    ArrayNode names = properties.putArray("firewalls");
    firewalls.forEach(names::add);
    finding.witness().ifPresent(p -> properties.set("witness", PacketJson.write(p)));
    return result;
  }

  private ObjectNode result(ObjectFinding finding) {
    ObjectNode result = start(finding.kind().word(), finding.severity(), finding.says());
    ObjectNode location = result.putArray("locations").addObject();
    physical(location, places.of(finding.type(), finding.name()));
    logical(location, finding.type() + " " + finding.name());
    result
        .putObject("partialFingerprints")
        .put("tinShelf/v1", finding.kind().word() + "/" + finding.type() + "/" + finding.name());
    return result;
  }

  private void locate(ObjectNode location, RuleRef ref) {
    physical(location, places.of(ref));
    logical(location, ref.isFloor() ? "floor" : ref.shelf() + " " + ref.position());
  }

  private void physical(ObjectNode location, Optional<Places.Place> place) {
    ObjectNode physical = location.putObject("physicalLocation");
    physical.putObject("artifactLocation").put("uri", uri);
    ObjectNode region = physical.putObject("region");
    region.put("startLine", place.map(Places.Place::line).orElse(1));
    region.put("startColumn", place.map(Places.Place::column).orElse(1));
  }

  private static void logical(ObjectNode location, String name) {
    location.putArray("logicalLocations").addObject().put("fullyQualifiedName", name);
  }
}
