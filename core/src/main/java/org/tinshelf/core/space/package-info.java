/**
 * Sets of packets: intervals in one dimension, and decision diagrams over all of them.
 *
 * <p>The dimensions are read in the order of {@link Dimension}. In each, the values that no rule
 * tells apart are joined to one atom ({@link Atoms}); a set of packets is then a reduced, shared
 * decision diagram over atoms ({@link Diagrams}), which makes equality of sets equality of numbers.
 */
package org.tinshelf.core.space;
