package org.tinshelf.server.living;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.stereotype.Component;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.server.Settings;

/**
 * Fetches lists of addresses: one address, network or range in a line, what follows {@code #} or
 * {@code ;} left out. A list with a line that is none of these is refused whole, since half a list
 * is worse than yesterday's.
 */
@Component
class Feeds {

  static final int MOST_BYTES = 4 << 20;
  static final int MOST_LINES = 100_000;
  private static final Duration CONNECT = Duration.ofSeconds(5);

  /** How long all of it may take. */
  private static final int SECONDS = 20;

  private final String directory;
  private final HttpClient http =
      HttpClient.newBuilder()
          .connectTimeout(CONNECT)
          .followRedirects(HttpClient.Redirect.NORMAL)
          .build();

  Feeds(Settings settings) {
    this.directory = settings.feedsDirectory();
  }

  /**
   * What a list holds now.
   *
   * @param location a URL, or the name of a file in the folder for feeds
   */
  List<AddressRange> fetch(String location) throws LookupException {
    boolean web = location.matches("(?i)https?://.*");
    return parsed(new String(web ? get(location) : read(location), StandardCharsets.UTF_8));
  }

  private byte[] get(String url) throws LookupException {
    CompletableFuture<HttpResponse<byte[]>> answer = null;
    try {
      HttpRequest request = HttpRequest.newBuilder(URI.create(url)).GET().build();
      answer = http.sendAsync(request, info -> new Limited(MOST_BYTES));
      HttpResponse<byte[]> response = answer.get(SECONDS, TimeUnit.SECONDS);
      if (response.statusCode() != 200) {
        throw new LookupException("The server answered " + response.statusCode() + ".");
      }
      return response.body();
    } catch (IllegalArgumentException e) {
      throw new LookupException("“" + url + "” is no URL that can be fetched.");
    } catch (TimeoutException e) {
      answer.cancel(true);
      throw new LookupException("It took longer than " + SECONDS + " seconds.");
    } catch (ExecutionException e) {
      throw new LookupException(why(e.getCause()));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new LookupException("Tin Shelf was being ended.");
    }
  }

  private static String why(Throwable cause) {
    String text = String.valueOf(cause.getMessage());
    return text.startsWith("more than")
        ? "The list is longer than " + (MOST_BYTES >> 20) + " MB."
        : "The server could not be reached.";
  }

  private byte[] read(String name) throws LookupException {
    if (directory.isEmpty()) {
      throw new LookupException("This installation has no folder for lists; give a URL.");
    }
    Path folder = Path.of(directory).toAbsolutePath().normalize();
    Path file = folder.resolve(name).normalize();
    try {
      if (!file.startsWith(folder) || !Files.isRegularFile(file)) {
        throw new LookupException("There is no “" + name + "” in the folder for lists.");
      }
      if (Files.size(file) > MOST_BYTES) {
        throw new LookupException(why(new IOException("more than")));
      }
      return Files.readAllBytes(file);
    } catch (IOException e) {
      throw new LookupException("“" + name + "” could not be read.");
    }
  }

  /** What a list says; the text itself is not repeated in what is said of a bad line. */
  static List<AddressRange> parsed(String text) throws LookupException {
    List<AddressRange> out = new ArrayList<>();
    int number = 0;
    for (String line : text.split("\\R")) {
      number++;
      String entry = line.replaceFirst("[#;].*", "").strip();
      if (entry.isEmpty()) {
        continue;
      }
      if (out.size() == MOST_LINES) {
        throw new LookupException("The list has more than " + MOST_LINES + " entries.");
      }
      try {
        out.add(AddressRange.parse(entry));
      } catch (IllegalArgumentException e) {
        throw new LookupException(
            "Line " + number + " of the list is no address, network or range.");
      }
    }
    return out;
  }
}
