package org.tinshelf.exchange.document;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;

/**
 * A place in a document: reads values, noting every problem with its place and going on with a
 * harmless stand-in.
 */
final class Cursor {

  private final JsonNode node;
  private final String pointer;
  private final Problems problems;

  Cursor(JsonNode node, String pointer, Problems problems) {
    this.node = node;
    this.pointer = pointer;
    this.problems = problems;
  }

  String pointer() {
    return pointer;
  }

  void problem(String wrong, String right) {
    problems.add(pointer, wrong, right);
  }

  boolean has(String key) {
    return node.has(key);
  }

  boolean isText() {
    return node.isString();
  }

  boolean isObject() {
    return node.isObject();
  }

  /** The value under a key that is there. */
  Cursor at(String key) {
    String escaped = key.replace("~", "~0").replace("/", "~1");
    return new Cursor(node.get(key), pointer + "/" + escaped, problems);
  }

  Optional<Cursor> find(String key) {
    return node.has(key) ? Optional.of(at(key)) : Optional.empty();
  }

  /** Notes everything but an object with no other keys than these. */
  boolean object(String... keys) {
    if (!node.isObject()) {
      problem("this is " + typeName() + ", not an object", "write {…}");
      return false;
    }
    Set<String> known = Set.of(keys);
    for (String key : node.propertyNames()) {
      if (!known.contains(key)) {
        at(key).problem("the key '" + key + "' is not known here", near(key, keys));
      }
    }
    return true;
  }

  private static String near(String key, String[] keys) {
    return Arrays.stream(keys)
        .filter(k -> k.equalsIgnoreCase(key) || distance(k, key) <= 2)
        .findFirst()
        .map(k -> "did you mean '" + k + "'?")
        .orElse(
            "remove it; known are "
                + Arrays.stream(keys).sorted().collect(Collectors.joining(", ")));
  }

  private static int distance(String a, String b) {
    int[] row = new int[b.length() + 1];
    for (int j = 0; j <= b.length(); j++) {
      row[j] = j;
    }
    for (int i = 1; i <= a.length(); i++) {
      int diagonal = row[0];
      row[0] = i;
      for (int j = 1; j <= b.length(); j++) {
        int change = diagonal + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
        diagonal = row[j];
        row[j] = Math.min(change, 1 + Math.min(row[j], row[j - 1]));
      }
    }
    return row[b.length()];
  }

  private String typeName() {
    return switch (node.getNodeType()) {
      case OBJECT -> "an object";
      case ARRAY -> "a list";
      case STRING -> "text";
      case NUMBER -> "a number";
      case BOOLEAN -> "true or false";
      default -> "null";
    };
  }

  /** A string; anything else is noted. */
  String text() {
    if (!node.isString()) {
      problem("this is " + typeName() + ", not text", "write it in quotes");
      return "";
    }
    return node.asString();
  }

  String text(String key, String otherwise) {
    return find(key).map(Cursor::text).orElse(otherwise);
  }

  boolean flag(String key, boolean otherwise) {
    Optional<Cursor> at = find(key);
    if (at.isPresent() && !at.get().node.isBoolean()) {
      at.get().problem("this is " + at.get().typeName(), "write true or false");
      return otherwise;
    }
    return at.map(c -> c.node.asBoolean()).orElse(otherwise);
  }

  OptionalInt number(String key, int least, int most) {
    Optional<Cursor> at = find(key);
    if (at.isEmpty()) {
      return OptionalInt.empty();
    }
    JsonNode n = at.get().node;
    if (!n.isIntegralNumber() || !n.canConvertToInt() || n.asInt() < least || n.asInt() > most) {
      at.get()
          .problem(
              "this is not a number from " + least + " to " + most,
              "write a whole number from " + least + " to " + most);
      return OptionalInt.empty();
    }
    return OptionalInt.of(n.asInt());
  }

  /** The items of a list; anything else is noted. */
  List<Cursor> items() {
    if (!node.isArray()) {
      problem("this is " + typeName() + ", not a list", "write […]");
      return List.of();
    }
    List<Cursor> out = new ArrayList<>();
    for (int i = 0; i < node.size(); i++) {
      out.add(new Cursor(node.get(i), pointer + "/" + i, problems));
    }
    return out;
  }

  List<Cursor> items(String key) {
    return find(key).map(Cursor::items).orElse(List.of());
  }

  List<String> texts(String key) {
    return items(key).stream().map(Cursor::text).map(String::strip).toList();
  }

  /** One of an enumeration's constants, by the word each is written as. */
  <T> T choice(Map<String, T> words, T standIn) {
    String word = text();
    if (words.containsKey(word)) {
      return words.get(word);
    }
    if (node.isString()) {
      problem("'" + word + "' is not known here", "write " + String.join(", ", words.keySet()));
    }
    return standIn;
  }

  <T> T choice(String key, Map<String, T> words, T otherwise) {
    return find(key).map(c -> c.choice(words, otherwise)).orElse(otherwise);
  }

  /** The words of constants, in their order. */
  static <T> Map<String, T> words(List<T> values, Function<T, String> word) {
    Map<String, T> out = new LinkedHashMap<>();
    values.forEach(v -> out.put(word.apply(v), v));
    return out;
  }

  /**
   * Reads text with a parser that says in its exception what is wrong, and after a semicolon what
   * would be right where it knows that better.
   */
  <T> Optional<T> parse(Function<String, T> parser, String right) {
    if (!node.isString()) {
      text();
      return Optional.empty();
    }
    try {
      return Optional.of(parser.apply(node.asString().strip()));
    } catch (IllegalArgumentException | java.time.DateTimeException e) {
      String wrong = String.valueOf(e.getMessage());
      int mend = wrong.indexOf("; ");
      if (mend >= 0) {
        problem(wrong.substring(0, mend), wrong.substring(mend + 2));
      } else {
        boolean bare = wrong.toLowerCase(Locale.ROOT).startsWith("text ");
        problem(bare ? "'" + node.asString() + "' is not understood" : wrong, right);
      }
      return Optional.empty();
    }
  }
}
