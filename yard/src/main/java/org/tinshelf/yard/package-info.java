/** Simulated firewalls: they know nothing but what comes over the wire. */
package org.tinshelf.yard;
