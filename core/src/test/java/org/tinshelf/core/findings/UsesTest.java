package org.tinshelf.core.findings;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.Estate;

/** How often objects are named. */
class UsesTest {

  @Property(tries = 50)
  void anObjectThatIsNamedIsNotReportedAsUnused(@ForAll long seed) {
    Estate estate = new RandomPolicies(seed).estate();
    Uses uses = Uses.of(estate);
    Set<String> unused =
        ObjectCheck.of(estate).stream()
            .filter(f -> f.kind() == ObjectFinding.Kind.UNUSED_OBJECT)
            .map(f -> f.type() + " " + f.name())
            .collect(Collectors.toSet());
    for (Address address : estate.addresses()) {
      if (uses.of("address", address.name()) > 0) {
        assertTrue(!unused.contains("address " + address.name()), address.name());
      }
    }
    unused.stream()
        .map(u -> u.split(" ", 2))
        .forEach(u -> assertEquals(0, uses.of(u[0], u[1]), u[1]));
  }

  @Test
  void groupsInterfacesAndApplicationsNameObjectsToo() {
    Estate estate = new RandomPolicies(1).estate();
    Uses uses = Uses.of(estate);
    assertTrue(uses.of("zone", "a") > 0, "an interface stands in it");
    assertTrue(uses.of("service", "web") > 0, "an application has it as standard");
    assertTrue(uses.of("application", "pipe") > 0, "a group of applications holds it");
    assertTrue(uses.of("user", "tomas") > 0, "a group of users holds it");
    assertEquals(0, uses.of("address", "nobody ever made this"));
    assertEquals(0, uses.of("no such kind", "a"));
    assertEquals(List.of(), estate.managementAddresses());
  }
}
