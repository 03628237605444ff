package org.tinshelf.yard;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * The part of RESTCONF (RFC 8040) that a policy needs: discovery, the API resource, and reading and
 * replacing the access control lists, with entity tags.
 */
final class RestconfHandler implements HttpHandler {

  private static final String YANG_JSON = "application/yang-data+json";
  private static final String ACLS = "ietf-access-control-list:acls";
  private static final int MOST_BYTES = 64 << 20;
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final Device device;

  RestconfHandler(Device device) {
    this.device = device;
  }

  @Override
  public void handle(HttpExchange exchange) throws IOException {
    try (exchange) {
      String path = exchange.getRequestURI().getPath().replaceAll("/+$", "");
      switch (path) {
        case "/.well-known/host-meta" -> only(exchange, "GET", () -> hostMeta(exchange));
        case "/restconf" -> only(exchange, "GET", () -> root(exchange));
        case "/restconf/yang-library-version" ->
            only(exchange, "GET", () -> json(exchange, 200, libraryVersion()));
        case "/restconf/data/" + ACLS -> acls(exchange);
        default -> error(exchange, 404, "invalid-value", "There is no resource at " + path + ".");
      }
    }
  }

  private interface Step {
    void run() throws IOException;
  }

  private void only(HttpExchange exchange, String method, Step step) throws IOException {
    if (exchange.getRequestMethod().equals(method)) {
      step.run();
    } else {
      exchange.getResponseHeaders().set("Allow", method);
      error(exchange, 405, "operation-not-supported", "Only " + method + " is allowed here.");
    }
  }

  private static void hostMeta(HttpExchange exchange) throws IOException {
    send(
        exchange,
        200,
        "application/xrd+xml",
        "<XRD xmlns='http://docs.oasis-open.org/ns/xri/xrd-1.0'>"
            + "<Link rel='restconf' href='/restconf'/></XRD>");
  }

  private static void root(HttpExchange exchange) throws IOException {
    ObjectNode out = JSON.createObjectNode();
    ObjectNode root = out.putObject("ietf-restconf:restconf");
    root.putObject("data");
    root.putObject("operations");
    root.put("yang-library-version", "2019-01-04");
    json(exchange, 200, out);
  }

  private static ObjectNode libraryVersion() {
    return JSON.createObjectNode().put("ietf-restconf:yang-library-version", "2019-01-04");
  }

  private void acls(HttpExchange exchange) throws IOException {
    switch (exchange.getRequestMethod()) {
      case "GET", "HEAD" -> read(exchange);
      case "PUT" -> {
        synchronized (device) {
          replace(exchange);
        }
      }
      default -> {
        exchange.getResponseHeaders().set("Allow", "GET, HEAD, PUT");
        error(exchange, 405, "operation-not-supported", "Only GET and PUT are allowed here.");
      }
    }
  }

  private void read(HttpExchange exchange) throws IOException {
    Optional<String> policy = device.policy();
    exchange.getResponseHeaders().set("ETag", device.tag());
    if (policy.isEmpty()) {
      error(exchange, 404, "invalid-value", "No policy has been installed yet.");
    } else if (List.of(header(exchange, "If-None-Match").orElse("")).contains(device.tag())) {
      exchange.sendResponseHeaders(304, -1);
    } else {
      send(exchange, 200, YANG_JSON, policy.get());
    }
  }

  private void replace(HttpExchange exchange) throws IOException {
    byte[] body = exchange.getRequestBody().readNBytes(MOST_BYTES + 1);
    Optional<String> wanted = header(exchange, "If-Match");
    if (wanted.isPresent() && !wanted.get().equals("*") && !wanted.get().equals(device.tag())) {
      exchange.getResponseHeaders().set("ETag", device.tag());
      error(exchange, 412, "operation-failed", "The policy has changed since it was read.");
      return;
    }
    String type = header(exchange, "Content-Type").orElse("");
    if (!type.startsWith(YANG_JSON)) {
      error(exchange, 415, "invalid-value", "Send " + YANG_JSON + ".");
      return;
    }
    if (body.length > MOST_BYTES) {
      error(exchange, 413, "too-big", "A policy has at most 64 MiB.");
      return;
    }
    String text = new String(body, StandardCharsets.UTF_8);
    Optional<String> fault = fault(text);
    if (fault.isPresent()) {
      error(exchange, 400, "malformed-message", fault.get());
      return;
    }
    boolean isNew = device.policy().isEmpty();
    device.replace(text);
    exchange.getResponseHeaders().set("ETag", device.tag());
    exchange.sendResponseHeaders(isNew ? 201 : 204, -1);
  }

  /** What keeps a firewall from taking the policy. */
  private static Optional<String> fault(String text) {
    JsonNode tree;
    try {
      tree = JSON.readTree(text);
    } catch (JacksonException e) {
      return Optional.of("This is not JSON: " + e.getOriginalMessage());
    }
    JsonNode lists = tree.path(ACLS).path("acl");
    if (tree.size() != 1 || !lists.isArray()) {
      return Optional.of("This is not a container '" + ACLS + "' with a list 'acl'.");
    }
    for (JsonNode list : lists) {
      if (!list.path("name").isString()) {
        return Optional.of("An access control list has no name.");
      }
      for (JsonNode entry : list.path("aces").path("ace")) {
        if (!entry.path("name").isString() || !entry.path("actions").has("forwarding")) {
          return Optional.of(
              "An entry of '" + list.path("name").asString() + "' has no name or no forwarding.");
        }
      }
    }
    return Optional.empty();
  }

  private static Optional<String> header(HttpExchange exchange, String name) {
    return Optional.ofNullable(exchange.getRequestHeaders().getFirst(name));
  }

  private static void error(HttpExchange exchange, int status, String tag, String message)
      throws IOException {
    ObjectNode out = JSON.createObjectNode();
    out.putObject("ietf-restconf:errors")
        .putArray("error")
        .addObject()
        .put("error-type", "application")
        .put("error-tag", tag)
        .put("error-message", message);
    json(exchange, status, out);
  }

  private static void json(HttpExchange exchange, int status, ObjectNode body) throws IOException {
    send(exchange, status, YANG_JSON, JSON.writeValueAsString(body));
  }

  private static void send(HttpExchange exchange, int status, String type, String body)
      throws IOException {
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", type);
    boolean head = exchange.getRequestMethod().equals("HEAD");
    exchange.sendResponseHeaders(status, head ? -1 : bytes.length);
    if (!head) {
      exchange.getResponseBody().write(bytes);
    }
  }
}
