package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;

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
