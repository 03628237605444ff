package org.tinshelf.core.stack;

/**
 * Where a rule stands.
 *
 * @param shelf {@code OWNER/upper}, {@code OWNER/lower} or {@code OWNER/own}; {@code floor}
 * @param position counts the rules of the shelf from 1, {@code 4.2} inside a drawer, {@code 4.end}
 *     for its end; empty for the floor
 * @param name of the rule; of the drawer's rule for its end; empty for the floor
 */
public record RuleRef(String shelf, String position, String name) {

  /** What decides where no rule does. */
  public static final RuleRef FLOOR = new RuleRef("floor", "", "");

  /** The same rule where it, or the drawer it stands in, has another number on its shelf. */
  RuleRef renumbered(int number) {
    int dot = position.indexOf('.');
    return new RuleRef(shelf, dot < 0 ? "" + number : number + position.substring(dot), name);
  }

  /** Whether this stands for the floor. */
  public boolean isFloor() {
    return equals(FLOOR);
  }

  /** Whether this stands for the end of a drawer. */
  public boolean isEnd() {
    return position.endsWith(".end");
  }
}
