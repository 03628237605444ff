package org.tinshelf.core.model;

/** What happens to traffic that no rule of the stack decides; it blocks by drop. */
public record Floor(Kind kind, boolean log) {

  /** The floor where no bay and no firewall sets one. */
  public static final Floor DEFAULT = new Floor(Kind.CLOSED, true);

  /** Which traffic a floor lets through. */
  public enum Kind {
    /** None. */
    CLOSED,
    /** What stays within one zone other than {@code self}. */
    WITHIN_ZONES,
    /** What goes from a zone of higher trust to one of lower; never {@code self}. */
    BY_TRUST,
    /** All. */
    OPEN;

    /** As it is written in documents. */
    public String word() {
      return name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
    }
  }
}
