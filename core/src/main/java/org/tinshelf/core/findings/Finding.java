package org.tinshelf.core.findings;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.stack.RuleRef;

/**
 * One thing that is wrong with a rule on one firewall.
 *
 * @param by the other rules concerned: the cover, or the upper rules of a conflict, in stack order
 * @param reach of the rule, 0 to 1
 * @param witness a packet that proves it, where one can
 * @param says one plain sentence
 */
public record Finding(
    Kind kind,
    Severity severity,
    Certainty certainty,
    RuleRef rule,
    List<RuleRef> by,
    double reach,
    Optional<Packet> witness,
    String says) {

  /** In the order in which findings on one rule are listed. */
  public enum Kind {
    SHADOWED,
    REDUNDANT,
    CONFLICT,
    NEVER_MATCHES,
    EXCEPTION,
    OVERLY_BROAD,
    SILENT_END;

    /** As it is written in documents. */
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
  }

  /** From most to least. */
  public enum Severity {
    HIGH,
    MEDIUM,
    LOW,
    INFO;

    /** As it is written in documents. */
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** Whether a finding outlives a change of living objects. */
  public enum Certainty {
    /** It holds whatever living objects come to contain. */
    ALWAYS,
    /** It holds with their present content. */
    AS_IT_STANDS;

    /** As it is written in documents. */
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
  }
}
