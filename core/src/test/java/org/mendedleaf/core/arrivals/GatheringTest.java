package org.mendedleaf.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.intake.Family;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Copies;
import org.mendedleaf.core.tray.RunReceipt;

/** Copies of a file that become its revisions, and taking that back. */
class GatheringTest {

  private static final List<String> NAMES =
      List.of(
          "orders/rigging prices 2025-11-03 MO.csv",
          "orders/Rigging prices 2025-12-01 TL.csv",
          "orders/rigging prices 2026-01-09 PD final.csv");

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void copiesThatNobodyRecorded() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < NAMES.size(); i++) {
      saved(NAMES.get(i), prices(i), 90 - 30 * i);
    }
    saved("orders/Sail prices.csv", prices(0).replace("shackle", "batten"), 5);
    desk.capture();
    desk.clock().forward(Duration.ofHours(1));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private void saved(String name, String text, int daysAgo) throws Exception {
    Path file = desk.write(name, text);
    Files.setLastModifiedTime(file, FileTime.from(daysAgo(daysAgo)));
  }

  private Instant daysAgo(int days) {
    return desk.clock().instant().minus(Duration.ofDays(days));
  }

  private static String prices(int edition) {
    StringBuilder text = new StringBuilder("item,each\n");
    for (int i = 0; i < 80; i++) {
      int changed = i < edition * 4 ? edition : 0;
      text.append("shackle no ").append(i).append(',').append(i * 37 % 91 + changed).append('\n');
    }
    return text.toString();
  }

  private Gatherings gatherings() {
    return desk.office().gatherings();
  }

  private Gatherings.Proposed only() throws Exception {
    List<Gatherings.Proposed> found =
        gatherings().find(desk.shelf(), InnerPath.ROOT, Progress.NONE);
    assertThat(found).hasSize(1);
    return found.get(0);
  }

  private RunReceipt gather(Copies copies) throws Exception {
    return gatherings().gather(desk.shelf(), List.of(copies), Progress.NONE);
  }

  private List<String> contents(FileLife life) throws Exception {
    List<String> texts = new ArrayList<>();
    for (Revision one : life.revisions()) {
      texts.add(new String(desk.content(life, one.number()), StandardCharsets.UTF_8));
    }
    return texts;
  }

  @Test
  void copiesBecomeRevisionsInTheirOrderWithTheNamesAndTimesThatTheyHad() throws Exception {
    Gatherings.Proposed proposed = only();
    assertThat(proposed.file()).isEqualTo(new InnerPath("orders/rigging prices.csv"));
    assertThat(proposed.family().order()).isEqualTo(Family.FamilyOrder.DATES);
    assertThat(proposed.copies().copies())
        .containsExactlyElementsOf(NAMES.stream().map(InnerPath::new).toList());

    RunReceipt receipt = gather(proposed.copies());

    FileLife life = desk.life("orders/rigging prices.csv");
    assertThat(contents(life)).containsExactly(prices(0), prices(1), prices(2));
    assertThat(life.revisions()).extracting(Revision::origin).containsOnly(Origin.GATHER);
    assertThat(life.revisions().get(1).currentFrom()).isBetween(daysAgo(61), daysAgo(59));
    Arrived from = life.marks(life.revisions().get(1)).arrived().orElseThrow();
    assertThat(from.name()).isEqualTo("Rigging prices 2025-12-01 TL.csv");
    assertThat(desk.file("orders/rigging prices.csv")).hasContent(prices(2));
    assertThat(NAMES).noneMatch(name -> Files.exists(desk.file(name)));
    assertThat(desk.file("orders/Sail prices.csv")).exists();
    assertThat(receipt.isPartial()).isFalse();
    assertThat(desk.capture().act()).isEmpty();
    // A moment before the gathering shows what counted then.
    assertThat(
            desk.office()
                .moments()
                .folder(desk.shelf(), new InnerPath("orders"), new Moment.At(daysAgo(45)), false))
        .anyMatch(
            row ->
                row.entry().path().name().equals("rigging prices.csv")
                    && row.entry().revision().orElseThrow() == life.revisions().get(1).number());
  }

  @Test
  void oneUndoPutsEveryCopyBackAndTakesTheFileAway() throws Exception {
    RunReceipt receipt = gather(only().copies());
    desk.office().recoveries().undo(receipt.store(), receipt.act().id(), Progress.NONE);
    assertThat(desk.file("orders/rigging prices.csv")).doesNotExist();
    for (int i = 0; i < NAMES.size(); i++) {
      assertThat(desk.file(NAMES.get(i))).hasContent(prices(i));
      assertThat(Files.getLastModifiedTime(desk.file(NAMES.get(i))).toInstant())
          .isBetween(daysAgo(91 - 30 * i), daysAgo(89 - 30 * i));
    }
    assertThat(desk.capture().act()).isEmpty();
  }

  @Test
  void aFileThatHasTheNameAlreadyKeepsItsHistoryAndUndoGivesItsContentBack() throws Exception {
    saved("orders/Rigging prices.csv", prices(1).replace("91", "90"), 45);
    desk.capture();
    Gatherings.Proposed proposed = only();
    assertThat(proposed.file()).isEqualTo(new InnerPath("orders/Rigging prices.csv"));
    FileLife before = desk.life("orders/Rigging prices.csv");

    RunReceipt receipt = gather(proposed.copies());

    FileLife life = desk.life("orders/Rigging prices.csv");
    assertThat(life.ref()).isEqualTo(before.ref());
    assertThat(contents(life)).hasSize(5).endsWith(prices(2));
    assertThat(contents(life).get(0)).isEqualTo(contents(life).get(3));
    assertThat(desk.file("orders/Rigging prices.csv")).hasContent(prices(2));

    desk.office().recoveries().undo(receipt.store(), receipt.act().id(), Progress.NONE);
    assertThat(desk.file("orders/Rigging prices.csv")).hasContent(contents(before).get(0));
    assertThat(desk.file(NAMES.get(0))).hasContent(prices(0));

    RunReceipt again = gather(proposed.copies());
    assertThat(desk.file("orders/Rigging prices.csv")).hasContent(prices(2));
    desk.office().recoveries().undo(again.store(), again.act().id(), Progress.NONE);
    assertThat(desk.file("orders/Rigging prices.csv")).hasContent(contents(before).get(0));
  }

  @Test
  void aFamilyThatCannotBeGatheredIsLeftAndTheReceiptSaysWhy() throws Exception {
    List<InnerPath> copies = only().copies().copies();
    RunReceipt refused = gather(new Copies(new InnerPath("orders/Sail prices.csv"), copies));
    assertThat(refused.lines().get(0).item().outcome()).isEqualTo(ReceiptItem.Outcome.REFUSED);
    assertThat(refused.lines().get(0).item().why()).contains("another file lies at");
    assertThat(NAMES).allMatch(name -> Files.exists(desk.file(name)));
    assertThatThrownBy(() -> gather(new Copies(copies.get(0), copies.subList(0, 1))))
        .hasMessageContaining("nothing to gather");
  }

  @Test
  void doubtfulOnesStandApartAndAPersonMayTakeThemIn() throws Exception {
    saved("orders/rigging prices copy.csv", prices(0).substring(0, 90), 3);
    saved("orders/Hours 2026-01.csv", "name,hours\nMaren,12\nTeo,31\nJuno,14\n", 40);
    saved("orders/Hours 2026-02.csv", "name,hours\nMaren,45\nTeo,22\nJuno,19\n", 10);
    List<Gatherings.Proposed> found =
        gatherings().find(desk.shelf(), new InnerPath("orders"), Progress.NONE);
    Gatherings.Proposed prices =
        found.stream().filter(one -> one.file().name().startsWith("rig")).findFirst().orElseThrow();
    assertThat(prices.family().copies()).hasSize(3);
    assertThat(prices.family().doubtful()).hasSize(1);
    assertThat(found)
        .filteredOn(one -> one.file().name().startsWith("Hours"))
        .allMatch(one -> one.family().copies().isEmpty());
    List<InnerPath> all = new ArrayList<>(prices.copies().copies());
    all.add(new InnerPath("orders/rigging prices copy.csv"));
    gather(new Copies(prices.file(), all));
    assertThat(desk.file("orders/rigging prices.csv")).hasContent(prices(0).substring(0, 90));
  }

  @Test
  void whatThePlanLetsGoLaterIsToldBeforeAndHappensAfterTheGraceTime() throws Exception {
    assertThat(desk.office().gatherings().later(desk.shelf(), List.of(copiesOf(NAMES))))
        .as("no plan")
        .isEmpty();
    NamedPlan plan =
        PlanFormat.decode(
            "{'name':'Lean','keep':['the newest 1'],'grace':'10 days'}".replace('\'', '"'),
            ZoneOffset.UTC);
    var shelves = desk.office().plans().choose(desk.shelf(), plan);
    Gatherings.Later later =
        desk.office().gatherings().later(desk.shelf(), List.of(copiesOf(NAMES))).orElseThrow();
    assertThat(later.goes()).isEqualTo(2);
    var receipt =
        desk.office().gatherings().gather(desk.shelf(), List.of(copiesOf(NAMES)), Progress.NONE);
    assertThat(thinned()).as("claimed for the grace time").isZero();
    desk.clock().forward(Duration.ofDays(11));
    assertThat(thinned()).isEqualTo(later.goes());
    assertThat(receipt.isPartial()).isFalse();
    assertThat(shelves).hasSize(1);
  }

  private static Copies copiesOf(List<String> names) {
    return new Copies(
        new InnerPath("orders/rigging prices.csv"), names.stream().map(InnerPath::new).toList());
  }

  /** How many gathered ones go on notice. */
  private long thinned() throws Exception {
    return desk
        .office()
        .thinnings()
        .rehearse(desk.shelf(), desk.clock().instant())
        .with(Thinnings.Fate.NOTICED)
        .stream()
        .filter(one -> one.revision().path().text().equals("orders/rigging prices.csv"))
        .count();
  }
}
