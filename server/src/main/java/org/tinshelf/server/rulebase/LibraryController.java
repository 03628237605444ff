package org.tinshelf.server.rulebase;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.core.findings.Uses;
import org.tinshelf.core.model.Estate;
import org.tinshelf.exchange.document.BadDocumentException;
import org.tinshelf.exchange.document.DocumentReader;
import org.tinshelf.exchange.document.Problem;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.estate.EstateStore;
import org.tinshelf.server.estate.Working;
import org.tinshelf.server.objects.Contents;
import org.tinshelf.server.objects.ObjectKind;
import org.tinshelf.server.objects.ObjectRecord;
import org.tinshelf.server.objects.ObjectView;
import org.tinshelf.server.problems.Refusal;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Looks at objects of the library closely, and edits them. */
@RestController
class LibraryController {

  private static final int MOST_AT_ONCE = 5_000;

  /**
   * One object and what there is to know of it.
   *
   * @param document as it stands in a policy document
   */
  record ObjectCard(
      ObjectView object,
      long version,
      Map<String, Object> document,
      Contents contents,
      List<Usage.Use> uses) {}

  /**
   * Objects of one kind as they would stand in a policy document.
   *
   * @param group what becomes of a group with it; absent for none
   */
  record NewObjects(
      @NotNull String kind,
      @NotNull @Size(max = MOST_AT_ONCE) List<Map<String, Object>> objects,
      @Valid Filled group) {}

  /** A group and all its members, those that are added with it too. */
  record Filled(
      @NotNull Long id,
      @NotNull Long version,
      @NotNull @Size(max = 4 * MOST_AT_ONCE) List<String> members) {}

  record ChangedObject(@NotNull Long version, @NotNull Map<String, Object> object) {}

  record Replacement(@NotNull Long by) {}

  record Replaced(int changed) {}

  /**
   * An object that is being written.
   *
   * @param id of the object it is to replace; 0 for a new one
   */
  record Sketch(@NotNull String kind, long id, @NotNull Map<String, Object> object) {}

  /** How often an object is named. */
  record Used(long id, int times) {}

  private final ObjectEditing editing;
  private final Replacing replacing;
  private final Usage usage;
  private final EstateStore store;
  private final Working working;
  private final JsonMapper json;

  LibraryController(
      ObjectEditing editing,
      Replacing replacing,
      Usage usage,
      EstateStore store,
      Working working,
      JsonMapper json) {
    this.editing = editing;
    this.replacing = replacing;
    this.usage = usage;
    this.store = store;
    this.working = working;
    this.json = json;
  }

  /** How often each object is named by rules, other objects, interfaces and the estate. */
  @GetMapping("/api/objects/used")
  @Transactional(readOnly = true)
  public List<Used> used() {
    Uses uses = Uses.of(working.snapshot().estate());
    return editing.all().stream()
        .map(o -> new Used(o.id(), uses.of(o.kind().word(), o.name())))
        .toList();
  }

  @GetMapping("/api/objects/{id}")
  @Transactional(readOnly = true)
  public ObjectCard one(@PathVariable long id) {
    ObjectRecord object = editing.object(id);
    if (object.removed()) {
      throw Refusal.gone("“" + object.name() + "” was removed in this draft.");
    }
    ObjectNode stored = (ObjectNode) json.readTree(object.body());
    ObjectNode body = store.identities().objectFromStored(object.kind(), stored);
    ObjectNode document = json.createObjectNode();
    document.put("name", object.name());
    document.setAll(body);
    return new ObjectCard(
        ObjectView.of(object, body),
        object.version(),
        json.convertValue(document, new TypeReference<Map<String, Object>>() {}),
        Contents.of(working.snapshot().estate(), object.kind(), object.name()),
        usage.of(object));
  }

  @PostMapping("/api/objects")
  @ResponseStatus(HttpStatus.CREATED)
  List<ObjectView> add(
      @Valid @RequestBody NewObjects added, @AuthenticationPrincipal SignedIn who) {
    ObjectKind kind = kind(added.kind());
    List<ObjectNode> documents = added.objects().stream().map(this::node).toList();
    if (added.group() == null) {
      return editing.add(who, kind, documents);
    }
    return editing.addTo(
        who, kind, documents, added.group().id(), added.group().version(), added.group().members());
  }

  /** What would be wrong with objects were they added; their places as when they are. */
  @PostMapping("/api/objects/trial")
  List<Problem> tryObjects(@Valid @RequestBody NewObjects added) {
    return editing.trial(kind(added.kind()), added.objects().stream().map(this::node).toList());
  }

  @PutMapping("/api/objects/{id}")
  ObjectView change(
      @PathVariable long id,
      @Valid @RequestBody ChangedObject changed,
      @AuthenticationPrincipal SignedIn who) {
    return editing.change(who, id, changed.version(), node(changed.object()));
  }

  /** Puts another object of its kind in its place, in all rules and objects. */
  @PostMapping("/api/objects/{id}/replace")
  Replaced replace(
      @PathVariable long id,
      @Valid @RequestBody Replacement replacement,
      @AuthenticationPrincipal SignedIn who) {
    return new Replaced(replacing.replace(who, id, replacement.by()));
  }

  @DeleteMapping("/api/objects/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(
      @PathVariable long id, @RequestParam long version, @AuthenticationPrincipal SignedIn who) {
    editing.remove(who, id, version);
  }

  /** What an object would come down to, without saving it. */
  @PostMapping("/api/objects/preview")
  @Transactional(readOnly = true)
  public Contents preview(@Valid @RequestBody Sketch sketch) {
    ObjectKind kind = kind(sketch.kind());
    ObjectNode document = store.document();
    ArrayNode list = document.withArray("/" + kind.key());
    String old = sketch.id() == 0 ? "" : editing.object(sketch.id()).name();
    int at = list.size();
    for (int i = 0; i < list.size(); i++) {
      at = list.get(i).path("name").asString("").equals(old) ? i : at;
    }
    ObjectNode object = node(sketch.object());
    if (at < list.size()) {
      object.put("name", old);
      list.set(at, object);
    } else {
      if (object.path("name").asString("").isBlank()) {
        object.put("name", "new object");
      }
      list.add(object);
    }
    String pointer = "/" + kind.key() + "/" + at;
    try {
      Estate estate = DocumentReader.read(document);
      return Contents.of(estate, kind, object.get("name").asString().strip());
    } catch (BadDocumentException e) {
      throw Refusal.unsound(
          e.problems().stream()
              .map(p -> new Problem(own(p.pointer(), pointer), p.wrong(), p.right()))
              .toList());
    }
  }

  private static String own(String pointer, String object) {
    return pointer.equals(object) || pointer.startsWith(object + "/")
        ? pointer.substring(object.length())
        : pointer;
  }

  private ObjectNode node(Map<String, Object> object) {
    JsonNode node = json.valueToTree(object);
    return (ObjectNode) node;
  }

  private static ObjectKind kind(String word) {
    return Arrays.stream(ObjectKind.values())
        .filter(k -> k.word().equals(word))
        .findFirst()
        .orElseThrow(() -> Refusal.gone("There is no kind of object called “" + word + "”."));
  }
}
