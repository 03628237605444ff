package org.tinshelf.yard;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Optional;

/** What one firewall holds, kept on disk; a change is all or nothing. */
public final class Device {

  private final Path dir;
  private final Path file;

  Device(Path dir) throws IOException {
    this.dir = Files.createDirectories(dir);
    this.file = dir.resolve("policy.json");
  }

  /** The policy; empty before the first install. */
  public synchronized Optional<String> policy() throws IOException {
    return Files.exists(file) ? Optional.of(Files.readString(file)) : Optional.empty();
  }

  /** Replaces the policy, as somebody at the firewall itself could. */
  public synchronized void replace(String json) throws IOException {
    Path next = dir.resolve("policy.json.next");
    Files.writeString(next, json);
    Files.move(next, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }

  /** A strong entity tag of the present state. */
  public synchronized String tag() throws IOException {
    try {
      byte[] text = policy().orElse("").getBytes(StandardCharsets.UTF_8);
      byte[] digest = MessageDigest.getInstance("SHA-256").digest(text);
      return "\"" + HexFormat.of().formatHex(digest, 0, 12) + "\"";
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
