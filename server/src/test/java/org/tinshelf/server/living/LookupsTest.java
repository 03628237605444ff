package org.tinshelf.server.living;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.server.Settings;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;
import tools.jackson.databind.JsonNode;

/** Feeds from a server of the test's own, into the demo's library. */
@ExtendWith(Running.class)
class LookupsTest {

  private Client client;
  private HttpServer server;
  private volatile int status = 200;
  private volatile byte[] list = new byte[0];
  private volatile int asked;

  @BeforeEach
  void start() throws IOException {
    client = Running.signedIn();
    server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.createContext(
        "/",
        exchange -> {
          asked++;
          exchange.sendResponseHeaders(status, list.length == 0 ? -1 : list.length);
          try (exchange) {
            exchange.getResponseBody().write(list);
          } catch (IOException e) {
            // Whoever has read enough hangs up.
          }
        });
    server.start();
  }

  @AfterEach
  void takeEverythingBack() {
    server.stop(0);
    while (!client.get("/api/draft").json().isEmpty()) {
      client.post("/api/draft/undo", "").expect(200);
    }
  }

  private void holds(String text) {
    list = text.getBytes(StandardCharsets.UTF_8);
  }

  private long feed(String location) {
    String body =
        "{\"kind\":\"address\",\"objects\":[{\"name\":\"late\",\"feed\":\"" + location + "\"}]}";
    return client.post("/api/objects", body).expect(201).json().get(0).get("id").asLong();
  }

  private long feed() {
    return feed("http://127.0.0.1:" + server.getAddress().getPort() + "/list.txt");
  }

  private JsonNode lookUp(long id) {
    return client.post("/api/objects/" + id + "/lookup", "").expect(200).json();
  }

  private JsonNode heldBy(long id) {
    return client.get("/api/objects/" + id).expect(200).json().at("/document/content");
  }

  @Test
  void aFeedHoldsWhatItsListSays() {
    holds("# nuisances\n192.0.2.7\n198.51.100.0/24 ; a network\n\n2001:db8::1-2001:db8::9\n");
    long id = feed();
    JsonNode looked = lookUp(id);
    assertEquals("", looked.get("trouble").asString());
    assertTrue(looked.has("goodAt"));
    assertEquals(
        "[\"192.0.2.7\",\"198.51.100.0/24\",\"2001:db8::1-2001:db8::9\"]", heldBy(id).toString());
  }

  @Test
  void lookingUpIsNobodysEdit() {
    holds("192.0.2.7");
    long id = feed();
    int changes = client.get("/api/draft").json().size();
    lookUp(id);
    assertEquals(changes, client.get("/api/draft").json().size());
  }

  @Test
  void whatWasFoundLastStaysWhenLookingUpFails() {
    holds("192.0.2.7");
    long id = feed();
    lookUp(id);
    status = 503;
    JsonNode failed = lookUp(id);
    assertEquals("The server answered 503.", failed.get("trouble").asString());
    assertTrue(failed.has("goodAt"));
    assertEquals("[\"192.0.2.7\"]", heldBy(id).toString());
    JsonNode said = client.get("/api/objects/" + id + "/lookup").json();
    assertEquals(failed.get("trouble"), said.get("trouble"));
    assertEquals(failed.get("goodAt"), said.get("goodAt"));
  }

  @Test
  void aListWithABadLineIsRefusedWholeAndNamesIt() {
    holds("192.0.2.7\n<html>\n");
    long id = feed();
    String trouble = lookUp(id).get("trouble").asString();
    assertEquals("Line 2 of the list is no address, network or range.", trouble);
    assertTrue(heldBy(id).isMissingNode() || heldBy(id).isEmpty());
  }

  @Test
  void aListThatIsTooLongIsNotReceived() {
    list = "192.0.2.7\n".repeat(Feeds.MOST_BYTES / 10 + 1).getBytes(StandardCharsets.UTF_8);
    assertEquals("The list is longer than 4 MB.", lookUp(feed()).get("trouble").asString());
  }

  @Test
  void aServerThatIsNotThereIsSaid() {
    long id = feed();
    server.stop(0);
    assertEquals("The server could not be reached.", lookUp(id).get("trouble").asString());
  }

