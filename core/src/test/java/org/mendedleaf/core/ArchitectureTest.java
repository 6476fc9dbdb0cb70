package org.mendedleaf.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchRule;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class ArchitectureTest {

  private static final String BASE = "org.mendedleaf.core.";

  /** A room that grows past this holds two ideas. */
  private static final int MOST_FILES = 35;

  private static final Set<String> HOLDS_ONE_LARGE_IDEA = Set.of("store", "catalog");

  private static final JavaClasses CORE =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("org.mendedleaf.core");

  /** Each room with those that it may know; the facade may know all, and nobody knows it. */
  private static final Map<String, String> MAY_KNOW =
      Map.ofEntries(
          Map.entry("progress", ""),
          Map.entry("report", ""),
          Map.entry("likeness", ""),
          Map.entry("desk", ""),
          Map.entry("store", "progress"),
          Map.entry("catalog", "store progress"),
          Map.entry("capture", "catalog store progress"),
          Map.entry("watch", "capture catalog"),
          Map.entry("place", "capture catalog store desk progress"),
          Map.entry("recover", "place capture catalog store progress"),
          Map.entry("plan", "catalog"),
          Map.entry("space", "catalog store"),
          Map.entry("forecast", "plan space"),
          Map.entry("compare", "likeness store"),
          Map.entry("intake", "likeness"),
          Map.entry(
              "session", "recover place capture watch compare likeness space catalog store desk"),
          Map.entry("stores", "session catalog store desk progress"),
          Map.entry(
              "shelves", "stores session recover plan compare capture catalog store desk progress"),
          Map.entry(
              "tray", "shelves session recover place report capture catalog store desk progress"),
          Map.entry(
              "files",
              "tray stores shelves session recover place compare capture catalog store desk progress"),
          Map.entry(
              "keeping",
              "files tray stores shelves session forecast plan space recover report catalog store desk progress"),
          Map.entry(
              "arrivals",
              "keeping files tray shelves session recover place intake likeness compare plan capture catalog store desk progress"),
          Map.entry("rhythm", "keeping shelves session plan watch capture catalog desk progress"));

  private static final ArchRule NO_CYCLES =
      slices().matching("..core.(**)").should().beFreeOfCycles();

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
  void everyRoomKnowsOnlyWhatItMay() {
    MAY_KNOW.forEach(
        (room, known) -> {
          List<String> allowed = new ArrayList<>(List.of(known.split(" ")));
          allowed.add(room);
          String[] others =
              rooms()
                  .filter(one -> !allowed.contains(one))
                  .map(one -> in(one))
                  .toArray(String[]::new);
          noClasses()
              .that()
              .resideInAPackage(in(room))
              .should()
              .dependOnClassesThat()
              .resideInAnyPackage(others)
              .check(CORE);
        });
  }

  @Test
  void everyRoomIsInTheTable() {
    assertThat(rooms()).containsAll(MAY_KNOW.keySet());
    assertThat(rooms().filter(room -> !MAY_KNOW.containsKey(room))).containsExactly("office");
  }

  @Test
  void noRoomIsOverfull() {
    rooms()
        .filter(room -> !HOLDS_ONE_LARGE_IDEA.contains(room))
        .forEach(room -> assertThat(files(room)).as(room).isLessThanOrEqualTo(MOST_FILES));
  }

  private static Stream<String> rooms() {
    return CORE.stream()
        .map(JavaClass::getPackageName)
        .filter(name -> name.startsWith(BASE))
        .map(name -> name.substring(BASE.length()))
        .distinct();
  }

  private static String in(String room) {
    return BASE + room;
  }

  private static long files(String room) {
    return CORE.stream()
        .filter(type -> type.getPackageName().equals(BASE + room))
        .filter(JavaClass::isTopLevelClass)
        .count();
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
