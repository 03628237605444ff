package org.tinshelf.server.rulebase;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.tinshelf.exchange.document.BadDocumentException;
import org.tinshelf.exchange.document.DocumentReader;
import org.tinshelf.exchange.document.Problem;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.estate.EstateStore;
import org.tinshelf.server.estate.Firewalls;
import org.tinshelf.server.estate.Turns;
import org.tinshelf.server.estate.Working;
import org.tinshelf.server.objects.Identities;
import org.tinshelf.server.objects.ObjectKind;
import org.tinshelf.server.objects.ObjectRecord;
import org.tinshelf.server.objects.ObjectView;
import org.tinshelf.server.objects.Objects;
import org.tinshelf.server.problems.Refusal;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The edits of the library. Each is one transaction: the object, the recorded change, and a check
 * that the whole estate is still sound; any problem undoes all three.
 */
@Component
public class ObjectEditing implements Subject {

  private final Objects objects;
  private final Usage usage;
  private final Journal journal;
  private final Firewalls firewalls;
  private final EstateStore store;
  private final Working working;
  private final Turns turns;
  private final JsonMapper json;

  ObjectEditing(
      Objects objects,
      Usage usage,
      Journal journal,
      Firewalls firewalls,
      EstateStore store,
      Working working,
      Turns turns,
      JsonMapper json) {
    this.objects = objects;
    this.usage = usage;
    this.journal = journal;
    this.firewalls = firewalls;
    this.store = store;
    this.working = working;
    this.turns = turns;
    this.json = json;
  }

  /**
   * Adds objects, all of them or none; they may name each other.
   *
   * @param documents as they stand in a policy document
   */
  @Transactional
  public List<ObjectView> add(SignedIn by, ObjectKind kind, List<ObjectNode> documents) {
    turns.take();
    List<ObjectRecord> added = new ArrayList<>();
    List<ObjectRecord> before = objects.findAll();
    List<Problem> unfit = names(kind, before, documents);
    if (!unfit.isEmpty()) {
      throw Refusal.unsound(unfit);
    }
    int first = (int) before.stream().filter(o -> o.kind() == kind && !o.removed()).count();
    int seat = before.stream().mapToInt(ObjectRecord::seat).max().orElse(-1);
    for (int i = 0; i < documents.size(); i++) {
      added.add(objects.save(new ObjectRecord(kind, name(documents.get(i), i), ++seat)));
    }
    objects.flush();
    Identities identities = store.identities();
    for (int i = 0; i < added.size(); i++) {
      ObjectRecord object = added.get(i);
      object.says(object.name(), stored(identities, kind, documents.get(i)));
    }
    objects.flush();
    for (ObjectRecord object : added) {
      record(by, "add", object, Optional.empty(), Optional.of(ObjectState.of(object)));
    }
    sound(kind, first);
    return added.stream().map(o -> view(identities, o)).toList();
  }

  /**
   * What would be wrong with objects were they added now; nothing is saved.
   *
   * @param documents as they stand in a policy document
   * @return with places that begin with the object's number among them, from 0
   */
  @Transactional(readOnly = true)
  public List<Problem> trial(ObjectKind kind, List<ObjectNode> documents) {
    List<Problem> out = new ArrayList<>(names(kind, objects.findAll(), documents));
    Set<String> told = out.stream().map(Problem::pointer).collect(Collectors.toSet());
    ObjectNode document = store.document();
    ArrayNode list = document.withArray("/" + kind.key());
    int first = list.size();
    documents.forEach(list::add);
    try {
      DocumentReader.read(document);
    } catch (BadDocumentException e) {
      places(e, "^/" + kind.key() + "/(\\d+)", first).stream()
          .filter(p -> !told.contains(p.pointer()))
          .forEach(out::add);
    }
    return out;
  }

