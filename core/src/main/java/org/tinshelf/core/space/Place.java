package org.tinshelf.core.space;

/** Where a line stands in its stack; renumbered as lines come and go, while the line stays. */
public final class Place {

  private int order;

  /** A place with the given number. */
  public Place(int order) {
    this.order = order;
  }

  /** Counts the lines of the stack from 0. */
  public int order() {
    return order;
  }

  /** Moves the line. */
  public void order(int next) {
    order = next;
  }
}
