package org.tinshelf.server.living;

/** Why nothing was looked up; for people. */
final class LookupException extends Exception {
  private static final long serialVersionUID = 1;

  LookupException(String says) {
    super(says);
  }
}
