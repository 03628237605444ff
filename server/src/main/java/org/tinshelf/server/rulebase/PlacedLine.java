package org.tinshelf.server.rulebase;

/**
 * A line and where it stands.
 *
 * @param drawer the rule in whose drawer it is; absent on the shelf itself
 * @param after the line above it; absent for the first
 * @param shown false where it is not there any more, and was not before the draft
 */
record PlacedLine(LineView line, long shelf, Long drawer, Long after, boolean shown) {}
