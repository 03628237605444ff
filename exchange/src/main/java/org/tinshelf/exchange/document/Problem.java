package org.tinshelf.exchange.document;

/**
 * One thing that is wrong with a document.
 *
 * @param pointer where, as a JSON Pointer (RFC 6901); empty for the whole document
 * @param wrong what is wrong
 * @param right what would be right
 */
public record Problem(String pointer, String wrong, String right) {
  @Override
  public String toString() {
    return (pointer.isEmpty() ? "(document)" : pointer) + ": " + wrong + "; " + right;
  }
}
