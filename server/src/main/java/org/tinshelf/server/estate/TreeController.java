package org.tinshelf.server.estate;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.core.model.FindingSettings;
import org.tinshelf.server.accounts.SignedIn;
import org.tinshelf.server.problems.Refusal;
import org.tinshelf.server.rulebase.Consequences;
import org.tinshelf.server.rulebase.Trials;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Bays, firewalls and the estate's settings, and what edits of them would do. */
@RestController
class TreeController {

  record BayCard(long id, long edition, BayBody bay) {}

  record FirewallCard(long id, long edition, FirewallBody firewall) {}

  record EstateCard(long edition, EstateBody estate) {}

  record ChangedBay(@NotNull Long edition, @NotNull BayBody bay) {}

  record ChangedFirewall(@NotNull Long edition, @NotNull FirewallBody firewall) {}

  record ChangedEstate(@NotNull Long edition, @NotNull EstateBody estate) {}

  /** The identity of what was made. */
  record Made(long id) {}

  private final TreeEditing editing;
  private final Trials trials;
  private final Bays bays;
  private final Firewalls firewalls;
  private final Estates estates;
  private final Working working;
  private final JsonMapper json;

  TreeController(
      TreeEditing editing,
      Trials trials,
      Bays bays,
      Firewalls firewalls,
      Estates estates,
      Working working,
      JsonMapper json) {
    this.editing = editing;
    this.trials = trials;
    this.bays = bays;
    this.firewalls = firewalls;
    this.estates = estates;
    this.working = working;
    this.json = json;
  }

  @GetMapping("/api/bays/{id}")
  BayCard bay(@PathVariable long id) {
    BayRecord b = bays.there(id).orElseThrow(() -> Refusal.gone("There is no such bay."));
    BayBody body =
        new BayBody(b.name(), b.parentId().orElse(null), b.floorKind().orElse(""), b.floorLog());
    return new BayCard(id, b.edition(), body);
  }

  @PostMapping("/api/bays")
  @ResponseStatus(HttpStatus.CREATED)
  Made addBay(@Valid @RequestBody BayBody body, @AuthenticationPrincipal SignedIn who) {
    return new Made(editing.addBay(who, body));
  }

  @PutMapping("/api/bays/{id}")
  BayCard changeBay(
      @PathVariable long id,
      @Valid @RequestBody ChangedBay changed,
      @AuthenticationPrincipal SignedIn who) {
    editing.changeBay(who, id, changed.edition(), changed.bay());
    return bay(id);
  }

  @PostMapping("/api/bays/{id}/trial")
  Consequences tryBay(
      @PathVariable long id,
      @Valid @RequestBody ChangedBay changed,
      @AuthenticationPrincipal SignedIn who) {
    return trials.of(
        () -> {
          editing.changeBay(who, id, changed.edition(), changed.bay());
          return id;
        });
  }

  @DeleteMapping("/api/bays/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeBay(
      @PathVariable long id, @RequestParam long edition, @AuthenticationPrincipal SignedIn who) {
    editing.removeBay(who, id, edition);
  }

  @GetMapping("/api/firewalls/{id}")
  FirewallCard firewall(@PathVariable long id) {
    FirewallRecord f =
        firewalls.there(id).orElseThrow(() -> Refusal.gone("There is no such firewall."));
    JsonNode body = json.readTree(f.body());
    List<FirewallBody.InterfaceBody> interfaces = new ArrayList<>();
    for (JsonNode i : body.path("interfaces")) {
      List<String> addresses = new ArrayList<>();
      i.path("addresses").forEach(a -> addresses.add(a.asString()));
      interfaces.add(
          new FirewallBody.InterfaceBody(
              i.path("name").asString(""),
              i.path("zone").asString(""),
              addresses,
              i.path("transparent").asBoolean(false)));
    }
    List<FirewallBody.RouteBody> routes = new ArrayList<>();
    body.path("routes")
        .forEach(
            r ->
                routes.add(
                    new FirewallBody.RouteBody(
                        r.path("to").asString(""), r.path("via").asString(""))));
    return new FirewallCard(
        id,
        f.edition(),
        new FirewallBody(
            f.name(),
            f.bayId().or(this::root).orElse(null),
            body.path("kind").asString("perimeter"),
            body.path("platform").asString(""),
            body.path("timeZone").asString("UTC"),
            body.path("device").asString(""),
            interfaces,
            routes,
            f.managementUrl(),
            f.floorKind().orElse(""),
            f.floorLog()));
  }

  private Optional<Long> root() {
    return bays.there().stream().filter(b -> b.parentId().isEmpty()).map(BayRecord::id).findFirst();
  }

  @PostMapping("/api/firewalls")
  @ResponseStatus(HttpStatus.CREATED)
  Made addFirewall(@Valid @RequestBody FirewallBody body, @AuthenticationPrincipal SignedIn who) {
    return new Made(editing.addFirewall(who, body));
  }

  @PutMapping("/api/firewalls/{id}")
  FirewallCard changeFirewall(
      @PathVariable long id,
      @Valid @RequestBody ChangedFirewall changed,
      @AuthenticationPrincipal SignedIn who) {
    editing.changeFirewall(who, id, changed.edition(), changed.firewall());
    return firewall(id);
  }

  @PostMapping("/api/firewalls/{id}/trial")
  Consequences tryFirewall(
      @PathVariable long id,
      @Valid @RequestBody ChangedFirewall changed,
      @AuthenticationPrincipal SignedIn who) {
    return trials.of(
        () -> {
          editing.changeFirewall(who, id, changed.edition(), changed.firewall());
          return id;
        });
  }

  @DeleteMapping("/api/firewalls/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeFirewall(
      @PathVariable long id, @RequestParam long edition, @AuthenticationPrincipal SignedIn who) {
    editing.removeFirewall(who, id, edition);
  }

  @GetMapping("/api/estate/settings")
  @Transactional(readOnly = true)
  public EstateCard settings() {
    org.tinshelf.core.model.Estate estate = working.snapshot().estate();
    FindingSettings s = estate.settings();
    EstateBody body =
        new EstateBody(
            estate.name().isBlank() ? rootName() : estate.name(),
            estate.managementAddresses(),
            s.owners(),
            s.expiringDays(),
            s.managementServices(),
            s.many4(),
            s.prefix6(),
            s.ports());
    return new EstateCard(estates.findById((byte) 1).map(EstateRecord::edition).orElse(0L), body);
  }

  /** What an estate is called that nobody has named yet. */
  private String rootName() {
    return bays.there().stream()
        .filter(b -> b.parentId().isEmpty())
        .map(BayRecord::name)
        .findFirst()
        .orElse("");
  }

  @PutMapping("/api/estate/settings")
  EstateCard change(
      @Valid @RequestBody ChangedEstate changed, @AuthenticationPrincipal SignedIn who) {
    editing.changeEstate(who, changed.edition(), changed.estate());
    return settings();
  }
}
