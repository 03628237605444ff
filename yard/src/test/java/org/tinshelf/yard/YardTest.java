package org.tinshelf.yard;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.util.List;
import javax.net.ssl.KeyManager;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a management system meets on the wire. */
class YardTest {

  private static final String ACLS = "/restconf/data/ietf-access-control-list:acls";
  private static final String POLICY =
      "{\"ietf-access-control-list:acls\":{\"acl\":[{\"name\":\"a\",\"aces\":{\"ace\":[]}}]}}";

  @TempDir private Path dir;
  private Yard yard;

  @BeforeEach
  void open() throws Exception {
    yard = Yard.open(dir, 30_100, List.of("one", "two"));
  }

  @AfterEach
  void close() {
    yard.close();
  }

  private SSLContext tls(boolean withIdentity) throws Exception {
    KeyStore trusted = KeyStore.getInstance("PKCS12");
    trusted.load(null, null);
    try (InputStream in = Files.newInputStream(dir.resolve("trust.pem"))) {
      trusted.setCertificateEntry(
          "a", CertificateFactory.getInstance("X.509").generateCertificate(in));
    }
    TrustManagerFactory trust =
        TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
    trust.init(trusted);
    char[] password = Files.readString(dir.resolve("identity.p12.password")).toCharArray();
    KeyManagerFactory keys = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
    KeyStore identity = KeyStore.getInstance("PKCS12");
    try (InputStream in = Files.newInputStream(dir.resolve("identity.p12"))) {
      identity.load(in, password);
    }
    keys.init(identity, password);
    SSLContext context = SSLContext.getInstance("TLS");
    context.init(
        withIdentity ? keys.getKeyManagers() : new KeyManager[0], trust.getTrustManagers(), null);
    return context;
  }

  private HttpResponse<String> send(String method, String path, String body, String... headers)
      throws Exception {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(yard.endpoints().get("one") + path))
            .method(method, HttpRequest.BodyPublishers.ofString(body));
    if (headers.length > 0) {
      request.headers(headers);
    }
    return HttpClient.newBuilder()
        .sslContext(tls(true))
        .build()
        .send(request.build(), HttpResponse.BodyHandlers.ofString());
  }

  private HttpResponse<String> put(String body, String... headers) throws Exception {
    String[] all = java.util.Arrays.copyOf(headers, headers.length + 2);
    all[headers.length] = "Content-Type";
    all[headers.length + 1] = "application/yang-data+json";
    return send("PUT", ACLS, body, all);
  }

  @Test
  void itIsFoundTheWayRestconfIsFound() throws Exception {
    HttpResponse<String> meta = send("GET", "/.well-known/host-meta", "");
    assertEquals(200, meta.statusCode());
    assertTrue(meta.body().contains("rel='restconf' href='/restconf'"));
    assertTrue(send("GET", "/restconf", "").body().contains("ietf-restconf:restconf"));
  }

  @Test
  void aPolicyIsTakenKeptAndGivenBackWithItsTag() throws Exception {
    assertEquals(404, send("GET", ACLS, "").statusCode());
    HttpResponse<String> made = put(POLICY);
    assertEquals(201, made.statusCode());
    HttpResponse<String> read = send("GET", ACLS, "");
    assertEquals(POLICY, read.body());
    assertEquals(made.headers().firstValue("ETag"), read.headers().firstValue("ETag"));
    yard.close();
    yard = Yard.open(dir, 30_200, List.of("one", "two"));
    assertEquals(POLICY, send("GET", ACLS, "").body());
  }

  @Test
  void whoeverReadAnOlderStateDoesNotOverwriteANewerOne() throws Exception {
    put(POLICY);
    String tag = send("GET", ACLS, "").headers().firstValue("ETag").orElseThrow();
    assertEquals(204, put(POLICY.replace("\"a\"", "\"b\""), "If-Match", tag).statusCode());
    HttpResponse<String> late = put(POLICY.replace("\"a\"", "\"c\""), "If-Match", tag);
    assertEquals(412, late.statusCode());
    assertTrue(late.body().contains("\"error-tag\":\"operation-failed\""));
    assertTrue(send("GET", ACLS, "").body().contains("\"b\""));
  }

  @Test
  void whatIsNoPolicyIsRefusedInRestconfsWords() throws Exception {
    assertTrue(put("{").body().contains("malformed-message"));
    assertEquals(400, put("{\"x\":1}").statusCode());
    assertEquals(415, send("PUT", ACLS, POLICY, "Content-Type", "text/plain").statusCode());
    assertEquals(405, send("DELETE", ACLS, "").statusCode());
    assertEquals(404, send("GET", "/restconf/data/other:thing", "").statusCode());
  }

  @Test
  void aStrangerWithoutACertificateIsNotSpokenTo() {
    assertThrows(
        IOException.class,
        () ->
            HttpClient.newBuilder()
                .sslContext(tls(false))
                .build()
                .send(
                    HttpRequest.newBuilder(URI.create(yard.endpoints().get("one") + "/restconf"))
                        .build(),
                    HttpResponse.BodyHandlers.ofString()));
  }

  @Test
  void twoFirewallsKeepTheirPoliciesApart() throws Exception {
    put(POLICY);
    assertTrue(yard.device("two").policy().isEmpty());
  }
}
