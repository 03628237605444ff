package org.tinshelf.cli;

/** What the caller asked for cannot be done; the message says why and what would work. */
final class UsageException extends RuntimeException {
  private static final long serialVersionUID = 1;

  UsageException(String message) {
    super(message);
  }
}
