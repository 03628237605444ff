package org.tinshelf.exchange.document;

import java.util.ArrayList;
import java.util.List;

/** Collects what is wrong with a document. */
final class Problems {

  /** No more than these are kept. */
  static final int MOST = 100;

  private final List<Problem> all = new ArrayList<>();

  void add(String pointer, String wrong, String right) {
    if (all.size() < MOST) {
      all.add(new Problem(pointer, wrong, right));
    }
  }

  boolean none() {
    return all.isEmpty();
  }

  void throwIfAny() {
    if (!all.isEmpty()) {
      throw new BadDocumentException(all);
    }
  }
}
