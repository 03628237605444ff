/** What a change to a policy does: comparison as sets of packets, the zone grid, placement. */
package org.tinshelf.core.change;
