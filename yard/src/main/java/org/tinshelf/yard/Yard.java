package org.tinshelf.yard;

import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsParameters;
import com.sun.net.httpserver.HttpsServer;
import java.io.IOException;
import java.net.BindException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLParameters;
import tools.jackson.databind.json.JsonMapper;

/** Several simulated firewalls, listening on loopback over TLS with client certificates. */
public final class Yard implements AutoCloseable {

  private static final int TRIES = 200;

  private final List<HttpsServer> servers = new ArrayList<>();
  private final Map<String, String> endpoints = new LinkedHashMap<>();
  private final Map<String, Device> devices = new LinkedHashMap<>();
  private final ExecutorService workers = Executors.newFixedThreadPool(8);

  private Yard() {}

  /**
   * Opens the yard.
   *
   * @param dir holds certificates, made where missing, and one folder a firewall; {@code
   *     endpoints.json} in it then says where each is reached
   * @param firstPort busy ports are passed over
   */
  public static Yard open(Path dir, int firstPort, List<String> names) throws Exception {
    Files.createDirectories(dir);
    Certificates certificates = Certificates.at(dir);
    Yard yard = new Yard();
    int port = firstPort;
    for (String name : names) {
      HttpsServer server = listen(port);
      port = server.getAddress().getPort() + 1;
      SSLContext tls = certificates.serverContext(name);
      server.setHttpsConfigurator(
          new HttpsConfigurator(tls) {
            @Override
            public void configure(HttpsParameters parameters) {
              SSLParameters ssl = getSSLContext().getDefaultSSLParameters();
              ssl.setNeedClientAuth(true);
              parameters.setSSLParameters(ssl);
            }
          });
      Device device = new Device(dir.resolve(name));
      server.createContext("/", new RestconfHandler(device));
      server.setExecutor(yard.workers);
      server.start();
      yard.servers.add(server);
      yard.devices.put(name, device);
      yard.endpoints.put(name, "https://127.0.0.1:" + server.getAddress().getPort());
    }
    Files.writeString(
        dir.resolve("endpoints.json"),
        JsonMapper.builder().build().writeValueAsString(yard.endpoints));
    return yard;
  }

  private static HttpsServer listen(int from) throws IOException {
    for (int port = from; port < from + TRIES; port++) {
      try {
        return HttpsServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
      } catch (BindException e) {
        continue;
      }
    }
    throw new BindException("no free port from " + from + " to " + (from + TRIES - 1));
  }

  /** Where each firewall is reached. */
  public Map<String, String> endpoints() {
    return Map.copyOf(endpoints);
  }

  /** One of the firewalls. */
  public Device device(String name) {
    return devices.get(name);
  }

  @Override
  public void close() {
    servers.forEach(s -> s.stop(0));
    workers.shutdownNow();
  }
}
