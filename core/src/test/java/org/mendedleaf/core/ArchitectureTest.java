package org.mendedleaf.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchRule;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class ArchitectureTest {

  private static final String BASE = "org.mendedleaf.core.";

  /** A room that grows past this holds two ideas. */
  private static final int MOST_FILES = 35;

  private static final JavaClasses CORE =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("org.mendedleaf.core");

  /** Each room with those that it may know; the facade may know all, and nobody knows it. */
  private static final Map<String, String> MAY_KNOW =
      Map.ofEntries(
          Map.entry("drive", ""),
          Map.entry("store.format", "drive seal"),
          Map.entry("store.log", "drive store.format"),
          Map.entry("desk", "seal"),
          Map.entry("likeness", ""),
          Map.entry("findings", "likeness"),
          Map.entry("progress", ""),
          Map.entry("report", ""),
          Map.entry("seal", ""),
          Map.entry("store", "drive store.format store.log seal"),
          Map.entry("compare.inside", "likeness"),
          Map.entry("history", "store.format"),
          Map.entry("intake", "likeness"),
          Map.entry("catalog.lines", "store.format store.log store history findings"),
          Map.entry("compare.readers", "likeness compare.inside"),
          Map.entry("plan", "history"),
          Map.entry(
              "catalog.tables", "seal store.format store.log store history findings catalog.lines"),
          Map.entry("compare", "store compare.inside compare.readers"),
          Map.entry("catalog.questions", "store.format history findings catalog.tables"),
          Map.entry("compare.process", "likeness compare.inside compare.readers compare"),
          Map.entry(
              "catalog",
              "store.format store.log store history catalog.lines catalog.tables catalog.questions"),
          Map.entry(
              "capture",
              "progress store.format store history catalog.lines catalog.questions catalog"),
          Map.entry("space", "store.format store history catalog.questions catalog"),
          Map.entry("upkeep", "store.format store.log store catalog.questions catalog"),
          Map.entry(
              "joining",
              "progress store.format store.log store history catalog.lines catalog.questions catalog"),
          Map.entry(
              "erasing",
              "store.format store.log store history catalog.lines catalog.tables catalog.questions catalog upkeep"),
          Map.entry("forecast", "plan space"),
          Map.entry(
              "place",
              "desk progress seal drive store.format store history catalog.lines catalog.questions catalog capture"),
          Map.entry("watch", "history capture"),
          Map.entry("outside", "desk progress history"),
          Map.entry(
              "recover",
              "progress store.format store history catalog.lines catalog.questions catalog capture place"),
          Map.entry(
              "session",
              "desk likeness seal drive store.format store.log store compare.inside history compare catalog.questions compare.process catalog capture space place watch recover"),
          Map.entry(
              "stores",
              "desk progress seal drive store.format store.log store history catalog.questions catalog joining upkeep session"),
          Map.entry(
              "drill",
              "drive store.format store desk progress report history compare.inside catalog.lines catalog.questions compare.process catalog capture recover session"),
          Map.entry(
              "shelves",
              "desk progress store.format store compare.inside history catalog.lines plan catalog.questions catalog capture recover session stores"),
          Map.entry(
              "tray",
              "store desk progress report seal history catalog.questions catalog capture place watch recover session shelves"),
          Map.entry(
              "screening",
              "drive desk progress store.format store compare.inside compare.process history findings catalog.lines catalog.questions catalog recover session shelves"),
          Map.entry(
              "files",
              "desk progress store.format store compare.inside history findings catalog.lines compare catalog.questions compare.process catalog capture place watch recover session stores shelves tray"),
          Map.entry(
              "keeping",
              "desk progress report drive store.format store.log store history findings catalog.lines plan catalog.tables catalog.questions catalog space erasing forecast recover session stores shelves tray files"),
          Map.entry(
              "leftovers",
              "desk likeness progress capture compare.inside compare.process compare.readers history intake catalog.questions catalog place recover session shelves files arrivals"),
          Map.entry("telling", "desk history plan findings screening files session shelves"),
          Map.entry("losses", "desk drive history plan keeping session shelves stores"),
          Map.entry(
              "arrivals",
              "desk likeness progress store.format store compare.inside history intake plan catalog.questions compare.process catalog capture place recover session shelves tray files keeping"),
          Map.entry(
              "adoption",
              "drive desk progress seal report store.format store.log store history catalog.questions catalog joining capture place recover session stores shelves drill tray arrivals"),
          Map.entry(
              "rhythm",
              "desk progress store history plan catalog.questions catalog capture watch session stores shelves keeping"));

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

  /** Each room stands once in the picture, above all that it may know. */
  @Test
  void thePictureShowsWhatIsAllowed() throws IOException {
    String document = Files.readString(Path.of("../docs/architecture.md"), StandardCharsets.UTF_8);
    Map<String, Integer> lines = new HashMap<>();
    List<String> picture = document.split("```", -1)[1].lines().toList();
    for (int line = 0; line < picture.size(); line++) {
      for (String word : picture.get(line).split("[^a-z.]+", -1)) {
        if (MAY_KNOW.containsKey(word) || word.equals("office")) {
          assertThat(lines.put(word, line)).as("%s is there twice", word).isNull();
        }
      }
    }
    assertThat(lines.keySet()).isEqualTo(rooms().collect(Collectors.toSet()));
    MAY_KNOW.forEach(
        (room, known) ->
            Stream.of(known.split(" "))
                .filter(one -> !one.isEmpty())
                .forEach(
                    one ->
                        assertThat(lines.get(one))
                            .as("%s knows %s", room, one)
                            .isGreaterThan(lines.get(room))));
  }

  @Test
  void everyRoomIsInTheTable() {
    assertThat(rooms()).containsAll(MAY_KNOW.keySet());
    assertThat(rooms().filter(room -> !MAY_KNOW.containsKey(room))).containsExactly("office");
  }

  @Test
  void noRoomIsOverfull() {
    rooms().forEach(room -> assertThat(files(room)).as(room).isLessThanOrEqualTo(MOST_FILES));
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
