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
      Map.of(
          "LineView", List.of("rule", "before"),
          "ChangeView", List.of("before", "after"),
          "StackView", List.of("floor"),
          "BayView", List.of("parentId"),
          "FirewallView", List.of("bayId", "seenAt", "installedRevision", "trouble"),
          "BayBody", List.of("parent"),
          "Past", List.of("before", "after"),
          "NewLine", List.of("after", "drawer", "rule", "divider"),
          "LineEdit", List.of("line", "version", "shelf", "drawer", "after", "rule", "divider"),
          "Moved", List.of("after", "drawer"));

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
