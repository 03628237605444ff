package org.tinshelf.e2e;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.library.Architectures;
import org.junit.jupiter.api.Test;

/** Imports run one way. */
class ArchitectureTest {

  private static final JavaClasses ALL =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("org.tinshelf");

  @Test
  void theModulesImportEachOtherOneWay() {
    Architectures.layeredArchitecture()
        .consideringOnlyDependenciesInAnyPackage("org.tinshelf..")
        .layer("core")
        .definedBy("org.tinshelf.core..")
        .layer("exchange")
        .definedBy("org.tinshelf.exchange..")
        .layer("cli")
        .definedBy("org.tinshelf.cli..")
        .layer("server")
        .definedBy("org.tinshelf.server..")
        .layer("yard")
        .definedBy("org.tinshelf.yard..")
        .whereLayer("cli")
        .mayNotBeAccessedByAnyLayer()
        .whereLayer("server")
        .mayNotBeAccessedByAnyLayer()
        .whereLayer("yard")
        .mayNotBeAccessedByAnyLayer()
        .whereLayer("exchange")
        .mayOnlyBeAccessedByLayers("cli", "server")
        .whereLayer("core")
        .mayOnlyBeAccessedByLayers("exchange", "cli", "server")
        .check(ALL);
  }

  @Test
  void insideTheCoreTheyDoTooAndItNeedsNothingButTheJdk() {
    Architectures.layeredArchitecture()
        .consideringOnlyDependenciesInAnyPackage("org.tinshelf.core..")
        .layer("model")
        .definedBy("org.tinshelf.core.model..")
        .layer("space")
        .definedBy("org.tinshelf.core.space..")
        .layer("stack")
        .definedBy("org.tinshelf.core.stack..")
        .layer("findings")
        .definedBy("org.tinshelf.core.findings..")
        .layer("change")
        .definedBy("org.tinshelf.core.change..")
        .whereLayer("findings")
        .mayNotBeAccessedByAnyLayer()
        .whereLayer("change")
        .mayNotBeAccessedByAnyLayer()
        .whereLayer("stack")
        .mayOnlyBeAccessedByLayers("findings", "change")
        .whereLayer("space")
        .mayOnlyBeAccessedByLayers("stack", "findings", "change")
        .check(ALL);
    noClasses()
        .that()
        .resideInAPackage("org.tinshelf.core..")
        .should()
        .dependOnClassesThat()
        .resideOutsideOfPackages("org.tinshelf.core..", "java..")
        .check(ALL);
  }

  @Test
  void entitiesStayInsideTheServer() {
    noClasses()
        .that()
        .resideOutsideOfPackage("org.tinshelf.server..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("jakarta.persistence..")
        .check(ALL);
  }
}
