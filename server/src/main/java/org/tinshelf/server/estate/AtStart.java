package org.tinshelf.server.estate;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.tinshelf.core.model.Estate;
import org.tinshelf.exchange.document.DocumentReader;
import org.tinshelf.server.Settings;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Fills an empty estate with the demo where asked, and learns where firewalls are managed. */
@Component
class AtStart implements ApplicationRunner {

  private static final Logger LOG = LoggerFactory.getLogger(AtStart.class);

  private final EstateStore store;
  private final Estates estates;
  private final Firewalls firewalls;
  private final Settings settings;
  private final JsonMapper json;
  private final TransactionTemplate transaction;

  AtStart(
      EstateStore store,
      Estates estates,
      Firewalls firewalls,
      Settings settings,
      JsonMapper json,
      TransactionTemplate transaction) {
    this.store = store;
    this.estates = estates;
    this.firewalls = firewalls;
    this.settings = settings;
    this.json = json;
    this.transaction = transaction;
  }

  @Override
  public void run(ApplicationArguments arguments) {
    transaction.executeWithoutResult(
        s -> {
          if (estates.count() == 0 && settings.demo().isEmpty()) {
            store.fill(DocumentReader.read(shipped()), "the services and applications that ship");
          } else if (estates.count() == 0) {
            Estate demo = DocumentReader.read(Path.of(settings.demo()));
            store.fill(demo, "the estate as it was taken over");
            LOG.info("Loaded {} with {} firewalls", demo.name(), demo.firewalls().size());
          }
          if (!settings.endpointsFile().isEmpty()
              && Files.exists(Path.of(settings.endpointsFile()))) {
            JsonNode endpoints = json.readTree(Path.of(settings.endpointsFile()).toFile());
            firewalls
                .there()
                .forEach(
                    f -> {
                      if (endpoints.has(f.name())) {
                        f.managedAt(endpoints.get(f.name()).asString());
                      }
                    });
          }
        });
  }

  /** Well-known services and applications, for an estate that begins from nothing. */
  private static String shipped() {
    try (InputStream in = AtStart.class.getResourceAsStream("/library.tinshelf.json")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
