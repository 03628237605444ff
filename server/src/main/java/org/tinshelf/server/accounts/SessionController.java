package org.tinshelf.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.tinshelf.server.problems.Refusal;

/** Signing in and out. */
@RestController
@RequestMapping("/api/session")
class SessionController {

  record Credentials(@NotBlank String name, @NotBlank String password) {}

  record FirstAccount(
      @NotBlank String code,
      @Pattern(regexp = "[\\p{L}\\p{N}._-]{1,63}", message = "use letters, digits, '.', '_' or '-'")
          String name,
      @Size(min = 10, max = 200, message = "use at least 10 characters") String password) {}

  private final Accounts accounts;
  private final FirstAdministrator first;
  private final PasswordEncoder encoder;
  private final SecurityContextRepository contexts;
  private final Sessions sessions;
  private final Throttle throttle;
  private final String hashOfNobody;

  SessionController(
      Accounts accounts,
      FirstAdministrator first,
      PasswordEncoder encoder,
      SecurityContextRepository contexts,
      Sessions sessions,
      Clock clock) {
    this.accounts = accounts;
    this.first = first;
    this.encoder = encoder;
    this.contexts = contexts;
    this.sessions = sessions;
    this.throttle = new Throttle(clock);
    this.hashOfNobody = encoder.encode("nobody has this password");
  }

  @GetMapping
  SignedIn who(@AuthenticationPrincipal SignedIn signedIn) {
    return signedIn;
  }

  @PostMapping
  SignedIn signIn(
      @Valid @RequestBody Credentials given,
      HttpServletRequest request,
      HttpServletResponse response) {
    String key = given.name().toLowerCase() + " " + request.getRemoteAddr();
    Optional<Account> account = accounts.findByName(given.name().strip()).filter(a -> !a.left());
    waitIfThrottled(key);
    boolean right =
        encoder.matches(given.password(), account.map(Account::passwordHash).orElse(hashOfNobody))
            && account.isPresent();
    if (!right) {
      throttle.failed(key);
      throw Refusal.with(
          HttpStatus.UNAUTHORIZED,
          "Name and password do not fit together.",
          Map.of("firstAdministrator", first.awaited()));
    }
    throttle.succeeded(key);
    return open(account.get(), request, response);
  }

  /** Makes the first administrator and signs it in. */
  @PostMapping("/first")
  SignedIn claim(
      @Valid @RequestBody FirstAccount given,
      HttpServletRequest request,
      HttpServletResponse response) {
    String key = "first " + request.getRemoteAddr();
    waitIfThrottled(key);
    Optional<Account> account = first.claim(given.code(), given.name(), given.password());
    if (account.isEmpty()) {
      throttle.failed(key);
      throw Refusal.with(HttpStatus.FORBIDDEN, "This is not the code on the terminal.", Map.of());
    }
    return open(account.get(), request, response);
  }

  private void waitIfThrottled(String key) {
    Duration wait = throttle.wait(key);
    if (!wait.isZero()) {
      long seconds = wait.toSeconds() + 1;
      throw Refusal.with(
          HttpStatus.TOO_MANY_REQUESTS,
          "Too many tries. Wait " + seconds + " seconds.",
          Map.of("retryAfter", seconds));
    }
  }

  private SignedIn open(Account account, HttpServletRequest request, HttpServletResponse response) {
    SignedIn signedIn = new SignedIn(account.id(), account.name(), account.displayName());
    sessions.begin(request);
    request.changeSessionId();
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(
        UsernamePasswordAuthenticationToken.authenticated(signedIn, null, List.of()));
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
    return signedIn;
  }

  @DeleteMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(HttpServletRequest request) {
    Optional.ofNullable(request.getSession(false)).ifPresent(s -> s.invalidate());
    SecurityContextHolder.clearContext();
  }
}
