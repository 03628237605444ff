package org.tinshelf.core.stack;

/**
 * Where a rule stands.
 *
 * @param shelf {@code OWNER/upper}, {@code OWNER/lower} or {@code OWNER/own}; {@code floor}
 * @param position counts the rules of the shelf from 1, {@code 4.2} inside a drawer, {@code 4.end}
 *     for its end; empty for the floor and where it is not told
 * @param name of the rule; of the drawer's rule for its end; empty for the floor
 */
public record RuleRef(String shelf, String position, String name) {

  private static final String END = ".end";

  /** What decides where no rule does. */
  public static final RuleRef FLOOR = new RuleRef("floor", "", "");

  /** The same rule where it, or the drawer it stands in, has another number on its shelf. */
  RuleRef renumbered(int number) {
    int dot = position.indexOf('.');
    return new RuleRef(shelf, dot < 0 ? "" + number : number + position.substring(dot), name);
  }

  /** The same without its number, for those who find it by its name. */
  public RuleRef unplaced() {
    return new RuleRef(shelf, isEnd() ? END : "", name);
  }

  /** Whether it is told where on its shelf it stands. */
  public boolean isPlaced() {
    return !position.isEmpty() && !position.equals(END);
  }

  /** Whether this stands for the floor. */
  public boolean isFloor() {
    return equals(FLOOR);
  }

  /** Whether this stands for the end of a drawer. */
  public boolean isEnd() {
    return position.endsWith(END);
  }
}
