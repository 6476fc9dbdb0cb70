package org.mendedleaf.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.adoption.AdoptionOrder;
import org.mendedleaf.core.adoption.AdoptionPlan;
import org.mendedleaf.core.adoption.MovedPlace;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.keeping.LostAndFound.Lost;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.FolderRow;
import org.mendedleaf.core.stores.MirrorState;
import org.mendedleaf.core.stores.SpoolState;
import org.mendedleaf.core.stores.StoreFacts;

class DemoOfficeTest {

  private static DemoOffice demo;

  @BeforeAll
  static void build() throws Exception {
    demo = SharedDemo.get();
  }

  private static FileLife life(Office office, String address) throws Exception {
    return office.files().life(office.addresses().file(address, Path.of("")));
  }

  @Test
  void hasTheSizeThatWasPromised() throws Exception {
    try (Office office = Office.open(demo.settings(DemoOffice.frozenClock()))) {
      List<Shelf> shelves = office.shelves().all();
      assertThat(shelves)
          .extracting(Shelf::name)
          .containsExactlyInAnyOrder(
              "Cutting plans", "Orders", "Repairs", "Web pages", "Loft handbook", "Plotter");
      long removed = office.lostAndFound().all().stream().mapToLong(Lost::files).sum();
      assertThat(shelves.stream().mapToLong(Shelf::files).sum() + removed).isBetween(140L, 190L);
      assertThat(shelves.stream().mapToLong(Shelf::revisions).sum()).isBetween(900L, 1400L);
      assertThat(office.stores().known())
          .extracting(StoreFacts::bytes)
          .allMatch(b -> b < 60_000_000);
    }
  }

  @Test
  void kestrelsListHoldsPloversContent() throws Exception {
    try (Office office = Office.open(demo.settings(DemoOffice.frozenClock()))) {
      FileLife kestrel = life(office, "Cutting plans:Kestrel 32/mainsail-cut-list.csv");
      FileLife plover = life(office, "Cutting plans:Plover 26/genoa-cut-list.csv");
      Revision bad = kestrel.newest();
      assertThat(Who.of(bad).name()).isEqualTo("Teo Lindqvist");
      assertThat(plover.revisions())
          .anyMatch(revision -> revision.state().sameContent(bad.state()));
    }
  }

  @Test
  void theRenamedDrawingKeepsItsHistory() throws Exception {
    try (Office office = Office.open(demo.settings(DemoOffice.frozenClock()))) {
      FileLife life = life(office, "Cutting plans:Whimbrel 40/spinnaker-layout-v2.svg");
      assertThat(life.formerPaths())
          .containsExactly(
              new InnerPath("Avocet 36/spinnaker-layout.svg"),
              new InnerPath("Avocet 36/spinnaker-layout-old.svg"));
      assertThat(life.revisions()).hasSizeGreaterThanOrEqualTo(5);
    }
  }

  @Test
  void theSurveysAndABattenTableWereRemovedAndCanComeBack() throws Exception {
    try (Office office = Office.open(demo.settings(DemoOffice.frozenClock()))) {
      assertThat(office.lostAndFound().all())
          .extracting(lost -> lost.path().text())
          .endsWith("Whimbrel 40/batten-table.csv", "Surveys winter")
          .as("with what was scrambled")
          .hasSize(2 + 31);
    }
  }

  @Test
  void everythingThatLiesThereIsRecorded() throws Exception {
    try (Office office = Office.open(demo.settings(DemoOffice.frozenClock()))) {
      for (Shelf shelf : office.shelves().all()) {
        if (shelf.recording() == RecordingState.PAUSED) {
          assertThat(shelf.name()).isEqualTo("Web pages");
          continue;
        }
        if (shelf.recording() == RecordingState.NOT_HERE) {
          assertThat(shelf.name()).isEqualTo("Plotter");
          continue;
        }
        assertThat(office.shelves().browse(shelf, InnerPath.ROOT))
            .allMatch(row -> row.standing() == FolderRow.RowStanding.RECORDED);
      }
      assertThat(Files.size(demo.root().resolve("desk/Repairs/Job 309/letter to insurer.docx")))
          .isZero();
    }
  }

  @Test
  void certificatesHaveIssuesWithDraftsBetweenAndOneRevisionIsHeld() throws Exception {
    try (Office office = Office.open(demo.settings(DemoOffice.frozenClock()))) {
      FileLife cloth = life(office, "Loft handbook:Certificates/Cloth strength.docx");
      assertThat(cloth.revisions().stream().flatMap(one -> cloth.marks(one).issue().stream()))
          .extracting(RevisionMarks.Issue::letters)
          .containsExactly("A", "B", "C", "D");
      assertThat(cloth.leadsTo(cloth.newest())).as("a draft on its way to E").isEmpty();
      FileLife report = life(office, "Repairs:Job 308/insurance report.pdf");
      assertThat(report.revisions().stream().flatMap(one -> report.marks(one).hold().stream()))
          .hasSize(1);
    }
  }

  @Test
  void theMirrorHasBeenAwayForNineDays() throws Exception {
    try (Office office = Office.open(demo.settings(DemoOffice.frozenClock()))) {
      MirrorState mirror =
          office.stores().mirrors().of(office.stores().known().get(0).id()).orElseThrow();
      assertThat(mirror.here()).isFalse();
      assertThat(mirror.lag()).isPositive();
      assertThat(Duration.between(mirror.at().orElseThrow(), Loft.NOW)).hasDays(9);
      assertThat(office.todays().look().matters())
          .anyMatch(matter -> matter instanceof Todays.MirrorBehind);
    }
  }

  @Test
  void theCuttingRoomHasBeenAwaySinceTheSecondOfMarchAndIsAdoptedWithItsSpool(@TempDir Path copy)
      throws Exception {
    SharedDemo.copy(demo.root(), copy);
    Path room = copy.resolve("cutting room");
    DemoOffice there = new DemoOffice(copy);
    try (Office office =
        Office.open(there.settings(DemoOffice.frozenClock()).withHome(room.resolve("home")))) {
      SpoolState waiting =
          office.stores().spools().of(office.stores().known().get(0).id()).orElseThrow();
      assertThat(waiting.isAway()).isTrue();
      assertThat(waiting.acts()).isEqualTo(3);
      assertThat(LocalDate.ofInstant(waiting.since(), Loft.ZONE)).isEqualTo("2026-03-03");
    }
    try (Office office =
        Office.open(there.settings(DemoOffice.frozenClock()).withHome(copy.resolve("new home")))) {
      AdoptionOrder order =
          new AdoptionOrder(
              office.adoptions().sheets().ofFormer(room.resolve("home")),
              Optional.of(room.resolve("home")),
              List.of(
                  new MovedPlace(demo.root(), copy),
                  new MovedPlace(
                      demo.root().resolve("cutting room/Attic drive"),
                      copy.resolve("Attic drive"))),
              false,
              false);
      AdoptionPlan plan = office.adoptions().adopt(order, Progress.NONE);
      assertThat(plan.refused()).isEmpty();
      assertThat(plan.spools().get(0).acts()).isEqualTo(3);
      Shelf plotter = office.shelves().named("Plotter");
      assertThat(office.shelves().browse(plotter, InnerPath.ROOT))
          .allMatch(row -> row.standing() == FolderRow.RowStanding.RECORDED);
    }
  }
}
