/** Findings and decisions as text and JSON. */
package org.tinshelf.exchange.report;
