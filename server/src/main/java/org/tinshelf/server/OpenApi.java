package org.tinshelf.server;

import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.tinshelf.server.accounts.SignedIn;

/** The description of the HTTP API, from which the interface's types are made. */
@Configuration
class OpenApi {

  static {
    SpringDocUtils.getConfig().addRequestWrapperToIgnore(SignedIn.class);
  }

  /** What may be missing; everything else always comes and must be given. */
  private static final Map<String, List<String>> OPTIONAL =
      Map.ofEntries(
          Map.entry("LineView", List.of("rule", "before")),
          Map.entry("ChangeView", List.of("before", "after")),
          Map.entry("StackView", List.of("floor")),
          Map.entry("BayView", List.of("parentId")),
          Map.entry("FirewallView", List.of("bayId", "seenAt", "installedRevision", "trouble")),
          Map.entry("NewObjects", List.of("group")),
          Map.entry("LookupView", List.of("triedAt", "goodAt")),
          Map.entry("RuleCheck", List.of("reach")),
          Map.entry("BayBody", List.of("parent")),
          Map.entry("Past", List.of("before", "after")),
          Map.entry("NewLine", List.of("after", "drawer", "rule", "divider")),
          Map.entry(
              "LineEdit",
              List.of("line", "version", "shelf", "drawer", "after", "rule", "divider")),
          Map.entry("PlacedLine", List.of("drawer", "after")),
          Map.entry("Done", List.of("lines")),
          Map.entry("Since", List.of("lines")),
          Map.entry("Moved", List.of("after", "drawer")));

  @Bean
  OpenApiCustomizer required() {
    return api -> {
      api.info(new Info().title("Tin Shelf").version("1"));
      api.setServers(List.of());
      api.getComponents().getSchemas().forEach((name, schema) -> require(name, schema));
    };
  }

  private static void require(String name, Schema<?> schema) {
    if (schema.getProperties() != null) {
      List<String> names = new ArrayList<>(schema.getProperties().keySet());
      names.removeAll(OPTIONAL.getOrDefault(name, List.of()));
      names.sort(null);
      schema.setRequired(names);
    }
  }
}
