package org.tinshelf.server.testing;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Speaks to the server as a browser would: cookies kept, the token sent along. */
public final class Client {

  private static final JsonMapper JSON = JsonMapper.builder().build();

  /** An answer. */
  public record Answer(int status, String body) {
    public Answer expect(int wanted) {
      assertEquals(wanted, status, body);
      return this;
    }

    public JsonNode json() {
      return JSON.readTree(body);
    }
  }

  private final String base;
  private final CookieManager cookies = new CookieManager();
  private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();
  private boolean withToken = true;

  Client(String base) {
    this.base = base;
    get("/api/session");
  }

  /** Leaves the token out from now on, as another site's page would. */
  public Client withoutToken() {
    withToken = false;
    return this;
  }

  public Answer get(String path) {
    return send("GET", path, "");
  }

  /** With a header besides. */
  public Answer get(String path, String header, String value) {
    return send("GET", path, "", header, value);
  }

  public Answer post(String path, String body) {
    return send("POST", path, body);
  }

  public Answer put(String path, String body) {
    return send("PUT", path, body);
  }

  public Answer delete(String path) {
    return send("DELETE", path, "");
  }

  public Answer send(String method, String path, String body, String... headers) {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(base + path))
            .header("Content-Type", "application/json")
            .method(
                method,
                body.isEmpty()
                    ? HttpRequest.BodyPublishers.noBody()
                    : HttpRequest.BodyPublishers.ofString(body));
    for (int i = 0; i < headers.length; i += 2) {
      request.header(headers[i], headers[i + 1]);
    }
    if (withToken) {
      cookies.getCookieStore().getCookies().stream()
          .filter(c -> c.getName().equals("XSRF-TOKEN"))
          .map(HttpCookie::getValue)
          .forEach(t -> request.header("X-XSRF-TOKEN", t));
    }
    try {
      HttpResponse<String> answer =
          http.send(request.build(), HttpResponse.BodyHandlers.ofString());
      return new Answer(answer.statusCode(), answer.body());
    } catch (IOException | InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }
}
