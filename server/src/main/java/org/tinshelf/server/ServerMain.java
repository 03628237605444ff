package org.tinshelf.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.scheduling.annotation.EnableScheduling;

/** The Tin Shelf server. */
@SpringBootApplication
@ConfigurationPropertiesScan
@EnableScheduling
public class ServerMain {

  /** Starts the server; settings come as {@code --key=value}. */
  public static void main(String[] arguments) {
    SpringApplication.run(ServerMain.class, arguments);
  }
}
