package org.tinshelf.exchange.report;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.tinshelf.core.stack.RuleRef;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.databind.json.JsonMapper;

/**
 * Where the rules and objects of a policy document stand in its text. Reads the document once, as a
 * stream.
 */
public final class Places {

  /** A line and a column, both from 1. */
  public record Place(int line, int column) {}

  private final Map<String, Place> rules = new HashMap<>();
  private final Map<String, Place> objects = new HashMap<>();

  /** The places of a document that can be read. */
  public Places(Path file) {
    try (JsonParser in = JsonMapper.builder().build().createParser(file.toFile())) {
      in.nextToken();
      document(in);
    } catch (tools.jackson.core.JacksonException e) {
      throw new UncheckedIOException(new IOException(e));
    }
  }

  /** Where a rule stands; for the end of a drawer, its rule; empty for the floor. */
  public Optional<Place> of(RuleRef ref) {
    String position = ref.isEnd() ? ref.position().replace(".end", "") : ref.position();
    return Optional.ofNullable(rules.get(ref.shelf() + " " + position));
  }

  /** Where an object stands: {@code address}, {@code service} and so on, and its name. */
  public Optional<Place> of(String type, String name) {
    return Optional.ofNullable(objects.get(type + " " + name));
  }

  private static Place here(JsonParser in) {
    TokenStreamLocation at = in.currentTokenLocation();
    return new Place(at.getLineNr(), at.getColumnNr());
  }

  private void document(JsonParser in) {
    while (in.nextToken() == JsonToken.PROPERTY_NAME) {
      String key = in.currentName();
      in.nextToken();
      switch (key) {
        case "bays" -> owners(in);
        case "firewalls" -> owners(in);
        case "addresses" -> objects(in, "address");
        case "services" -> objects(in, "service");
        case "applications" -> objects(in, "application");
        case "users" -> objects(in, "user");
        case "schedules" -> objects(in, "schedule");
        default -> in.skipChildren();
      }
    }
  }

  private void objects(JsonParser in, String type) {
    while (in.nextToken() == JsonToken.START_OBJECT) {
      Place place = here(in);
      while (in.nextToken() == JsonToken.PROPERTY_NAME) {
        boolean name = in.currentName().equals("name");
        in.nextToken();
        if (name) {
          objects.put(type + " " + in.getString(), place);
        } else {
          in.skipChildren();
        }
      }
    }
  }

  private void owners(JsonParser in) {
    while (in.nextToken() == JsonToken.START_OBJECT) {
      Map<String, Place> found = new HashMap<>();
      String name = "";
      while (in.nextToken() == JsonToken.PROPERTY_NAME) {
        String key = in.currentName();
        in.nextToken();
        switch (key) {
          case "name" -> name = in.getString();
          case "upper", "lower", "own" -> lines(in, key + " ", found);
          case "bays" -> owners(in);
          default -> in.skipChildren();
        }
      }
      String owner = name;
      found.forEach((shelf, place) -> rules.put(owner + "/" + shelf, place));
    }
  }

  private void lines(JsonParser in, String prefix, Map<String, Place> found) {
    int number = 0;
    while (in.nextToken() == JsonToken.START_OBJECT) {
      Place place = here(in);
      String position = prefix + (number + 1);
      boolean divider = false;
      while (in.nextToken() == JsonToken.PROPERTY_NAME) {
        String key = in.currentName();
        JsonToken value = in.nextToken();
        divider |= key.equals("divider");
        if (key.equals("action") && value == JsonToken.START_OBJECT) {
          drawer(in, position + ".", found);
        } else {
          in.skipChildren();
        }
      }
      if (!divider) {
        found.put(position, place);
        number++;
      }
    }
  }

  private void drawer(JsonParser in, String prefix, Map<String, Place> found) {
    while (in.nextToken() == JsonToken.PROPERTY_NAME) {
      boolean lines = in.currentName().equals("drawer");
      in.nextToken();
      if (lines) {
        lines(in, prefix, found);
      } else {
        in.skipChildren();
      }
    }
  }
}
