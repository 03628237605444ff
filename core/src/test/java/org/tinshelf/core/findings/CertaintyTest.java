package org.tinshelf.core.findings;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.stack.Stacks;

/** What is said to hold always holds whatever a feed comes to contain. */
class CertaintyTest {

  private static final List<List<AddressRange>> CONTENTS =
      List.of(
          List.of(),
          List.of(AddressRange.parse("0.0.0.0/0"), AddressRange.parse("::/0")),
          List.of(AddressRange.parse("10.0.0.1")),
          List.of(AddressRange.parse("10.0.0.0-10.0.0.2"), AddressRange.parse("2001:db8::1")));

  private static Estate withFeed(Estate estate, List<AddressRange> content) {
    List<Address> addresses =
        estate.addresses().stream()
            .map(
                a ->
                    a instanceof Address.Resolved r
                        ? new Address.Resolved(r.about(), r.origin(), content)
                        : a)
            .toList();
    return estate.withAddresses(addresses);
  }

  private static List<Finding> findings(Estate estate) {
    return Check.of(new Stacks(estate).of(estate.firewalls().get(0), RandomPolicies.NOW), true)
        .findings();
  }

  @Property(tries = 300, shrinking = ShrinkingMode.OFF)
  void alwaysMeansAlways(@ForAll long seed) {
    Estate estate = new RandomPolicies(seed).estate();
    List<Finding> before = findings(estate);
    for (List<AddressRange> content : CONTENTS) {
      Set<List<Object>> after = new HashSet<>();
      findings(withFeed(estate, content)).forEach(f -> after.add(List.of(f.kind(), f.rule())));
      for (Finding f : before) {
        if (f.certainty() == Finding.Certainty.ALWAYS) {
          assertTrue(after.contains(List.of(f.kind(), f.rule())), f + " with " + content);
        }
      }
    }
  }
}
