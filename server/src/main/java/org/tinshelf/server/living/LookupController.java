package org.tinshelf.server.living;

import java.time.Instant;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is known of looking up feeds and domain names, and doing it now. */
@RestController
class LookupController {

  /**
   * How looking up went last.
   *
   * @param triedAt absent where nobody tried yet
   * @param goodAt when what it holds was found; absent where nothing ever was
   * @param trouble why it failed last; empty where it did not
   */
  record LookupView(Instant triedAt, Instant goodAt, String trouble) {
    static LookupView of(LookupRecord record) {
      return new LookupView(
          record.triedAt(), record.goodAt().orElse(null), record.trouble().orElse(""));
    }
  }

  private final Lookups lookups;

  LookupController(Lookups lookups) {
    this.lookups = lookups;
  }

  @GetMapping("/api/objects/{id}/lookup")
  LookupView last(@PathVariable long id) {
    return lookups.last(id).map(LookupView::of).orElse(new LookupView(null, null, ""));
  }

  @PostMapping("/api/objects/{id}/lookup")
  LookupView now(@PathVariable long id) {
    return LookupView.of(lookups.lookUp(id));
  }
}
