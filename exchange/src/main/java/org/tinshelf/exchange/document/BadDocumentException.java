package org.tinshelf.exchange.document;

import java.util.List;
import java.util.stream.Collectors;

/** A document that is not sound; nothing of it was taken over. */
public final class BadDocumentException extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final transient List<Problem> problems;

  public BadDocumentException(List<Problem> problems) {
    super(problems.stream().map(Problem::toString).collect(Collectors.joining("\n")));
    this.problems = List.copyOf(problems);
  }

  /** One or more, up to {@link Problems#MOST}, in the order of the document. */
  public List<Problem> problems() {
    return problems;
  }
}
