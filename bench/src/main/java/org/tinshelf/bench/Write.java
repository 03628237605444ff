package org.tinshelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.tinshelf.exchange.document.DocumentWriter;

/** Writes a made-up rulebase as a policy document: family, rules, file. */
public final class Write {

  private Write() {}

  public static void main(String[] arguments) throws IOException {
    var estate = Works.family(arguments[0]).estate(Integer.parseInt(arguments[1]), Works.SEED);
    Files.writeString(Path.of(arguments[2]), DocumentWriter.write(estate));
  }
}
