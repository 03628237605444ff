package org.tinshelf.core.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A condition over labels such as {@code server and not retired}; {@code not} binds before {@code
 * and} before {@code or}, and parentheses are allowed.
 */
public final class LabelExpression {

  private static final Pattern TOKEN = Pattern.compile("\\s*([()]|[A-Za-z0-9._-]+)");

  private sealed interface Node {
    boolean holds(Set<String> labels);
  }

  private record Label(String label) implements Node {
    @Override
    public boolean holds(Set<String> labels) {
      return labels.contains(label);
    }
  }

  private record Not(Node inner) implements Node {
    @Override
    public boolean holds(Set<String> labels) {
      return !inner.holds(labels);
    }
  }

  private record Both(Node left, Node right) implements Node {
    @Override
    public boolean holds(Set<String> labels) {
      return left.holds(labels) && right.holds(labels);
    }
  }

  private record Either(Node left, Node right) implements Node {
    @Override
    public boolean holds(Set<String> labels) {
      return left.holds(labels) || right.holds(labels);
    }
  }

  private final String text;
  private final Node root;

  private LabelExpression(String text, Node root) {
    this.text = text;
    this.root = root;
  }

  /**
   * Reads an expression.
   *
   * @throws IllegalArgumentException naming the word it stumbles over
   */
  public static LabelExpression parse(String text) {
    List<String> tokens = new ArrayList<>();
    Matcher matcher = TOKEN.matcher(text);
    int at = 0;
    while (matcher.find(at) && matcher.start() == at) {
      tokens.add(matcher.group(1));
      at = matcher.end();
    }
    if (!text.substring(at).isBlank()) {
      throw new IllegalArgumentException(
          "'"
              + text.substring(at).strip()
              + "' is not a label, 'and', 'or', 'not' or a parenthesis");
    }
    Parser parser = new Parser(tokens);
    Node root = parser.either();
    if (parser.at < tokens.size()) {
      throw new IllegalArgumentException(
          "'and' or 'or' is missing before '" + tokens.get(parser.at) + "'");
    }
    return new LabelExpression(text, root);
  }

  /** Whether an object with just these labels fits. */
  public boolean holds(Set<String> labels) {
    return root.holds(labels);
  }

  @Override
  public String toString() {
    return text;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof LabelExpression e && e.text.equals(text);
  }

  @Override
  public int hashCode() {
    return text.hashCode();
  }

  private static final class Parser {
    private final List<String> tokens;
    private int at;

    Parser(List<String> tokens) {
      this.tokens = tokens;
    }

    Node either() {
      Node left = both();
      while (take("or")) {
        left = new Either(left, both());
      }
      return left;
    }

    Node both() {
      Node left = single();
      while (take("and")) {
        left = new Both(left, single());
      }
      return left;
    }

    Node single() {
      if (take("not")) {
        return new Not(single());
      }
      if (take("(")) {
        Node inner = either();
        if (!take(")")) {
          throw new IllegalArgumentException("a ')' is missing");
        }
        return inner;
      }
      if (at == tokens.size()) {
        throw new IllegalArgumentException("a label is missing at the end");
      }
      String label = tokens.get(at);
      if (Set.of("and", "or", ")").contains(label)) {
        throw new IllegalArgumentException("a label is missing before '" + label + "'");
      }
      at++;
      return new Label(label);
    }

    private boolean take(String word) {
      if (at < tokens.size() && tokens.get(at).equals(word)) {
        at++;
        return true;
      }
      return false;
    }
  }
}
