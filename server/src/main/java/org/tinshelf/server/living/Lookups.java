package org.tinshelf.server.living;

import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.exchange.document.BadDocumentException;
import org.tinshelf.server.estate.Turns;
import org.tinshelf.server.estate.Working;
import org.tinshelf.server.objects.ObjectKind;
import org.tinshelf.server.objects.ObjectRecord;
import org.tinshelf.server.objects.Objects;
import org.tinshelf.server.problems.Refusal;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Keeps what feeds, domain names and countries hold up to date. That is nobody's edit: it is not in
 * the draft. Where looking up fails, what was found last stays.
 */
@Component
class Lookups {

  private final Objects objects;
  private final LookupRecords records;
  private final Feeds feeds;
  private final DomainNames domainNames;
  private final Countries countries;
  private final Working working;
  private final Turns turns;
  private final TransactionTemplate transaction;
  private final JsonMapper json;
  private final Clock clock;

  Lookups(
      Objects objects,
      LookupRecords records,
      Feeds feeds,
      DomainNames domainNames,
      Countries countries,
      Working working,
      Turns turns,
      TransactionTemplate transaction,
      JsonMapper json,
      Clock clock) {
    this.objects = objects;
    this.records = records;
    this.feeds = feeds;
    this.domainNames = domainNames;
    this.countries = countries;
    this.working = working;
    this.turns = turns;
    this.transaction = transaction;
    this.json = json;
    this.clock = clock;
  }

  /** Looks up every one, one after the other. */
  @Scheduled(
      fixedDelayString = "${tinshelf.lookups-every}",
      initialDelayString = "${tinshelf.lookups-every}")
  void all() {
    objects.findAll().stream()
        .filter(o -> source(o).isPresent())
        .map(ObjectRecord::id)
        .forEach(this::lookUp);
  }

  /** How looking an object up went last; empty where it was not tried. */
  Optional<LookupRecord> last(long id) {
    return records.findById(id);
  }

  /** Looks one up, whoever asks. */
  LookupRecord lookUp(long id) {
    ObjectRecord object =
        objects
            .findById(id)
            .filter(o -> !o.removed())
            .orElseThrow(() -> Refusal.gone("This object is not there any more."));
    Source source =
        source(object)
            .orElseThrow(
                () ->
                    Refusal.conflict("Only a feed, a domain name or countries can be looked up."));
    try {
      List<AddressRange> found =
          switch (source.key) {
            case "feed" -> feeds.fetch(source.value.asString());
            case "domain" -> domainNames.resolve(source.value.asString());
            default ->
                countries.networks(source.value.valueStream().map(JsonNode::asString).toList());
          };
      return transaction.execute(s -> keep(id, source, found));
    } catch (LookupException e) {
      return transaction.execute(s -> failed(id, e.getMessage()));
    } catch (BadDocumentException e) {
      String wrong = e.problems().get(0).wrong();
      return transaction.execute(s -> failed(id, "It does not fit the estate: " + wrong + "."));
    } catch (OptimisticLockingFailureException e) {
      return transaction.execute(s -> failed(id, "Somebody changed the object meanwhile."));
    }
  }

  /** Where a living object comes from: the key of its form, and what that says. */
  private record Source(String key, JsonNode value) {}

  private Optional<Source> source(ObjectRecord object) {
    if (object.kind() != ObjectKind.ADDRESS || object.removed()) {
      return Optional.empty();
    }
    ObjectNode body = (ObjectNode) json.readTree(object.body());
    return List.of("feed", "domain", "countries").stream()
        .filter(body::has)
        .map(key -> new Source(key, body.get(key)))
        .findFirst();
  }

  private LookupRecord keep(long id, Source source, List<AddressRange> found) {
    turns.take();
    ObjectRecord object = objects.findById(id).orElseThrow();
    if (source(object).equals(Optional.of(source))) {
      ObjectNode body = (ObjectNode) json.readTree(object.body());
      if (!held(body).equals(new HashSet<>(found))) {
        ArrayNode content = body.putArray("content");
        found.forEach(range -> content.add(range.toString()));
        object.holds(json.writeValueAsString(body));
        objects.saveAndFlush(object);
        working.afterEdit();
      }
    }
    LookupRecord record = record(id);
    record.good(clock.instant());
    return records.save(record);
  }

  private static Set<AddressRange> held(ObjectNode body) {
    Set<AddressRange> out = new HashSet<>();
    body.path("content").forEach(c -> out.add(AddressRange.parse(c.asString())));
    return out;
  }

  private LookupRecord failed(long id, String why) {
    LookupRecord record = record(id);
    record.failed(clock.instant(), why);
    return records.save(record);
  }

  private LookupRecord record(long id) {
    return records.findById(id).orElseGet(() -> new LookupRecord(id));
  }
}
