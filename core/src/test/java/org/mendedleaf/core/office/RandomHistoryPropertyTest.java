package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.shelves.FolderComparison;
import org.mendedleaf.core.stores.VerifyDepth;

/**
 * Whatever people do to a folder between captures, every captured moment can be given back as it
 * was, before and after the catalogue is rebuilt.
 */
class RandomHistoryPropertyTest {

  @Property(shrinking = ShrinkingMode.BOUNDED)
  void everyMomentComesBack(
      @ForAll @Size(min = 5, max = 40) List<@IntRange(min = 0, max = 999) Integer> acts)
      throws Exception {
    Path base = Files.createTempDirectory("random-history");
    try (TestDesk desk = new TestDesk(base)) {
      Random content = new Random(7);
      desk.capture();
      for (int act : acts) {
        RandomActs.act(desk, act, content);
      }
      // A folder that ends up empty is a question; the property is about the rest.
      desk.write("last.txt", "so that it is not empty");
      desk.capture();
      desk.model().assertAgrees(desk.office(), desk.shelf());
      assertHistoriesAreWhole(desk);
      assertComparisonsLeadFromOneToTheOther(desk);
      desk.office().stores().rebuild(desk.shelf().store());
      desk.model().assertAgrees(desk.office(), desk.shelf());
      assertThat(
              desk.office()
                  .stores()
                  .verify(desk.shelf().store(), VerifyDepth.CONTENT, Progress.NONE)
                  .damaged())
          .isEmpty();
    } finally {
      RandomActs.delete(base);
    }
  }

  /** Taking away what differs earlier and putting what differs later makes one tree the other. */
  private static void assertComparisonsLeadFromOneToTheOther(TestDesk desk) throws IOException {
    List<Instant> moments = desk.model().moments();
    for (int i = 1; i < moments.size(); i++) {
      Instant a = moments.get(i - 1);
      Instant b = moments.get(moments.size() - i);
      SortedMap<InnerPath, String> made = new TreeMap<>(desk.model().at(a));
      FolderComparison comparison =
          desk.office()
              .moments()
              .compare(desk.shelf(), InnerPath.ROOT, new Moment.At(a), new Moment.At(b));
      comparison.differences().forEach(d -> d.earlier().ifPresent(e -> made.remove(e.path())));
      assertThat(made).hasSize((int) comparison.same());
      comparison
          .differences()
          .forEach(
              d -> d.later().ifPresent(e -> made.put(e.path(), desk.model().at(b).get(e.path()))));
      assertThat(made).isEqualTo(desk.model().at(b));
    }
  }

  /** Numbers rise without a gap, and each revision ends where the next begins. */
  private static void assertHistoriesAreWhole(TestDesk desk) throws IOException {
    for (String name : RandomActs.NAMES) {
      FileLife life;
      try {
        life = desk.life(name);
      } catch (SentenceException e) {
        continue;
      }
      int expected = life.revisions().get(0).number();
      for (Revision revision : life.revisions()) {
        assertThat(revision.number()).isEqualTo(expected++);
      }
    }
  }
}
