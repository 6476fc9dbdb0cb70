package org.mendedleaf.core.recover;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import java.util.SortedMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.mendedleaf.core.capture.CaptureReport;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.PlainModel;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.core.tray.TrayRehearsal;

/**
 * Over random histories, a recovered tree is what was there, and taking it back is what was before.
 */
class RecoveryPropertyTest {

  @Property(shrinking = ShrinkingMode.BOUNDED)
  void aTreeComesBackAsItWasAndGoesAgain(
      @ForAll @Size(min = 5, max = 30) List<@IntRange(min = 0, max = 999) Integer> acts,
      @ForAll @IntRange(min = 0, max = 999) int which)
      throws Exception {
    Path base = Files.createTempDirectory("recovery");
    try (TestDesk desk = new TestDesk(base)) {
      Random content = new Random(8);
      desk.write("always there.txt", "x");
      desk.capture();
      for (int act : acts) {
        RandomActs.act(desk, act, content);
      }
      desk.write("always there.txt", "y");
      desk.capture();
      List<Instant> moments = desk.model().moments();
      Instant moment = moments.get(which % moments.size());
      SortedMap<InnerPath, String> then = desk.model().at(moment);
      SortedMap<InnerPath, String> now = desk.model().contents();

      RunReceipt elsewhere = run(desk, moment, new Destination.Folder(base.resolve("out")));
      assertThat(elsewhere.isPartial()).isFalse();
      assertThat(new PlainModel(base.resolve("out")).contents()).isEqualTo(then);

      desk.clock().forward(Duration.ofMinutes(1));
      RunReceipt inPlace = run(desk, moment, new Destination.InPlace());
      assertThat(inPlace.lines()).noneMatch(line -> line.item().outcome() == Outcome.REFUSED);
      assertThat(desk.model().contents()).isEqualTo(then);
      assertNothingIsLeftToRecord(desk);

      desk.clock().forward(Duration.ofMinutes(1));
      RunReceipt undone =
          desk.office().recoveries().undo(desk.shelf().store(), inPlace.act().id(), Progress.NONE);
      assertThat(undone.lines()).noneMatch(line -> line.item().outcome() == Outcome.REFUSED);
      assertThat(desk.model().contents()).isEqualTo(now);
      assertNothingIsLeftToRecord(desk);
      desk.model().assertAgrees(desk.office(), desk.shelf());
    } finally {
      RandomActs.delete(base);
    }
  }

  private static RunReceipt run(TestDesk desk, Instant moment, Destination destination)
      throws Exception {
    Tray tray =
        desk.tray(
            new Handling(destination, IfThere.MAKE_ROOM, LaterFiles.REMOVE),
            new Pick.OfMoment(InnerPath.ROOT, new Moment.At(moment)));
    TrayRehearsal rehearsal = desk.office().recoveries().rehearse(tray);
    RunReceipt receipt = desk.office().recoveries().run(tray, Progress.NONE);
    assertThat(receipt.lines())
        .extracting(line -> line.item().target() + " " + line.item().outcome())
        .as("the rehearsal was right")
        .containsExactlyInAnyOrderElementsOf(
            rehearsal.lines().stream()
                .map(line -> line.step().target() + " " + line.step().planned())
                .toList());
    return receipt;
  }

  private static void assertNothingIsLeftToRecord(TestDesk desk) throws Exception {
    CaptureReport report = desk.capture();
    assertThat(report.added() + report.changed() + report.removed() + report.renamed())
        .as("a capture finds everything recorded")
        .isZero();
  }
}
