package org.tinshelf.server.rulebase;

import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.estate.Turns;
import org.tinshelf.server.objects.ObjectKind;
import org.tinshelf.server.objects.ObjectRecord;
import org.tinshelf.server.objects.Objects;
import org.tinshelf.server.problems.Refusal;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;

/** Puts one object in the place of another wherever rules and objects name it. */
@Component
class Replacing {

  private final ObjectEditing objectEditing;
  private final Editing editing;
  private final Lines lines;
  private final Objects objects;
  private final Turns turns;
  private final JsonMapper json;

  Replacing(
      ObjectEditing objectEditing,
      Editing editing,
      Lines lines,
      Objects objects,
      Turns turns,
      JsonMapper json) {
    this.objectEditing = objectEditing;
    this.editing = editing;
    this.lines = lines;
    this.objects = objects;
    this.turns = turns;
    this.json = json;
  }

  /**
   * Replaces an object in one transaction; each rule and object changed is a change of the draft.
   *
   * @return how many were changed
   */
  @Transactional
  public int replace(SignedIn by, long id, long otherId) {
    turns.take();
    ObjectRecord object = objectEditing.object(id);
    ObjectRecord other = objectEditing.object(otherId);
    if (id == otherId || object.kind() != other.kind() || other.removed()) {
      throw Refusal.conflict(
          "Choose another " + object.kind().word() + " to stand in for “" + object.name() + "”.");
    }
    if (object.kind() == ObjectKind.ZONE) {
      throw Refusal.conflict(
          "Interfaces stand in zones too, so a zone is not replaced as a whole. Rename it, or change"
              + " the rules.");
    }
    String was = "#" + id;
    String is = "#" + otherId;
    int changed = 0;
    for (LineRecord line : lines.inOrder()) {
      if (!line.removed() && line.body().contains("\"" + was + "\"")) {
        editing.changeStored(by, line, replaced(line.body(), was, is));
        changed++;
      }
    }
    for (ObjectRecord holder : objects.findAllByOrderBySeatAscIdAsc()) {
      if (!holder.removed() && holder.body().contains("\"" + was + "\"")) {
        objectEditing.changeStored(by, holder, replaced(holder.body(), was, is));
        changed++;
      }
    }
    objectEditing.sound();
    return changed;
  }

  private String replaced(String body, String was, String is) {
    JsonNode tree = json.readTree(body);
    replace(tree, was, is);
    return json.writeValueAsString(tree);
  }

  /** In every list, with nothing in it twice. */
  private static void replace(JsonNode node, String was, String is) {
    if (node instanceof ArrayNode list && list.valueStream().anyMatch(n -> isText(n, was))) {
      List<String> names =
          list.valueStream().map(n -> isText(n, was) ? is : n.asString()).distinct().toList();
      list.removeAll();
      names.forEach(list::add);
    } else {
      node.forEach(child -> replace(child, was, is));
    }
  }

  private static boolean isText(JsonNode node, String text) {
    return node.isString() && node.asString().equals(text);
  }
}
