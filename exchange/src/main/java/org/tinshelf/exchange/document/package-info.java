/** The policy document, both ways. */
package org.tinshelf.exchange.document;
