package org.tinshelf.server.rulebase;

/**
 * What a change can bring back: a line's place and its stored body.
 *
 * @param shelf the shelf's id
 * @param drawer the id of the rule in whose drawer it stands, 0 for none
 * @param follows the name of the line above it at that moment; empty for the first
 */
record LineState(long shelf, long drawer, String place, String name, String body, String follows) {
  static LineState of(LineRecord line, String follows) {
    return new LineState(
        line.shelfId(),
        line.drawerId().orElse(0L),
        line.place(),
        line.name(),
        line.body(),
        follows);
  }
}
