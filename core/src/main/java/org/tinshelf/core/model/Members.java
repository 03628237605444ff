package org.tinshelf.core.model;

import java.util.List;

/**
 * The members of a rule's address field: names of address objects, or literals.
 *
 * @param not whether the field matches everything but its members
 */
public record Members(boolean not, List<String> names) {

  /** An empty field: any address. */
  public static final Members ANY = new Members(false, List.of());

  /** Whether the field is empty and so matches everything. */
  public boolean any() {
    return names.isEmpty();
  }
}
