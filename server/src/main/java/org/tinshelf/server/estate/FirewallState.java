package org.tinshelf.server.estate;

/**
 * What a change can bring back of a firewall.
 *
 * @param bay null for the root
 * @param floorKind null where it inherits its floor
 * @param body the keys of the policy document that stand nowhere else
 * @param url where it is managed
 */
record FirewallState(
    Long bay, String name, int seat, String floorKind, boolean floorLog, String body, String url) {}
