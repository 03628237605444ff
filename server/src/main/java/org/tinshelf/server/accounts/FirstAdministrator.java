package org.tinshelf.server.accounts;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.tinshelf.server.Settings;

/** Makes the first account: from a file, or by whoever has the code printed on the terminal. */
@Component
class FirstAdministrator {

  private static final Logger LOG = LoggerFactory.getLogger(FirstAdministrator.class);
  private static final String LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";

  private final Accounts accounts;
  private final PasswordEncoder encoder;
  private final Settings settings;
  private final Clock clock;
  private Optional<String> code = Optional.empty();

  FirstAdministrator(Accounts accounts, PasswordEncoder encoder, Settings settings, Clock clock) {
    this.accounts = accounts;
    this.encoder = encoder;
    this.settings = settings;
    this.clock = clock;
  }

  @EventListener(ApplicationReadyEvent.class)
  void atStart() throws IOException {
    makeFirst();
    LOG.info("Ready");
  }

  private void makeFirst() throws IOException {
    if (!settings.administratorFile().isEmpty()) {
      String[] parts =
          Files.readString(Path.of(settings.administratorFile())).strip().split(":", 2);
      if (accounts.findByName(parts[0]).isEmpty()) {
        make(parts[0], parts[0].substring(0, 1).toUpperCase() + parts[0].substring(1), parts[1]);
      }
    }
    if (accounts.count() > 0) {
      return;
    }
    SecureRandom random = new SecureRandom();
    StringBuilder made = new StringBuilder();
    for (int i = 0; i < 12; i++) {
      made.append(i > 0 && i % 4 == 0 ? "-" : "");
      made.append(LETTERS.charAt(random.nextInt(LETTERS.length())));
    }
    code = Optional.of(made.toString());
    LOG.info("One-time code for the first administrator: {}", made);
  }

  /** Whether the installation waits for its first account. */
  boolean awaited() {
    return code.isPresent() && accounts.count() == 0;
  }

  /** Makes the account if the code is right; the code then no longer works. */
  synchronized Optional<Account> claim(String given, String name, String password) {
    boolean right =
        awaited()
            && MessageDigest.isEqual(code.get().getBytes(), given.strip().toUpperCase().getBytes());
    if (!right) {
      return Optional.empty();
    }
    code = Optional.empty();
    return Optional.of(make(name, name, password));
  }

  private Account make(String name, String displayName, String password) {
    return accounts.save(new Account(name, displayName, encoder.encode(password), clock.instant()));
  }
}
