package org.mendedleaf.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchRule;
import org.junit.jupiter.api.Test;

class ArchitectureTest {

  private static final JavaClasses CORE =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("org.mendedleaf.core");

  private static final ArchRule ARROWS_RUN_DOWNWARDS =
      layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("store")
          .definedBy("..core.store..")
          .layer("progress")
          .definedBy("..core.progress..")
          .layer("catalog")
          .definedBy("..core.catalog..")
          .layer("capture")
          .definedBy("..core.capture..")
          .layer("recover")
          .definedBy("..core.recover..")
          .layer("place")
          .definedBy("..core.place..")
          .layer("desk")
          .definedBy("..core.desk..")
          .layer("compare")
          .definedBy("..core.compare..")
          .layer("likeness")
          .definedBy("..core.likeness..")
          .layer("intake")
          .definedBy("..core.intake..")
          .layer("report")
          .definedBy("..core.report..")
          .layer("plan")
          .definedBy("..core.plan..")
          .layer("forecast")
          .definedBy("..core.forecast..")
          .layer("watch")
          .definedBy("..core.watch..")
          .layer("office")
          .definedBy("..core.office..")
          .whereLayer("office")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("recover")
          .mayOnlyBeAccessedByLayers("office")
          .whereLayer("plan")
          .mayOnlyBeAccessedByLayers("office", "forecast")
          .whereLayer("forecast")
          .mayOnlyBeAccessedByLayers("office")
          .whereLayer("watch")
          .mayOnlyBeAccessedByLayers("office")
          .whereLayer("compare")
          .mayOnlyBeAccessedByLayers("office")
          .whereLayer("capture")
          .mayOnlyBeAccessedByLayers("office", "recover", "place", "watch")
          .whereLayer("place")
          .mayOnlyBeAccessedByLayers("office", "recover")
          .whereLayer("desk")
          .mayNotAccessAnyLayer()
          .whereLayer("store")
          .mayNotAccessAnyLayer()
          .whereLayer("progress")
          .mayNotAccessAnyLayer()
          .whereLayer("likeness")
          .mayNotAccessAnyLayer()
          .whereLayer("intake")
          .mayOnlyBeAccessedByLayers("office")
          .whereLayer("report")
          .mayNotAccessAnyLayer()
          .whereLayer("catalog")
          .mayOnlyAccessLayers("store", "progress");

  private static final ArchRule NO_CYCLES =
      slices().matching("..core.(*)..").should().beFreeOfCycles();

  private static final ArchRule NO_INTERFACE =
      noClasses().should().dependOnClassesThat().resideInAnyPackage("javafx..", "picocli..");

  private static final ArchRule PATHS_AND_NOT_FILES =
      noClasses().should().dependOnClassesThat().haveFullyQualifiedName("java.io.File");

  private static final ArchRule TIME_COMES_FROM_OUTSIDE =
      noClasses()
          .that()
          .haveSimpleNameNotEndingWith("OfficeSettings")
          .should()
          .callMethod(java.time.Instant.class, "now")
          .orShould()
          .callMethod(System.class, "currentTimeMillis");

  private static final ArchRule PACKAGES_BY_DOMAIN =
      noClasses()
          .should()
          .resideInAnyPackage("..util..", "..manager..", "..impl..", "..dto..", "..helper..");

  @Test
  void arrowsRunDownwards() {
    ARROWS_RUN_DOWNWARDS.check(CORE);
  }

  @Test
  void noCycles() {
    NO_CYCLES.check(CORE);
  }

  @Test
  void noInterface() {
    NO_INTERFACE.check(CORE);
  }

  @Test
  void pathsAndNotFiles() {
    PATHS_AND_NOT_FILES.check(CORE);
  }

  @Test
  void timeComesFromOutside() {
    TIME_COMES_FROM_OUTSIDE.check(CORE);
  }

  @Test
  void packagesByDomain() {
    PACKAGES_BY_DOMAIN.check(CORE);
  }
}
