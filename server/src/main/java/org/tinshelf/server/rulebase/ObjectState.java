package org.tinshelf.server.rulebase;

import org.tinshelf.server.objects.ObjectRecord;

/** What a change of an object can bring back: its name and its stored body. */
record ObjectState(String name, String body) {
  static ObjectState of(ObjectRecord object) {
    return new ObjectState(object.name(), object.body());
  }
}
