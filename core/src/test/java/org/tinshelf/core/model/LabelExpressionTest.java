package org.tinshelf.core.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LabelExpressionTest {

  @ParameterizedTest
  @CsvSource({
    "server and not retired, server, true",
    "server and not retired, server retired, false",
    "a or b and c, a, true",
    "a or b and c, b, false",
    "(a or b) and c, b c, true",
    "(a or b) and c, a, false",
    "not a or b, b a, true",
    "not (a or b), c, true",
    "not not a, a, true"
  })
  void notBindsBeforeAndBeforeOr(String expression, String labels, boolean holds) {
    assertEquals(holds, LabelExpression.parse(expression).holds(Set.of(labels.split(" "))));
  }

  @ParameterizedTest
  @CsvSource({
    "'', missing at the end",
    "a and, missing at the end",
    "a b, missing before 'b'",
    "(a, ')' is missing",
    "a ! b, is not a label",
    "and a, missing before 'and'"
  })
  void whatIsNotUnderstoodIsNamed(String expression, String told) {
    Exception e =
        assertThrows(IllegalArgumentException.class, () -> LabelExpression.parse(expression));
    assertTrue(e.getMessage().contains(told), e.getMessage());
  }
}
