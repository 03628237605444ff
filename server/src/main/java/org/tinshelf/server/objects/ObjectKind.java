package org.tinshelf.server.objects;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** The kinds of objects, each with its key in the policy document and its keys that name others. */
public enum ObjectKind {
  ADDRESS("addresses", List.of("members", "except")),
  SERVICE("services", List.of("members")),
  APPLICATION("applications", List.of("members")),
  USER("users", List.of("members")),
  SCHEDULE("schedules", List.of()),
  ZONE("zones", List.of());

  private final String key;
  private final List<String> memberKeys;

  ObjectKind(String key, List<String> memberKeys) {
    this.key = key;
    this.memberKeys = memberKeys;
  }

  /** The list in the policy document. */
  public String key() {
    return key;
  }

  /** The lists of an object that name objects of its own kind. */
  public List<String> memberKeys() {
    return memberKeys;
  }

  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  public static ObjectKind of(String word) {
    return Arrays.stream(values()).filter(k -> k.word().equals(word)).findFirst().orElseThrow();
  }
}
