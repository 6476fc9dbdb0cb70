package org.mendedleaf.core.recover;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.keeping.LostAndFound.Lost;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.shelves.Moments;
import org.mendedleaf.core.tray.RunReceipt;

/**
 * Whatever a person does by hand after whatever has happened: taking it back gives every byte that
 * lay there before, and takes nothing out of any history.
 */
class UndoPropertyTest {

  private enum Deed {
    MEND,
    REMOVE,
    BRING_IN,
    BRING_IN_NEW,
    BRING_BACK,
    RECOVER
  }

  @Property(shrinking = ShrinkingMode.BOUNDED)
  void takingBackGivesTheBytesAndTheHistory(
      @ForAll @Size(min = 5, max = 25) List<@IntRange(min = 0, max = 999) Integer> acts,
      @ForAll Deed deed,
      @ForAll @IntRange(min = 0, max = 999) int which)
      throws Exception {
    Path base = Files.createTempDirectory("undo");
    try (TestDesk desk = new TestDesk(base)) {
      Random content = new Random(9);
      desk.write("always there.txt", "x");
      desk.capture();
      for (int act : acts) {
        RandomActs.act(desk, act, content);
      }
      desk.write("always there.txt", "y");
      desk.capture();
      desk.clock().forward(Duration.ofMinutes(1));
      SortedMap<InnerPath, String> before = desk.model().contents();
      Map<Long, List<String>> histories = histories(desk);

      OptionalLong act = act(desk, base, deed, which);
      if (act.isEmpty()) {
        return;
      }
      desk.clock().forward(Duration.ofMinutes(1));
      takeBack(desk, act.getAsLong());

      assertThat(desk.model().contents()).as("%s", deed).isEqualTo(before);
      Map<Long, List<String>> after = histories(desk);
      histories.forEach(
          (file, revisions) ->
              assertThat(after.get(file))
                  .as("%s: file %d", deed, file)
                  .startsWith(array(revisions)));
      desk.model().assertAgrees(desk.office(), desk.shelf());
    } finally {
      RandomActs.delete(base);
    }
  }

  private static String[] array(List<String> texts) {
    return texts.toArray(String[]::new);
  }

  /** Each revision of each file that ever was, by its number and its bytes. */
  private static Map<Long, List<String>> histories(TestDesk desk) throws IOException {
    Map<Long, List<String>> histories = new TreeMap<>();
    for (long file = 1; ; file++) {
      FileLife life;
      try {
        life = desk.office().files().life(new FileRef(desk.shelf().store(), file));
      } catch (IOException e) {
        return histories;
      }
      List<String> revisions = new ArrayList<>();
      for (Revision revision : life.revisions()) {
        revisions.add(
            revision.number() + " " + revision.state().content() + revision.state().link());
      }
      histories.put(file, revisions);
    }
  }

  /** Does it; returns the act, or empty where there was nothing to do it to. */
  private static OptionalLong act(TestDesk desk, Path base, Deed deed, int which)
      throws IOException {
    List<InnerPath> there = List.copyOf(desk.model().contents().keySet());
    InnerPath path = there.get(which % there.size());
    Path arrival = Files.writeString(base.resolve("arrival.txt"), "brought " + which);
    return switch (deed) {
      case MEND -> mend(desk, desk.life(path.text()), which / 7);
      case REMOVE ->
          act(desk.office().recoveries().remove(desk.shelf(), List.of(path), Progress.NONE));
      case BRING_IN ->
          act(desk.office().intake().bringIn(arrival, desk.life(path.text()).ref(), "", false));
      case BRING_IN_NEW ->
          act(
              desk.office()
                  .intake()
                  .bringInNew(arrival, desk.shelf(), new InnerPath("in/new.txt"), "", false));
      case BRING_BACK -> bringBack(desk, which);
      case RECOVER -> recover(desk, which);
    };
  }

  private static OptionalLong act(RunReceipt receipt) {
    return OptionalLong.of(receipt.act().id());
  }

  private static OptionalLong act(Intake.TakenIn done) {
    return OptionalLong.of(done.brought().act());
  }

  private static OptionalLong mend(TestDesk desk, FileLife life, int which) throws IOException {
    Revision wanted = life.revisions().get(which % life.revisions().size());
    try {
      return OptionalLong.of(desk.office().files().mend(life.ref(), wanted.number()).act());
    } catch (RefusedException e) {
      // It is that already.
      return OptionalLong.empty();
    }
  }

  private static OptionalLong bringBack(TestDesk desk, int which) throws IOException {
    List<Lost> lost = desk.office().lostAndFound().all();
    if (lost.isEmpty()) {
      return OptionalLong.empty();
    }
    List<Lost> one = List.of(lost.get(which % lost.size()));
    return act(desk.office().lostAndFound().bringBack(one, Optional.empty(), Progress.NONE));
  }

  private static OptionalLong recover(TestDesk desk, int which) throws IOException {
    Moments moments = desk.office().moments();
    var changes = moments.changes(desk.shelf());
    Moment moment = new Moment.At(changes.get(which % changes.size()).at());
    Tray tray = desk.tray(Handling.IN_PLACE, new Pick.OfMoment(InnerPath.ROOT, moment));
    return act(desk.office().recoveries().run(tray, Progress.NONE));
  }

  private static void takeBack(TestDesk desk, long act) throws IOException {
    String store = desk.shelf().store();
    if (desk.office().recoveries().isRecovery(store, act)) {
      var unused = desk.office().recoveries().undo(store, act, Progress.NONE);
    } else {
      var unused = desk.office().files().undo(store, act);
    }
  }
}
