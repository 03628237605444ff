package org.tinshelf.server.estate;

/**
 * What a change can bring back of a bay.
 *
 * @param parent null at the top
 * @param floorKind null where it inherits its floor
 */
record BayState(Long parent, String name, int seat, String floorKind, boolean floorLog) {}
