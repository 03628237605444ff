package org.tinshelf.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.exchange.document.Problem;
import org.tinshelf.server.problems.Refusal;

/** Who may sign in. Whoever can may also let others in, and do everything else. */
@RestController
@RequestMapping("/api/people")
class PeopleController {

  private static final String SHORT = "use at least 10 characters";

  /**
   * Somebody who may sign in.
   *
   * @param name to sign in with
   * @param displayName as others read it
   */
  record PersonView(long id, String name, String displayName, Instant since) {
    static PersonView of(Account account) {
      return new PersonView(
          account.id(), account.name(), account.displayName(), account.createdAt());
    }
  }

  record NewPerson(
      @NotNull
          @Pattern(
              regexp = "[\\p{L}\\p{N}._-]{1,63}",
              message = "use letters, digits, '.', '_' or '-'")
          String name,
      @NotNull @Size(max = 120, message = "use at most 120 characters") String displayName,
      @NotNull @Size(min = 10, max = 200, message = SHORT) String password) {}

  /**
   * A password.
   *
   * @param old the one so far; asked for one's own only
   */
  record NewPassword(
      String old, @NotNull @Size(min = 10, max = 200, message = SHORT) String password) {}

  private final Accounts accounts;
  private final PasswordEncoder encoder;
  private final Sessions sessions;
  private final Clock clock;

  PeopleController(Accounts accounts, PasswordEncoder encoder, Sessions sessions, Clock clock) {
    this.accounts = accounts;
    this.encoder = encoder;
    this.sessions = sessions;
    this.clock = clock;
  }

  @GetMapping
  List<PersonView> all() {
    return accounts.findAll().stream()
        .filter(a -> !a.left())
        .sorted(Comparator.comparing(Account::displayName, String.CASE_INSENSITIVE_ORDER))
        .map(PersonView::of)
        .toList();
  }

  /** Lets somebody in; who was here before comes back under the same name. */
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  @Transactional
  public PersonView add(@Valid @RequestBody NewPerson given) {
    String shownAs = given.displayName().isBlank() ? given.name() : given.displayName().strip();
    String hash = encoder.encode(given.password());
    Optional<Account> known = accounts.findByName(given.name());
    if (known.isPresent() && !known.get().left()) {
      throw Refusal.unsound(
          List.of(
              new Problem(
                  "/name", "“" + given.name() + "” signs in already", "choose another name")));
    }
    Account account =
        known.orElseGet(() -> new Account(given.name(), shownAs, hash, clock.instant()));
    account.comeBack(shownAs, hash);
    return PersonView.of(accounts.saveAndFlush(account));
  }

  /** Takes somebody out; their sessions end, and what they did keeps their name. */
  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Transactional
  public void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn by) {
    Account account = there(id);
    if (id == by.id()) {
      throw Refusal.conflict("Nobody takes out themselves; ask somebody else to do it.");
    }
    account.leave(clock.instant());
    accounts.saveAndFlush(account);
    sessions.endAll(id);
  }

  /** Sets a password; all sessions of that person end but the one in which it is done. */
  @PutMapping("/{id}/password")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Transactional
  public void password(
      @PathVariable long id,
      @Valid @RequestBody NewPassword given,
      @AuthenticationPrincipal SignedIn by,
      HttpServletRequest request) {
    Account account = there(id);
    boolean own = id == by.id();
    if (own && (given.old() == null || !encoder.matches(given.old(), account.passwordHash()))) {
      throw Refusal.unsound(
          List.of(new Problem("/old", "this is not your password", "type the one you have now")));
    }
    account.passwordHash(encoder.encode(given.password()));
    accounts.saveAndFlush(account);
    sessions.endAll(id);
    if (own) {
      sessions.begin(request);
    }
  }

  private Account there(long id) {
    return accounts
        .findById(id)
        .filter(a -> !a.left())
        .orElseThrow(() -> Refusal.gone("There is no such person."));
  }
}
