package org.tinshelf.server.install;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.time.Duration;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.springframework.stereotype.Component;
import org.tinshelf.server.Settings;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Speaks RESTCONF (RFC 8040) to firewalls over TLS: both sides show a certificate, and the
 * firewall's is verified against the trusted ones and the address it is reached at.
 */
@Component
class Restconf {

  private static final String YANG_JSON = "application/yang-data+json";
  private static final String RESOURCE = "/data/ietf-access-control-list:acls";
  private static final Pattern ROOT =
      Pattern.compile("rel=['\"]restconf['\"]\\s+href=['\"]([^'\"]+)['\"]");

  /** A firewall's policy as it holds it, with the tag of that state; absent where it has none. */
  record Held(Optional<JsonNode> policy, Optional<String> tag) {}

  /** A firewall could not be spoken to, or refused; the message is for people. */
  static final class TroubleException extends Exception {
    private static final long serialVersionUID = 1;

    TroubleException(String message) {
      super(message);
    }
  }

  private final JsonMapper json;
  private final Settings settings;
  private Optional<HttpClient> client = Optional.empty();

  Restconf(Settings settings, JsonMapper json) {
    this.settings = settings;
    this.json = json;
  }

  private synchronized HttpClient client() throws TroubleException {
    if (client.isEmpty()) {
      try {
        client =
            Optional.of(
                HttpClient.newBuilder()
                    .sslContext(tls())
                    .connectTimeout(Duration.ofSeconds(5))
                    .version(HttpClient.Version.HTTP_1_1)
                    .build());
      } catch (IOException | GeneralSecurityException e) {
        throw new TroubleException(
            "Tin Shelf's own certificates cannot be read: " + e.getMessage());
      }
    }
    return client.get();
  }

  private SSLContext tls() throws IOException, GeneralSecurityException {
    KeyStore trusted = KeyStore.getInstance(KeyStore.getDefaultType());
    trusted.load(null, null);
    try (InputStream in = Files.newInputStream(Path.of(settings.trustFile()))) {
      int n = 0;
      for (Certificate c : CertificateFactory.getInstance("X.509").generateCertificates(in)) {
        trusted.setCertificateEntry("trusted-" + n++, c);
      }
    }
    TrustManagerFactory trust =
        TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
    trust.init(trusted);
    char[] password =
        Files.readString(Path.of(settings.identityFile() + ".password")).strip().toCharArray();
    KeyStore identity = KeyStore.getInstance("PKCS12");
    try (InputStream in = Files.newInputStream(Path.of(settings.identityFile()))) {
      identity.load(in, password);
    }
    KeyManagerFactory keys = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
    keys.init(identity, password);
    SSLContext context = SSLContext.getInstance("TLS");
    context.init(keys.getKeyManagers(), trust.getTrustManagers(), null);
    return context;
  }

  /** Asks what a firewall holds. */
  Held get(String managementUrl) throws TroubleException {
    String root = discover(managementUrl);
    HttpResponse<String> answer =
        send(request(managementUrl, root + RESOURCE).header("Accept", YANG_JSON).GET().build());
    if (answer.statusCode() == 404) {
      return new Held(Optional.empty(), answer.headers().firstValue("ETag"));
    }
    expect(answer, 200);
    return new Held(Optional.of(parse(answer.body())), answer.headers().firstValue("ETag"));
  }

  /** Replaces what a firewall holds, provided it still is in the state of the tag. */
  void put(String managementUrl, JsonNode policy, Optional<String> tag) throws TroubleException {
    String root = discover(managementUrl);
    HttpRequest.Builder request =
        request(managementUrl, root + RESOURCE)
            .header("Content-Type", YANG_JSON)
            .header("Accept", YANG_JSON);
    tag.ifPresent(t -> request.header("If-Match", t));
    HttpResponse<String> answer =
        send(
            request
                .PUT(HttpRequest.BodyPublishers.ofString(json.writeValueAsString(policy)))
                .build());
    if (answer.statusCode() == 412) {
      throw new TroubleException("Its policy changed while this install was under way. Try again.");
    }
    expect(answer, 201, 204);
  }

  private String discover(String managementUrl) throws TroubleException {
    HttpResponse<String> answer =
        send(request(managementUrl, "/.well-known/host-meta").GET().build());
    expect(answer, 200);
    Matcher root = ROOT.matcher(answer.body());
    if (!root.find()) {
      throw new TroubleException("It answers, but does not offer RESTCONF.");
    }
    return root.group(1);
  }

  private static HttpRequest.Builder request(String managementUrl, String path)
      throws TroubleException {
    if (managementUrl.isEmpty()) {
      throw new TroubleException("Nobody has said at which address it is managed.");
    }
    URI base = URI.create(managementUrl);
    if (!"https".equals(base.getScheme())) {
      throw new TroubleException("It is managed at " + managementUrl + ", which is not https.");
    }
    return HttpRequest.newBuilder(base.resolve(path)).timeout(Duration.ofSeconds(20));
  }

  private HttpResponse<String> send(HttpRequest request) throws TroubleException {
    String place = request.uri().getHost() + ":" + request.uri().getPort();
    try {
      return client().send(request, HttpResponse.BodyHandlers.ofString());
    } catch (javax.net.ssl.SSLException e) {
      throw new TroubleException(
          "The connection to " + place + " is not trusted: " + e.getMessage());
    } catch (java.net.ConnectException e) {
      throw new TroubleException("Nothing answers at " + place + ".");
    } catch (IOException e) {
      throw new TroubleException("The connection to " + place + " broke: " + e.getMessage());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new TroubleException("The install was interrupted.");
    }
  }

  private JsonNode parse(String body) throws TroubleException {
    try {
      return json.readTree(body);
    } catch (JacksonException e) {
      throw new TroubleException("It answered with something that is not JSON.");
    }
  }

  /** Anything else becomes trouble, in the words of RFC 8040's error body where there is one. */
  private void expect(HttpResponse<String> answer, int... statuses) throws TroubleException {
    for (int status : statuses) {
      if (answer.statusCode() == status) {
        return;
      }
    }
    String message = "";
    try {
      JsonNode error =
          json.readTree(answer.body()).path("ietf-restconf:errors").path("error").path(0);
      message = error.path("error-message").asString(error.path("error-tag").asString(""));
    } catch (JacksonException e) {
      message = "";
    }
    throw new TroubleException(
        "It refused with status "
            + answer.statusCode()
            + (message.isEmpty() ? "." : ": " + message));
  }
}
