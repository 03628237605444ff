package org.tinshelf.server.estate;

/**
 * A bay as it travels to and from the interface.
 *
 * @param parent the bay it hangs in; absent for the root
 * @param floor {@code closed}, {@code within zones}, {@code by trust} or {@code open}; empty where
 *     it inherits its floor
 */
public record BayBody(String name, Long parent, String floor, Boolean floorLog) {}
