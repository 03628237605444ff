package org.tinshelf.exchange.document;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.file.Path;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.tinshelf.core.findings.RandomPolicies;
import org.tinshelf.core.model.Estate;

/** What is written reads back as what was written. */
class RoundTripTest {

  @Property(tries = 300)
  void anEstateSurvivesBeingWrittenAndRead(@ForAll long seed) {
    Estate estate = new RandomPolicies(seed).estate();
    String document = DocumentWriter.write(estate);
    Estate back = DocumentReader.read(document);
    assertEquals(estate, back);
    assertEquals(document, DocumentWriter.write(back));
  }

  @Example
  void everyKeyOfTheFormatSurvives() {
    Estate estate = DocumentReader.read(Path.of("src/test/resources/page.tinshelf.json"));
    assertEquals(estate, DocumentReader.read(DocumentWriter.write(estate)));
  }

  @Example
  void theDemoSurvives() {
    Estate estate = DocumentReader.read(Path.of("../demo/saltmarsh.tinshelf.json"));
    assertEquals(estate, DocumentReader.read(DocumentWriter.write(estate)));
  }
}
