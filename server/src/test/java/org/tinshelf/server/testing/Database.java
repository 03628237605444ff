package org.tinshelf.server.testing;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;

/** A database server of its own in a temporary folder, started as bin/start does it. */
public final class Database {

  private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();

  private final Path dir;
  private final int port;
  private final String password;

  private Database(Path dir, int port, String password) {
    this.dir = dir;
    this.port = port;
    this.password = password;
  }

  /** Starts one; it is stopped when the JVM ends. */
  public static Database start() throws IOException, InterruptedException {
    Path dir = Files.createTempDirectory("tinshelf-db");
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    run("need_database; database_start '" + dir + "' " + port);
    Database database = new Database(dir, port, Files.readString(dir.resolve("db.password")));
    Runtime.getRuntime().addShutdownHook(new Thread(database::stop));
    return database;
  }

  private static void run(String script) throws IOException, InterruptedException {
    String all = ". bin/lib/setup.sh; . bin/lib/database.sh; " + script;
    Process process =
        new ProcessBuilder("bash", "-c", all)
            .directory(ROOT.toFile())
            .redirectErrorStream(true)
            .redirectOutput(Files.createTempFile("tinshelf-db", ".log").toFile())
            .start();
    if (process.waitFor() != 0) {
      throw new IOException("the database script failed: " + script);
    }
  }

  private void stop() {
    try {
      run("database_stop '" + dir + "'; rm -rf '" + dir + "'");
    } catch (IOException | InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  public String url() {
    return "jdbc:mariadb://127.0.0.1:" + port + "/tinshelf";
  }

  public String password() {
    return password;
  }
}
