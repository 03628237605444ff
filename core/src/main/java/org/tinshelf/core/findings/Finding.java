package org.tinshelf.core.findings;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.stack.Entry;
import org.tinshelf.core.stack.RuleRef;

/**
 * One thing that is wrong with a rule on one firewall. Immutable; its sentence is made when read.
 */
public final class Finding {

  /** Says a finding in one plain sentence. */
  interface Says {
    String text(RuleRef rule, List<RuleRef> by);
  }

  /** Where the rows of a stack stood when it was checked. */
  record Positions(List<Entry> entries, int[] orders) {
    RuleRef of(Row row) {
      return entries.get(orders[row.id]).ref();
    }
  }

  private final Verdict verdict;
  private final Positions positions;
  private final double reach;

  Finding(Verdict verdict, Positions positions, double reach) {
    this.verdict = verdict;
    this.positions = positions;
    this.reach = reach;
  }

  public Kind kind() {
    return verdict.kind();
  }

  public Severity severity() {
    return verdict.severity();
  }

  public Certainty certainty() {
    return verdict.certainty();
  }

  /** The rule it is about. */
  public RuleRef rule() {
    return verdict.leftOut().orElseGet(() -> positions.of(verdict.row()));
  }

  /** The other rules concerned: the cover, or the upper rules of a conflict, in stack order. */
  public List<RuleRef> by() {
    List<RuleRef> by = new ArrayList<>(verdict.by().size());
    for (Row row : verdict.by()) {
      RuleRef ref = positions.of(row);
      boolean floor = row.entry.kind() == Entry.Kind.FLOOR;
      if (!floor || !by.contains(ref)) {
        by.add(ref);
      }
    }
    return by;
  }

  /** Of the rule, 0 to 1; not a number where it is not known. */
  public double reach() {
    return reach;
  }

  /** A packet that proves it, where one can. */
  public Optional<Packet> witness() {
    return verdict.witness();
  }

  /** One plain sentence. */
  public String says() {
    return verdict.says().text(rule(), by());
  }

  /** The same without where the rules stand. */
  public String saysUnplaced() {
    return verdict.says().text(rule().unplaced(), by().stream().map(RuleRef::unplaced).toList());
  }

  /**
   * Stays the same while the same is wrong with the same rules of the same shelves, wherever these
   * move: 32 hexadecimal digits of a SHA-256 over kind, shelves and names.
   */
  public String fingerprint() {
    StringBuilder text = new StringBuilder(kind().word());
    append(text, rule());
    by().forEach(b -> append(text, b));
    try {
      byte[] digest =
          MessageDigest.getInstance("SHA-256")
              .digest(text.toString().getBytes(StandardCharsets.UTF_8));
      return HexFormat.of().formatHex(digest, 0, 16);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  private static void append(StringBuilder text, RuleRef ref) {
    text.append('\n').append(ref.shelf()).append('\n').append(ref.name());
    text.append(ref.isEnd() ? "\nend" : "");
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Finding f
        && kind() == f.kind()
        && severity() == f.severity()
        && certainty() == f.certainty()
        && rule().equals(f.rule())
        && by().equals(f.by())
        && Double.compare(reach, f.reach) == 0
        && witness().equals(f.witness())
        && says().equals(f.says());
  }

  @Override
  public int hashCode() {
    return Objects.hash(kind(), rule());
  }

  @Override
  public String toString() {
    return kind().word() + " " + rule() + " by " + by() + ": " + says();
  }

  /** In the order in which findings on one rule are listed. */
  public enum Kind {
    SHADOWED,
    REDUNDANT,
    CONFLICT,
    NEVER_MATCHES,
    EXCEPTION,
    OVERLY_BROAD,
    SILENT_END,
    OPEN_SELF,
    UNLOGGED,
    UNINSPECTED,
    MISPLACED_ADDRESS,
    EXPIRED,
    EXPIRING,
    MERGEABLE,
    UNOWNED,
    /** No budget sufficed to find out; nothing was guessed. */
    NOT_DECIDED;

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
