package org.tinshelf.server.objects;

import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.server.estate.EstateStore;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The library, as lists and pickers need it. */
@RestController
class ObjectsController {

  private final Objects objects;
  private final EstateStore store;
  private final JsonMapper json;

  ObjectsController(Objects objects, EstateStore store, JsonMapper json) {
    this.objects = objects;
    this.store = store;
    this.json = json;
  }

  @GetMapping("/api/objects")
  @Transactional(readOnly = true)
  public List<ObjectView> all() {
    Identities identities = store.identities();
    return objects.findAllByOrderBySeatAscIdAsc().stream()
        .filter(o -> !o.removed())
        .map(
            o -> {
              ObjectNode body = (ObjectNode) json.readTree(o.body());
              return ObjectView.of(o, identities.objectFromStored(o.kind(), body));
            })
        .toList();
  }
}