  /**
   * Adds objects and gives a group other members, as one step.
   *
   * @param members all the group has then, objects that are added among them
   */
  @Transactional
  public List<ObjectView> addTo(
      SignedIn by,
      ObjectKind kind,
      List<ObjectNode> documents,
      long group,
      long version,
      List<String> members) {
    turns.take();
    ObjectRecord object = current(group, version);
    List<ObjectView> added = add(by, kind, documents);
    ObjectNode body =
        store.identities().objectFromStored(kind, (ObjectNode) json.readTree(object.body()));
    if (!body.has("members")) {
      throw Refusal.conflict("“" + object.name() + "” is no group with members.");
    }
    ObjectNode document = json.createObjectNode();
    document.put("name", object.name());
    document.setAll(body);
    members.forEach(document.putArray("members")::add);
    change(by, group, version, document);
    return added;
  }

  /** Changes what an object holds, or its name; whatever names it goes on doing so. */
  @Transactional
  public ObjectView change(SignedIn by, long id, long version, ObjectNode document) {
    turns.take();
    ObjectRecord object = current(id, version);
    ObjectState before = ObjectState.of(object);
    String name = name(document, -1);
    free(object.kind(), name, Optional.of(id));
    rename(object.kind(), object.name(), name);
    object.says(name, stored(store.identities(), object.kind(), document));
    ObjectState after = ObjectState.of(object);
    if (!after.equals(before)) {
      objects.saveAndFlush(object);
      record(by, "change", object, Optional.of(before), Optional.of(after));
    }
    sound();
    return view(store.identities(), object);
  }

  /** Gives an object another stored body; whether the estate is sound is for the caller to ask. */
  void changeStored(SignedIn by, ObjectRecord object, String body) {
    ObjectState before = ObjectState.of(object);
    object.says(object.name(), body);
    objects.saveAndFlush(object);
    record(by, "change", object, Optional.of(before), Optional.of(ObjectState.of(object)));
  }

  /** Removes an object that nothing names. */
  @Transactional
  public void remove(SignedIn by, long id, long version) {
    turns.take();
    ObjectRecord object = current(id, version);
    List<Usage.Use> uses = usage.of(object);
    if (!uses.isEmpty()) {
      String first = uses.get(0).what() + " “" + uses.get(0).name() + "”";
      String more = uses.size() == 1 ? "" : " and " + (uses.size() - 1) + " more";
      throw Refusal.conflict(
          "“" + object.name() + "” is used by " + first + more + ". Replace it there first.");
    }
    record(by, "remove", object, Optional.of(ObjectState.of(object)), Optional.empty());
    object.retire();
    objects.saveAndFlush(object);
    sound();
  }

  @Override
  public Kind kind() {
    return Kind.OBJECT;
  }

  @Override
  public void restore(long id, Optional<String> state) {
    ObjectRecord object = object(id);
    if (state.isPresent()) {
      ObjectState was = json.readValue(state.get(), ObjectState.class);
      free(object.kind(), was.name(), Optional.of(id));
      if (!object.removed()) {
        rename(object.kind(), object.name(), was.name());
      }
      object.restore(was.name(), was.body());
    } else {
      List<Usage.Use> uses = usage.of(object);
      if (!uses.isEmpty()) {
        throw Refusal.conflict(
            "“"
                + object.name()
                + "” is used by “"
                + uses.get(0).name()
                + "” by now. Undo that first.");
      }
      object.retire();
    }
    objects.saveAndFlush(object);
  }

  /** Takes removed objects out for good. */
  void sweep() {
    objects.deleteAll(objects.findAll().stream().filter(ObjectRecord::removed).toList());
  }

  /** All objects that are there. */
  List<ObjectRecord> all() {
    return objects.findAllByOrderBySeatAscIdAsc().stream().filter(o -> !o.removed()).toList();
  }

  /** An object that is there. */
  ObjectRecord object(long id) {
    return objects
        .findById(id)
        .orElseThrow(() -> Refusal.gone("This object is not there any more. Somebody removed it."));
  }

  private ObjectRecord current(long id, long version) {
    ObjectRecord object = object(id);
    if (object.version() != version || object.removed()) {
      String who = journal.lastOf(Kind.OBJECT, id, object.removed());
      throw Refusal.conflict(who + " this object before you. Nothing of yours was saved.");
    }
    return object;
  }

