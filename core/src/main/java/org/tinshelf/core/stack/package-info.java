/** Which rules apply to a firewall, in what order, and which of them decides a packet. */
package org.tinshelf.core.stack;
