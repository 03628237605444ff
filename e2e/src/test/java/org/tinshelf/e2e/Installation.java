package org.tinshelf.e2e;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.ColorScheme;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** Tin Shelf as a newcomer starts it, with a browser beside it; one for all tests. */
final class Installation {

  private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();
  private static final Pattern SIGN_IN =
      Pattern.compile("Sign in as (\\S+) with the password (\\S+)");
  private static final long PATIENCE = TimeUnit.MINUTES.toMillis(8);

  private static final Pattern CODE = Pattern.compile("with the one-time code (\\S+)");

  private static Installation running;

  private final Process process;
  private final Path log;
  private final String address;
  private final String name;
  private final String password;
  private final Playwright playwright;
  private final Browser browser;

  private Installation(List<String> asked, boolean demo) throws IOException, InterruptedException {
    Path data = Files.createTempDirectory("tinshelf-e2e");
    log = data.resolve("start.log");
    int port = freePorts();
    List<String> command =
        new ArrayList<>(
            List.of("bin/start", "--port", String.valueOf(port), "--data", data.toString()));
    command.addAll(asked);
    process =
        new ProcessBuilder(command)
            .directory(ROOT.toFile())
            .redirectErrorStream(true)
            .redirectOutput(log.toFile())
            .start();
    Runtime.getRuntime().addShutdownHook(new Thread(this::stop));
    String told = waitUntilReady();
    address = "http://127.0.0.1:" + port;
    Matcher signIn = (demo ? SIGN_IN : CODE).matcher(told);
    if (!signIn.find()) {
      throw new IllegalStateException(told);
    }
    name = demo ? signIn.group(1) : "";
    password = demo ? signIn.group(2) : signIn.group(1);
    // Other programs may keep the machine busy; patience costs nothing where all is well.
    PlaywrightAssertions.setDefaultAssertionTimeout(30_000);
    playwright =
        Playwright.create(
            new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    browser =
        playwright
            .chromium()
            .launch(
                new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setArgs(
                        List.of(
                            "--no-sandbox",
                            "--disable-gpu",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--disable-sync",
                            "--no-first-run")));
  }

  /**
   * The first of some ports that are free, for the interface, the database and the yard. Below
   * those that outgoing connections take, which come and go at any moment.
   */
  private static int freePorts() {
    Random random = new Random();
    while (true) {
      int first = 20_000 + 50 * random.nextInt(240);
      if (IntStream.range(first, first + 50).allMatch(Installation::isFree)) {
        return first;
      }
    }
  }

  private static boolean isFree(int port) {
    try (ServerSocket socket = new ServerSocket(port)) {
      return socket.isBound();
    } catch (IOException e) {
      return false;
    }
  }

  /** The row of a rule on a page. */
  static Locator rule(Page page, String name) {
    return page.locator(
        ".rule:not(.end)",
        new Page.LocatorOptions()
            .setHas(
                page.locator(
                    ".name",
                    new Page.LocatorOptions()
                        .setHasText(Pattern.compile("^\\W*" + name + "\\W*$")))));
  }

  static synchronized Installation get() {
    if (running == null) {
      try {
        running = new Installation(List.of("--demo"), true);
      } catch (IOException | InterruptedException e) {
        throw new IllegalStateException(e);
      }
    }
    return running;
  }

  /** One of its own in which nothing is laid out and nobody has an account. */
  static Installation empty() {
    return of(List.of(), false);
  }

  /** One of its own with many rules on one stack. */
  static Installation large(int rules) {
    return of(List.of("--demo=large", "--rules", String.valueOf(rules)), true);
  }

  private static Installation of(List<String> asked, boolean demo) {
    try {
      return new Installation(asked, demo);
    } catch (IOException | InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  private String waitUntilReady() throws IOException, InterruptedException {
    long end = System.currentTimeMillis() + PATIENCE;
    while (System.currentTimeMillis() < end && process.isAlive()) {
      String told = Files.readString(log);
      if (told.contains("Ctrl+C ends it")) {
        return told;
      }
      Thread.sleep(200);
    }
    throw new IllegalStateException("it does not start:\n" + Files.readString(log));
  }

  void stop() {
    process.destroy();
    try {
      process.waitFor(60, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  String address() {
    return address;
  }

  String name() {
    return name;
  }

  /** The demo administrator's; of an empty one, the code with which the first account is made. */
  String password() {
    return password;
  }

  /** A browser window of its own, with nobody signed in. */
  Page window(ColorScheme scheme) {
    BrowserContext context =
        browser.newContext(
            new Browser.NewContextOptions().setViewportSize(1280, 800).setColorScheme(scheme));
    Page page = context.newPage();
    page.onPageError(
        e -> {
          throw new AssertionError("the page failed: " + e);
        });
    return page;
  }

  /** A window in which the demo's administrator is signed in, at an address. */
  Page signedIn(ColorScheme scheme, String path) {
    return signedIn(scheme, path, name, password);
  }

  /** The same for anybody else. */
  Page signedIn(ColorScheme scheme, String path, String who, String secret) {
    Page page = window(scheme);
    page.navigate(address + path);
    page.getByLabel("Name").fill(who);
    page.getByLabel("Password").fill(secret);
    page.locator("button.first").click();
    // The sign-in's own address ends with the path, so the whole address is asked for.
    page.waitForURL(url -> url.startsWith(address + path));
    return page;
  }
}