  /** Firewalls say by name which zone an interface is in. */
  private void rename(ObjectKind kind, String from, String to) {
    if (kind == ObjectKind.ZONE && !from.equals(to)) {
      String was = "\"zone\":" + json.writeValueAsString(from);
      String is = "\"zone\":" + json.writeValueAsString(to);
      firewalls.there().stream()
          .filter(f -> f.body().contains(was))
          .forEach(
              f -> {
                f.says(f.body().replace(was, is));
                firewalls.save(f);
              });
    }
  }

  private static String name(ObjectNode document, int index) {
    String name = nameOf(document);
    if (name.isEmpty()) {
      throw Refusal.unsound(List.of(nameless(index)));
    }
    return name;
  }

  private static String nameOf(ObjectNode document) {
    return document.path("name").asString("").strip();
  }

  private static Problem nameless(int index) {
    return new Problem(at(index) + "/name", "the name is missing", "give it one");
  }

  private static Problem taken(ObjectKind kind, String name, int index) {
    return new Problem(
        at(index) + "/name",
        "the name “" + name + "” is taken by another " + kind.word(),
        "choose another name, or change that one");
  }

  /** What is wrong with the names of objects that are to come. */
  private static List<Problem> names(
      ObjectKind kind, List<ObjectRecord> there, List<ObjectNode> documents) {
    Map<String, String> known = new HashMap<>();
    there.stream()
        .filter(o -> o.kind() == kind)
        .forEach(o -> known.put(o.name().toLowerCase(Locale.ROOT), o.name()));
    List<Problem> out = new ArrayList<>();
    for (int i = 0; i < documents.size(); i++) {
      String name = nameOf(documents.get(i));
      String other = known.putIfAbsent(name.toLowerCase(Locale.ROOT), name);
      if (name.isEmpty()) {
        out.add(nameless(i));
      } else if (other != null) {
        out.add(taken(kind, other, i));
      }
    }
    return out;
  }

  private void free(ObjectKind kind, String name, Optional<Long> own) {
    Optional<ObjectRecord> other =
        objects.findAll().stream()
            .filter(o -> o.kind() == kind && o.name().equalsIgnoreCase(name))
            .filter(o -> !own.equals(Optional.of(o.id())))
            .findFirst();
    if (other.isPresent()) {
      throw Refusal.unsound(List.of(taken(kind, other.get().name(), -1)));
    }
  }

  private static String at(int index) {
    return index < 0 ? "" : "/" + index;
  }

  private String stored(Identities identities, ObjectKind kind, ObjectNode document) {
    ObjectNode body = document.deepCopy();
    body.remove("name");
    return json.writeValueAsString(identities.objectToStored(kind, body));
  }

  private ObjectView view(Identities identities, ObjectRecord object) {
    ObjectNode body = (ObjectNode) json.readTree(object.body());
    return ObjectView.of(object, identities.objectFromStored(object.kind(), body));
  }

  private void record(
      SignedIn by,
      String kind,
      ObjectRecord object,
      Optional<ObjectState> before,
      Optional<ObjectState> after) {
    Journal.Thing thing =
        new Journal.Thing(Kind.OBJECT, object.id(), object.kind().key(), object.name());
    journal.record(by, kind, thing, before, after);
  }

  /** Checks the estate; places in the one object edited are told as if it stood alone. */
  void sound() {
    sound("^/(addresses|services|applications|users|schedules|zones)/\\d+", 0);
  }

  /** The same for objects at the end of their list, the first of which stands at an index. */
  private void sound(ObjectKind kind, int first) {
    sound("^/" + kind.key() + "/(\\d+)", first);
  }

  private void sound(String pointer, int first) {
    try {
      working.afterEdit();
    } catch (BadDocumentException e) {
      throw Refusal.unsound(places(e, pointer, first));
    }
  }

  private static List<Problem> places(BadDocumentException e, String pointer, int first) {
    Pattern object = Pattern.compile(pointer);
    return e.problems().stream()
        .map(p -> new Problem(own(object, p.pointer(), first), p.wrong(), p.right()))
        .toList();
  }

  private static String own(Pattern object, String pointer, int first) {
    Matcher m = object.matcher(pointer);
    if (!m.find()) {
      return pointer;
    }
    boolean listed = m.group(1).matches("\\d+");
    String index = listed ? "/" + (Integer.parseInt(m.group(1)) - first) : "";
    return index + pointer.substring(m.end());
  }
}
