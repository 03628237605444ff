package org.tinshelf.server.accounts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.tinshelf.server.testing.Client;
import org.tinshelf.server.testing.Running;

@ExtendWith(Running.class)
class EveryRouteNeedsASessionTest {

  private static final Set<String> SIGNING_IN =
      Set.of("POST /api/session", "POST /api/session/first");

  @Test
  void noRouteButSigningInAnswersAStranger() {
    Map<RequestMappingInfo, HandlerMethod> routes =
        Running.context()
            .getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
            .getHandlerMethods();
    Set<String> walked = new TreeSet<>();
    routes
        .keySet()
        .forEach(
            route ->
                route
                    .getPatternValues()
                    .forEach(
                        pattern ->
                            route
                                .getMethodsCondition()
                                .getMethods()
                                .forEach(m -> walked.add(m + " " + pattern))));
    assertTrue(walked.size() >= 20, walked.toString());
    assertTrue(walked.containsAll(SIGNING_IN));
    Client stranger = Running.client();
    for (String route : walked) {
      String[] parts = route.split(" ");
      String path = parts[1].replaceAll("\\{[^}]+}", "1");
      if (path.startsWith("/api") && !SIGNING_IN.contains(route)) {
        assertEquals(401, stranger.send(parts[0], path, "{}").status(), route);
      }
    }
  }

  @Test
  void nothingIsAnsweredOutsideTheApiEitherSaveThePageItself() {
    Client stranger = Running.client();
    assertEquals(200, stranger.get("/sign-in").status());
    for (String path : Set.of("/actuator", "/error/x", "/api/unknown", "/v3/api-docs")) {
      int status = stranger.get(path).status();
      assertTrue(status == 401 || status == 404, path + " " + status);
    }
    assertEquals(401, stranger.post("/shelves", "{}").status());
  }
}
