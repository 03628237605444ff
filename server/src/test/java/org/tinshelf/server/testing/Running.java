package org.tinshelf.server.testing;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.tinshelf.server.ServerMain;
import org.tinshelf.yard.Yard;

/** Starts database, yard and server once for all tests, with the demo in it. */
public final class Running implements BeforeAllCallback {

  public static final String PASSWORD = "a password for tests";

  private static ConfigurableApplicationContext context;
  private static Yard yard;

  @Override
  public void beforeAll(ExtensionContext extension) throws Exception {
    start();
  }

  private static synchronized void start() throws Exception {
    if (context != null) {
      return;
    }
    Database database = Database.start();
    Path dir = Files.createTempDirectory("tinshelf-yard");
    Path demo = Path.of("../demo");
    List<String> names =
        Files.readAllLines(demo.resolve("yard.txt")).stream()
            .filter(l -> !l.isBlank() && !l.startsWith("#"))
            .toList();
    yard = Yard.open(dir, 20_000 + (int) (ProcessHandle.current().pid() % 10_000), names);
    Path administrator = Files.writeString(dir.resolve("administrator"), "ida:" + PASSWORD);
    context =
        SpringApplication.run(
            ServerMain.class,
            "--server.port=0",
            "--spring.datasource.url=" + database.url(),
            "--spring.datasource.password=" + database.password(),
            "--tinshelf.demo=" + demo.resolve("saltmarsh.tinshelf.json"),
            "--tinshelf.administrator-file=" + administrator,
            "--tinshelf.endpoints-file=" + dir.resolve("endpoints.json"),
            "--tinshelf.trust-file=" + dir.resolve("trust.pem"),
            "--tinshelf.identity-file=" + dir.resolve("identity.p12"),
            "--tinshelf.standings-every=1h",
            "--tinshelf.lookups-every=1h",
            "--tinshelf.feeds-directory=" + Files.createDirectory(dir.resolve("feeds")));
  }

  public static ConfigurableApplicationContext context() {
    return context;
  }

  public static Yard yard() {
    return yard;
  }

  /** A client nobody has signed in with. */
  public static Client client() {
    return new Client(
        "http://127.0.0.1:" + context.getEnvironment().getProperty("local.server.port"));
  }

  /** A client that is signed in. */
  public static Client signedIn() {
    Client client = client();
    client.post("/api/session", "{\"name\":\"ida\",\"password\":\"" + PASSWORD + "\"}").expect(200);
    return client;
  }
}
