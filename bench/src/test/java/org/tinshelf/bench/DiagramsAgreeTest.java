package org.tinshelf.bench;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.tinshelf.core.findings.Check;
import org.tinshelf.core.findings.Finding;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.stack.Stack;
import org.tinshelf.core.stack.Stacks;

/** Decision diagrams of another library count the same dead and redundant rules. */
class DiagramsAgreeTest {

  @ParameterizedTest
  @ValueSource(strings = {"hosting", "stairs", "drawers", "schedules"})
  void theSameRulesAreDeadAndRedundant(String family) {
    Estate estate = Works.family(family).estate(150, 5);
    Stack stack = Works.stack(new Stacks(estate), estate);
    Check check = Check.of(stack, false);
    Diagrammed.Found found = Diagrammed.of(stack, 600);
    long dead =
        check.findings().stream()
            .filter(f -> f.reach() == 0)
            .filter(f -> f.kind() == Finding.Kind.SHADOWED || f.kind() == Finding.Kind.REDUNDANT)
            .count();
    long fromBelow =
        check.findings().stream()
            .filter(f -> f.kind() == Finding.Kind.REDUNDANT && f.reach() > 0)
            .count();
    assertEquals(dead, found.dead());
    assertEquals(fromBelow, found.fromBelow());
  }
}
