package org.tinshelf.server;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Every address of the interface is answered with its one page. */
@Configuration
class WebPages implements WebMvcConfigurer {
  @Override
  public void addViewControllers(ViewControllerRegistry registry) {
    for (String view :
        new String[] {
          "/",
          "/sign-in",
          "/shelves",
          "/shelves/**",
          "/objects",
          "/objects/**",
          "/estate",
          "/estate/**",
          "/draft",
          "/people",
          "/install"
        }) {
      registry.addViewController(view).setViewName("forward:/index.html");
    }
  }
}
