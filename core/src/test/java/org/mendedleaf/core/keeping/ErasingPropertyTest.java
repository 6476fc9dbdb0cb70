package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.stores.VerifyDepth;

/**
 * Two desks record into one store and erase from it in any order: what was erased is gone for both,
 * every other revision is as it was, and what the disk says is what was told.
 */
class ErasingPropertyTest {

  /** A revision of a file, and its bytes as they were when it was first seen. */
  private record Key(long file, int number) implements Comparable<Key> {
    @Override
    public int compareTo(Key other) {
      return file == other.file
          ? Integer.compare(number, other.number)
          : Long.compare(file, other.file);
    }
  }

  private final Map<Key, byte[]> expected = new TreeMap<>();
  private final Set<Key> gone = new HashSet<>();

  @Property(shrinking = ShrinkingMode.BOUNDED)
  void whatStaysIsAsItWas(
      @ForAll @Size(min = 10, max = 40) List<@IntRange(min = 0, max = 1999) Integer> acts)
      throws Exception {
    expected.clear();
    gone.clear();
    Path base = Files.createTempDirectory("erasing");
    try (TestDesk one = new TestDesk(base);
        TestDesk two = new TestDesk(base, base.resolve("store"), "two")) {
      Random random = new Random(acts.hashCode());
      begin(one, random);
      begin(two, random);
      for (int act : acts) {
        TestDesk desk = act % 2 == 0 ? one : two;
        if (act >= 1000) {
          erase(desk, desk == one ? two : one, act, random, base);
        } else {
          RandomActs.act(desk, act, random);
        }
        look(one);
        look(two);
      }
      agrees(one, two);
      one.office().stores().rebuild(one.shelf().store());
      agrees(one, two);
      assertThat(
              one.office()
                  .stores()
                  .verify(one.shelf().store(), VerifyDepth.DEEP, Progress.NONE)
                  .damaged())
          .isEmpty();
    } finally {
      RandomActs.delete(base);
    }
  }

  /** Revisions that lean on each other, so that there is something to erase from the start. */
  private void begin(TestDesk desk, Random random) throws IOException {
    for (int round = 0; round < 3; round++) {
      for (String name : RandomActs.NAMES.subList(0, 4)) {
        desk.write(name, "the same in all of them\n".repeat(40) + random.nextInt());
      }
      desk.capture();
    }
    look(desk);
  }

  private void erase(TestDesk desk, TestDesk other, int act, Random random, Path base)
      throws IOException {
    if (expected.isEmpty()) {
      return;
    }
    List<Key> all = List.copyOf(expected.keySet());
    Key chosen = all.get(act % all.size());
    FileRef file = new FileRef(desk.shelf().store(), chosen.file());
    boolean everything = act % 3 == 0;
    Set<Integer> numbers = everything ? Set.of() : Set.of(chosen.number());
    if (act % 5 == 0) {
      // Somebody records while it is being told.
      RandomActs.act(other, random.nextInt(1000), random);
      look(other);
    }
    FileLife life = desk.office().files().life(file);
    long before = sheafBytes(base);
    Erasures.ErasureDone erased =
        desk.office().erasures().erase(file, numbers, life.file().path().name());
    assertThat(erased.freed()).isEqualTo(before - sheafBytes(base));
    for (Revision revision : life.revisions()) {
      if (everything || revision.number() == chosen.number()) {
        gone.add(new Key(chosen.file(), revision.number()));
      }
    }
    gone.forEach(expected::remove);
    net.jqwik.api.statistics.Statistics.label("erased").collect(everything, act % 5 == 0);
  }

  private static long sheafBytes(Path base) throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
      return files.filter(Files::isRegularFile).mapToLong(file -> file.toFile().length()).sum();
    }
  }

  /** Notes the revisions that are new. */
  private void look(TestDesk desk) throws IOException {
    for (String name : RandomActs.NAMES) {
      FileLife life;
      try {
        life = desk.life(name);
      } catch (SentenceException e) {
        continue;
      }
      for (Revision revision : life.revisions()) {
        Key key = new Key(life.file().id(), revision.number());
        assertThat(gone).doesNotContain(key);
        if (!expected.containsKey(key)) {
          expected.put(key, desk.content(life, revision.number()));
        }
      }
    }
  }

  private void agrees(TestDesk... desks) throws IOException {
    for (TestDesk desk : desks) {
      for (Map.Entry<Key, byte[]> one : expected.entrySet()) {
        FileLife life =
            desk.office().files().life(new FileRef(desk.shelf().store(), one.getKey().file()));
        assertThat(desk.content(life, one.getKey().number())).isEqualTo(one.getValue());
      }
    }
  }
}
