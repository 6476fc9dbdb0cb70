package org.mendedleaf.core.joining;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.Seeds;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.stores.RepairReport;
import org.mendedleaf.core.stores.VerifyDepth;

/**
 * After any two histories were joined: what was here has the numbers and bytes that it had, every
 * revision of the other log is here with the bytes that it had there, the next capture records
 * nothing anew, and a catalogue that is built anew says the same.
 */
class ForkedLogPropertyTest {

  private static final int ACTS = 14;
  private static final long MOST_FILES = 60;

  @TempDir Path base;

  static LongStream seeds() {
    return Seeds.of(12);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void nothingIsRenumberedAndNothingLost(long seed) throws Exception {
    Random random = new Random(seed);
    Path store = base.resolve("store");
    Path earlier = base.resolve("earlier");
    Path copy = base.resolve("copy");
    try (TestDesk one = new TestDesk(base);
        TestDesk two = new TestDesk(base, store, "two")) {
      act(one, two, random);
      ForkedLogTest.copy(store, earlier);
      act(one, two, random);
      Map<String, String> theirs = told(one);
      Map<String, String> theirsToo = told(two);
      ForkedLogTest.copy(store, copy);
      ForkedLogTest.delete(store);
      ForkedLogTest.copy(earlier, store);
      one.restart();
      two.restart();
      accept(one);
      accept(two);
      act(one, two, random);
      Map<String, String> ours = told(one);
      Map<String, String> oursToo = told(two);

      RepairReport done =
          one.office().stores().repair(one.shelf().store()).from(copy).run(Progress.NONE);
      assertThat(done.join().map(JoinReport::unreadable).orElse(List.of())).isEmpty();
      assertThat(told(one)).containsAllEntriesOf(ours);
      assertThat(told(two)).containsAllEntriesOf(oursToo);
      assertThat(told(one).values()).containsAll(theirs.values());
      assertThat(told(two).values()).containsAll(theirsToo.values());
      // What only the other log had may be gone from the folder again, which is noticed once.
      assertThat(one.capture().added()).isZero();
      assertThat(two.capture().added()).isZero();
      assertThat(one.capture().acts()).isEmpty();
      assertThat(two.capture().acts()).isEmpty();
      Map<String, String> before = told(one);
      one.office().stores().rebuild(one.shelf().store());
      assertThat(told(one)).isEqualTo(before);
      assertThat(
              one.office()
                  .stores()
                  .verify(one.shelf().store(), VerifyDepth.CONTENT, Progress.NONE)
                  .damaged())
          .isEmpty();
    }
  }

  private static void accept(TestDesk desk) throws IOException {
    if (!desk.office().shelves().unreached().isEmpty()) {
      desk.office().stores().acceptLog(desk.shelf().store());
    }
  }

  private static void act(TestDesk one, TestDesk two, Random random) throws IOException {
    for (int i = 0; i < ACTS; i++) {
      RandomActs.act(random.nextBoolean() ? one : two, random.nextInt(512), random);
    }
    one.write("always there.txt", "x");
    two.write("always there.txt", "x");
    one.capture();
    two.capture();
  }

  /** Every revision by its file and number, as time and bytes. */
  private static Map<String, String> told(TestDesk desk) throws IOException {
    Map<String, String> told = new LinkedHashMap<>();
    for (long id = 1; id < MOST_FILES; id++) {
      Optional<FileLife> known = life(desk, id);
      if (known.isEmpty() || known.get().shelf().id() != desk.shelf().id()) {
        continue;
      }
      FileLife life = known.get();
      for (Revision revision : life.revisions()) {
        byte[] bytes = desk.content(life, revision.number());
        told.put(
            id + " r" + revision.number(),
            revision.at() + " " + new String(bytes, StandardCharsets.UTF_8));
      }
    }
    return told;
  }

  private static Optional<FileLife> life(TestDesk desk, long id) throws IOException {
    try {
      return Optional.of(desk.office().files().life(new FileRef(desk.shelf().store(), id)));
    } catch (SentenceException e) {
      return Optional.empty();
    }
  }
}
