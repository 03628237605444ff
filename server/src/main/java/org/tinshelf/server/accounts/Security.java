package org.tinshelf.server.accounts;

import jakarta.servlet.Filter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.util.Map;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import tools.jackson.databind.json.JsonMapper;

/** Nothing under {@code /api} is answered without a session, save signing in. */
@Configuration
class Security {

  private static final String CONTENT_POLICY =
      "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; "
          + "object-src 'none'; base-uri 'none'; frame-ancestors 'none'";

  @Bean
  Clock clock() {
    return Clock.systemUTC();
  }

  @Bean
  PasswordEncoder passwordEncoder() {
    return new BCryptPasswordEncoder(11);
  }

  @Bean
  SecurityContextRepository contexts() {
    return new HttpSessionSecurityContextRepository();
  }

  /** Accounts are checked by the session controller alone. */
  @Bean
  UserDetailsService noOther() {
    return name -> {
      throw new UsernameNotFoundException(name);
    };
  }

  @Bean
  SecurityFilterChain chain(
      HttpSecurity http,
      SecurityContextRepository contexts,
      FirstAdministrator first,
      Sessions sessions,
      JsonMapper json)
      throws Exception {
    return http.securityContext(c -> c.securityContextRepository(contexts))
        .csrf(c -> c.spa())
        .headers(h -> h.contentSecurityPolicy(p -> p.policyDirectives(CONTENT_POLICY)))
        .requestCache(c -> c.disable())
        .addFilterBefore(onlyCounting(sessions), AuthorizationFilter.class)
        .authorizeHttpRequests(
            a ->
                a.requestMatchers(HttpMethod.POST, "/api/session", "/api/session/first")
                    .permitAll()
                    .requestMatchers("/api/**")
                    .authenticated()
                    .requestMatchers(HttpMethod.GET, "/**")
                    .permitAll()
                    .anyRequest()
                    .denyAll())
        .exceptionHandling(
            e ->
                e.authenticationEntryPoint(
                        (request, response, why) ->
                            answer(
                                json,
                                response,
                                401,
                                Map.of(
                                    "title",
                                    "Unauthorized",
                                    "status",
                                    401,
                                    "detail",
                                    "Sign in first.",
                                    "firstAdministrator",
                                    first.awaited())))
                    .accessDeniedHandler(
                        (request, response, why) ->
                            answer(
                                json,
                                response,
                                403,
                                Map.of(
                                    "title",
                                    "Forbidden",
                                    "status",
                                    403,
                                    "detail",
                                    "The request did not come from this page. Reload it."))))
        .build();
  }

  /** Forgets whose session it is where that does not count any more. */
  private static Filter onlyCounting(Sessions sessions) {
    return (request, response, chain) -> {
      Authentication who = SecurityContextHolder.getContext().getAuthentication();
      if (who != null
          && who.getPrincipal() instanceof SignedIn person
          && !sessions.counts((HttpServletRequest) request, person.id())) {
        SecurityContextHolder.clearContext();
      }
      chain.doFilter(request, response);
    };
  }

  private static void answer(
      JsonMapper json, HttpServletResponse response, int status, Map<String, Object> problem)
      throws IOException {
    response.setStatus(status);
    response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
    response.getWriter().write(json.writeValueAsString(problem));
  }
}
