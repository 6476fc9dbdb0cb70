package org.mendedleaf.core.attack;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.Attacks;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.TestDesk;

/**
 * Two desks work in one store at the same time: they save, capture, say, erase and tidy while the
 * other does. Whatever comes between, what was recorded and not erased stays as it was for both,
 * and each is told in a sentence what could not be done.
 */
class NeighbourAttackTest {

  private static final Attacks ATTACKS = new Attacks("neighbours", 1605, 300);
  private static final List<String> NAMES = List.of("a.txt", "b.txt", "in/a.txt", "in/c.txt");
  private static final int ACTS = 6;

  @AfterAll
  static void end() throws IOException {
    ATTACKS.end();
  }

  @TestFactory
  Stream<DynamicTest> whatIsNotErasedStays() {
    List<Attacks.Row> rows = new ArrayList<>();
    for (int i = 0; i < 300; i++) {
      long seed = ATTACKS.seed() * 1000 + i;
      rows.add(new Attacks.Row("two desks of seed " + seed, () -> attack(seed)));
    }
    return ATTACKS.of(rows);
  }

  private record Key(String shelf, String name, int number) implements Comparable<Key> {
    @Override
    public int compareTo(Key other) {
      return toString().compareTo(other.toString());
    }
  }

  private static void attack(long seed) throws Exception {
    Path base = Files.createTempDirectory("neighbours");
    ExecutorService both = Executors.newFixedThreadPool(2);
    try (TestDesk one = new TestDesk(base);
        TestDesk two = new TestDesk(base, base.resolve("store"), "two")) {
      Random random = new Random(seed);
      for (TestDesk desk : List.of(one, two)) {
        save(desk, random);
        desk.capture();
        save(desk, random);
        desk.capture();
      }
      Map<Key, byte[]> before = new TreeMap<>(contents(one));
      before.putAll(contents(two));
      long seedOne = random.nextLong();
      long seedTwo = random.nextLong();
      Future<Set<Key>> erasedByOne = both.submit(acts(one, new Random(seedOne)));
      Future<Set<Key>> erasedByTwo = both.submit(acts(two, new Random(seedTwo)));
      before.keySet().removeAll(result(erasedByOne));
      before.keySet().removeAll(result(erasedByTwo));
      for (TestDesk desk : List.of(one, two)) {
        Map<Key, byte[]> after = contents(desk);
        before.forEach(
            (key, bytes) -> {
              if (key.shelf().equals(desk.shelf().name())) {
                assertThat(after.get(key)).as(key.toString()).isEqualTo(bytes);
              }
            });
        desk.office().stores().rebuild(desk.shelf().store());
        assertThat(contents(desk).keySet()).isEqualTo(after.keySet());
      }
    } finally {
      both.shutdownNow();
      RandomActs.delete(base);
    }
  }

  private static Set<Key> result(Future<Set<Key>> acts) throws Exception {
    try {
      return acts.get();
    } catch (ExecutionException e) {
      throw new AssertionError(e.getCause());
    }
  }

  private static Callable<Set<Key>> acts(TestDesk desk, Random random) {
    return () -> {
      Set<Key> erased = new java.util.TreeSet<>();
      for (int act = 0; act < ACTS; act++) {
        try {
          act(desk, random, erased);
        } catch (SentenceException e) {
          assertThat(e.getMessage()).isNotBlank();
        }
      }
      return erased;
    };
  }

  private static void act(TestDesk desk, Random random, Set<Key> erased) throws IOException {
    switch (random.nextInt(6)) {
      case 0, 1 -> {
        save(desk, random);
        desk.capture();
      }
      case 2 -> {
        FileLife life = life(desk, random);
        var unused =
            desk.office().sayings().note(life.ref(), life.newest().number(), "seen by both");
      }
      case 3 -> {
        FileLife life = life(desk, random);
        List<Revision> all = life.revisions();
        int number = all.get(random.nextInt(all.size())).number();
        // Noted first: whether or not it is told that it happened, it may have.
        erased.add(new Key(desk.shelf().name(), life.file().path().text(), number));
        var unused =
            desk.office().erasures().erase(life.ref(), Set.of(number), life.file().path().name());
      }
      case 4 -> {
        var unused = desk.office().stores().upkeep(desk.shelf().store());
      }
      default -> {
        FileLife life = life(desk, random);
        var unused = desk.content(life, life.newest().number());
      }
    }
  }

  private static FileLife life(TestDesk desk, Random random) throws IOException {
    return desk.life(NAMES.get(random.nextInt(NAMES.size())));
  }

  /** From the same few texts, so that contents are shared and lean on each other. */
  private static void save(TestDesk desk, Random random) throws IOException {
    for (String name : NAMES) {
      if (random.nextInt(3) > 0) {
        desk.write(name, "the same long beginning of them all\n".repeat(30) + random.nextInt(6));
      }
    }
    desk.write("always.txt", Long.toHexString(random.nextLong()));
  }

  private static Map<Key, byte[]> contents(TestDesk desk) throws IOException {
    Map<Key, byte[]> contents = new TreeMap<>();
    for (String name : NAMES) {
      FileLife life;
      try {
        life = desk.life(name);
      } catch (SentenceException e) {
        continue;
      }
      for (Revision revision : life.revisions()) {
        contents.put(
            new Key(desk.shelf().name(), name, revision.number()),
            desk.content(life, revision.number()));
      }
    }
    return contents;
  }
}
