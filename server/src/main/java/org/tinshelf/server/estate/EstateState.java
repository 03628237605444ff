package org.tinshelf.server.estate;

/**
 * What a change can bring back of the estate as a whole.
 *
 * @param management addresses, as they are stored
 * @param asks null where it asks what is usual
 */
record EstateState(String name, String management, String asks) {}