  @Test
  void everyFeedIsLookedUpByItself() {
    holds("192.0.2.9");
    long id = feed();
    Running.context().getBean(Lookups.class).lookUp(id);
    int before = asked;
    holds("192.0.2.10");
    Running.context().getBean(Lookups.class).all();
    assertTrue(asked > before);
    assertEquals("[\"192.0.2.10\"]", heldBy(id).toString());
  }

  private static void table(String text) throws IOException {
    Path folder =
        Path.of(Running.context().getBean(Settings.class).feedsDirectory())
            .resolve(Countries.FOLDER);
    Files.createDirectories(folder);
    Files.writeString(folder.resolve("table.txt"), text);
  }

  private static List<String> networks(String... codes) throws LookupException {
    return Running.context().getBean(Countries.class).networks(List.of(codes)).stream()
        .map(AddressRange::toString)
        .toList();
  }

  @Test
  void countriesHoldWhatTheRegistriesTablesSay() throws IOException, LookupException {
    table(
        """
        2|registry|20261123|6|19830613|20261122|+0000
        registry|*|ipv4|*|4|summary
        registry|ZZ|ipv4|192.0.2.0|64|20100101|allocated
        registry|ZZ|ipv4|192.0.2.64|64|20110101|assigned|some-id
        registry|ZZ|ipv4|192.0.2.200|2|20110101|reserved
        registry|ZZ|asn|64496|1|20110101|assigned
        registry|QS|ipv4|198.51.100.0|256|20110101|assigned
        registry|ZZ|ipv6|2001:db8:7::|48|20110101|allocated
        QT 203.0.113.0/28   # typed by hand
        """);
    assertEquals(List.of("192.0.2.0/25", "2001:db8:7::/48"), networks("ZZ"));
    assertEquals(List.of("198.51.100.0/24", "203.0.113.0/28"), networks("QS", "QT"));
    LookupException none = assertThrows(LookupException.class, () -> networks("QX"));
    assertEquals("The tables say nothing of QX.", none.getMessage());
  }

  @Test
  void aCountryIsLookedUpLikeAFeed() throws IOException {
    table("QS 198.51.100.0/24\n");
    String country = "{\"name\":\"late\",\"countries\":[\"QS\"]}";
    String body = "{\"kind\":\"address\",\"objects\":[" + country + "]}";
    long id = client.post("/api/objects", body).expect(201).json().get(0).get("id").asLong();
    assertEquals("", lookUp(id).get("trouble").asString());
    assertEquals("[\"198.51.100.0/24\"]", heldBy(id).toString());
    table("QS 198.51.100.0/24\nQS everything\n");
    assertEquals(
        "Line 2 of “table.txt” is no entry of such a table.", lookUp(id).get("trouble").asString());
    assertEquals("[\"198.51.100.0/24\"]", heldBy(id).toString());
  }

  @Test
  void onlyWhatLivesIsLookedUp() {
    String body = "{\"kind\":\"address\",\"objects\":[{\"name\":\"one\",\"host\":\"192.0.2.1\"}]}";
    long id = client.post("/api/objects", body).expect(201).json().get(0).get("id").asLong();
    client.post("/api/objects/" + id + "/lookup", "").expect(409);
  }

  @Test
  void aFileIsReadFromItsFolderAndNowhereElse() throws IOException, LookupException {
    Path folder = Path.of(Running.context().getBean(Settings.class).feedsDirectory());
    Files.writeString(folder.resolve("blocked.txt"), "192.0.2.44\n");
    Feeds feeds = Running.context().getBean(Feeds.class);
    assertEquals(List.of(AddressRange.host("192.0.2.44")), feeds.fetch("blocked.txt"));
    assertThrows(LookupException.class, () -> feeds.fetch("../endpoints.json"));
    assertThrows(LookupException.class, () -> feeds.fetch("/etc/hostname"));
  }

  @Test
  void aNameStandsForTheAddressesThisMachineFinds() throws LookupException {
    DomainNames names = Running.context().getBean(DomainNames.class);
    assertFalse(names.resolve("localhost").isEmpty());
    assertThrows(LookupException.class, () -> names.resolve("nothing.invalid"));
  }
}
