package org.tinshelf.core.model;

import java.util.List;

/** A user group, by the names of users and further groups; with no members at all, a plain user. */
public record UserGroup(About about, boolean plainUser, List<String> members) {
  public String name() {
    return about.name();
  }
}
