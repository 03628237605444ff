package org.tinshelf.exchange.document;

import java.util.List;
import org.tinshelf.core.model.Action;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Log;
import org.tinshelf.core.model.Members;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Rule;
import org.tinshelf.core.model.RuleAction;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Writes shelves and their rules. */
public final class RulesWriter {

  private RulesWriter() {}

  static void shelf(ObjectNode out, String key, List<Line> lines) {
    if (!lines.isEmpty()) {
      lines(out.putArray(key), lines);
    }
  }

  private static void lines(ArrayNode out, List<Line> lines) {
    for (Line line : lines) {
      if (line instanceof Rule rule) {
        out.add(rule(rule));
      } else {
        out.addObject().put("divider", ((Line.Divider) line).title());
      }
    }
  }

  /** One rule as it stands in a document. */
  public static ObjectNode rule(Rule rule) {
    ObjectNode out = DocumentWriter.NODES.objectNode();
    out.put("name", rule.name());
    if (!rule.on()) {
      out.put("on", false);
    }
    DocumentWriter.texts(out, "from", rule.from());
    DocumentWriter.texts(out, "to", rule.to());
    members(out, "source", rule.source());
    members(out, "destination", rule.destination());
    DocumentWriter.texts(out, "users", rule.users());
    DocumentWriter.texts(out, "applications", rule.applications());
    if (rule.services() instanceof Rule.Services.Listed listed) {
      DocumentWriter.texts(out, "services", listed.names());
    } else {
      out.put("services", "standard");
    }
    DocumentWriter.texts(out, "when", rule.when());
    DocumentWriter.texts(out, "profiles", rule.profiles().stream().map(Profile::word).toList());
    if (rule.guard() != Guard.NONE) {
      out.put("guard", rule.guard().word());
    }
    if (rule.action() instanceof RuleAction.Decide decide) {
      out.put("action", decide.action().word());
    } else {
      RuleAction.Drawer drawer = (RuleAction.Drawer) rule.action();
      ObjectNode action = out.putObject("action");
      lines(action.putArray("drawer"), drawer.lines());
      action.put("end", drawer.end().map(Action::word).orElse("pass on"));
      log(action, drawer.log());
    }
    log(out, rule.log());
    DocumentWriter.texts(out, "inspection", rule.inspection());
    if (rule.sourceNat()) {
      out.put("sourceNat", true);
    }
    DocumentWriter.texts(out, "only", rule.only());
    rule.expires().ifPresent(day -> out.put("expires", day.toString()));
    DocumentWriter.text(out, "owner", rule.owner());
    DocumentWriter.text(out, "ticket", rule.ticket());
    DocumentWriter.texts(out, "labels", rule.about().labels());
    DocumentWriter.text(out, "note", rule.about().note());
    return out;
  }

  private static void members(ObjectNode out, String key, Members members) {
    if (members.not()) {
      DocumentWriter.texts(out.putObject(key), "not", members.names());
    } else {
      DocumentWriter.texts(out, key, members.names());
    }
  }

  private static void log(ObjectNode out, Log log) {
    if (log != Log.NONE) {
      out.put("log", log.word());
    }
  }
}
