package org.tinshelf.server.accounts;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.server.problems.Refusal;

/** What people have chosen for themselves, so that they find it on whichever machine they sit. */
@RestController
@RequestMapping("/api/settings")
class SettingsController {

  private static final int MOST = 40;
  private static final int LONGEST_NAME = 40;

  /** A setting; the interface alone knows what its text means. */
  record Setting(String name, String value) {}

  record Chosen(@NotNull @Size(max = 60_000) String value) {}

  private final SettingRecords settings;

  SettingsController(SettingRecords settings) {
    this.settings = settings;
  }

  @GetMapping
  List<Setting> all(@AuthenticationPrincipal SignedIn who) {
    return settings.of(who.id()).stream().map(s -> new Setting(s.name(), s.value())).toList();
  }

  @PutMapping("/{name}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void choose(
      @PathVariable String name,
      @Valid @RequestBody Chosen chosen,
      @AuthenticationPrincipal SignedIn who) {
    boolean known = settings.of(who.id()).stream().anyMatch(s -> s.name().equals(name));
    if (name.length() > LONGEST_NAME || !known && settings.of(who.id()).size() >= MOST) {
      throw Refusal.conflict("There is no room for this setting.");
    }
    settings.save(new SettingRecord(new SettingRecord.Key(who.id(), name), chosen.value()));
  }
}
