/**
 * A firewall's policy as access control lists of RFC 8519, augmented by {@code tinshelf-policy}.
 */
package org.tinshelf.exchange.acl;
