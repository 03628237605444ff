package org.tinshelf.core.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class PlatformTest {

  private static final Platform PLAIN =
      new Platform("plain", EnumSet.of(Platform.Ability.SERVICES, Platform.Ability.LOGGING));

  private static Rule demanding() {
    Rule r = Rule.of("r", Action.REJECT);
    return new Rule(
        r.about(),
        true,
        "",
        "",
        Optional.empty(),
        List.of("a"),
        List.of(),
        Members.ANY,
        Members.ANY,
        List.of("ida"),
        List.of(),
        new Rule.Services.Listed(List.of("tcp/80")),
        List.of("night"),
        List.of(),
        Guard.ENCRYPTED,
        r.action(),
        Log.END,
        List.of("malware"),
        true,
        List.of());
  }

  @Test
  void whatAPlatformCannotEnforceIsNamedByField() {
    assertEquals(
        List.of(
            "from",
            "source or destination",
            "users",
            "when",
            "guard",
            "action",
            "inspection",
            "sourceNat"),
        PLAIN.lacks(demanding(), true));
    assertEquals(List.of(), PLAIN.lacks(Rule.of("r", Action.DROP), false));
  }

  @Test
  void theYardTakesEverythingAndAnUnknownPlatformIsUnknown() {
    assertEquals(List.of(), Platform.named("yard").orElseThrow().lacks(demanding(), true));
    assertEquals(Optional.of(Platform.YARD), Platform.named(""));
    assertTrue(Platform.named("other").isEmpty());
  }
}
