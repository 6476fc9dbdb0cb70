package org.mendedleaf.core.attack;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.Attacks;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.oracle.PowerCut;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Everything that may happen, at operations all over every act that writes to a store. Whatever it
 * is: what was recorded is there and right, what was said to be done is done, and done again
 * everything is as if nothing had happened.
 */
class TroubleAttackTest {

  private static final Attacks ATTACKS = new Attacks("troubles", 1607, 2_000);
  private static final int TIMES = 25;
  private static final AtomicInteger PLAYED = new AtomicInteger();
  private static final AtomicInteger STRUCK = new AtomicInteger();

  @TempDir static Path disks;

  private static final Map<TroubledAct, Template> TEMPLATES = new EnumMap<>(TroubledAct.class);

  /**
   * An act that is ready to be played.
   *
   * @param operations what it does to the drive if nothing happens
   */
  private record Template(FaultyDesk desk, Set<Rounds.Told> told, List<Done> operations) {}

  private record Done(Operation operation, Path path, long bytes) {}

  @AfterAll
  static void end() throws IOException {
    for (Template template : TEMPLATES.values()) {
      template.desk().files().close();
    }
    // Threads take turns, so an operation more or less is done; and a passphrase reads nothing.
    assertThat(STRUCK.get()).isGreaterThan(PLAYED.get() * 9 / 10);
    ATTACKS.end();
  }

  @TestFactory
  Stream<DynamicTest> nothingThatWasRecordedIsLost() {
    List<Attacks.Row> rows = new ArrayList<>();
    for (int time = 0; time < TIMES; time++) {
      for (TroubledAct act : TroubledAct.values()) {
        for (Trouble trouble : Trouble.values()) {
          long seed = ATTACKS.seed() * 10_000 + rows.size();
          rows.add(
              new Attacks.Row(
                  act + " and " + trouble + " of seed " + seed,
                  () -> attack(act, trouble, new Random(seed))));
        }
      }
    }
    // So that every tenth is some of each.
    Collections.shuffle(rows, new Random(ATTACKS.seed()));
    return ATTACKS.of(rows);
  }

  private static Template template(TroubledAct act) throws Exception {
    Template known = TEMPLATES.get(act);
    if (known != null) {
      return known;
    }
    FaultyDesk desk = act.template(Files.createTempDirectory(disks, act.name()));
    Set<Rounds.Told> told = Rounds.told(desk.catalogue());
    desk.closeStore();
    List<Done> operations = new ArrayList<>();
    Path disk = Files.createTempDirectory("counted");
    try (FaultyDesk copy = desk.copied(disk, ATTACKS.seed())) {
      copy.files()
          .setFaults(
              (operation, path, bytes) -> {
                synchronized (operations) {
                  operations.add(new Done(operation, path, bytes));
                }
              });
      assertThat(act.run(copy)).as("without trouble").isTrue();
      copy.startAgain();
      isDone(act, copy, disk, act.wanted(told));
    } finally {
      RandomActs.delete(disk);
    }
    Template template = new Template(desk, told, operations);
    TEMPLATES.put(act, template);
    return template;
  }

  private static void attack(TroubledAct act, Trouble trouble, Random random) throws Exception {
    Template template = template(act);
    PLAYED.incrementAndGet();
    long points =
        template.operations().stream()
            .filter(one -> trouble.counts(one.operation(), one.path(), one.bytes()))
            .count();
    Path disk = Files.createTempDirectory("trouble");
    try (FaultyDesk desk = template.desk().copied(disk, random.nextLong())) {
      Set<Rounds.Told> wanted = act.wanted(template.told());
      PowerCut power = new PowerCut(desk.files(), desk.files().getPath("/"));
      long point = points == 0 ? 0 : random.nextLong(points);
      trouble.befalls(desk, point, random, STRUCK::incrementAndGet);
      boolean said = said(act, desk);
      if (trouble == Trouble.POWER) {
        desk.startAgainAfter(power, random);
      } else {
        desk.startAgain();
      }
      Set<Rounds.Told> left = Rounds.told(desk.catalogue());
      if (said) {
        assertThat(left).as("what was said to be done").containsExactlyInAnyOrderElementsOf(wanted);
        assertThat(act.isDone(desk, disk)).as("what was said to be done").isTrue();
      }
      Set<Rounds.Told> stays = new HashSet<>(template.told());
      stays.retainAll(wanted);
      assertThat(left).as("what was recorded").containsAll(stays);
      for (int i = 0; i < 3 && !act.run(desk); i++) {
        desk.catalogue().catchUp();
      }
      isDone(act, desk, disk, wanted);
    } finally {
      RandomActs.delete(disk);
    }
  }

  /** Whether it was said to be done. */
  private static boolean said(TroubledAct act, FaultyDesk desk) {
    try {
      return act.run(desk);
    } catch (IOException e) {
      assertThat(e.getMessage()).isNotBlank();
      return false;
    } catch (PowerCut.Now | IllegalStateException e) {
      // Workers tell of it as a cause.
      assertThat(e instanceof PowerCut.Now ? e : e.getCause()).isInstanceOf(PowerCut.Now.class);
      return false;
    }
  }

  private static void isDone(TroubledAct act, FaultyDesk desk, Path disk, Set<Rounds.Told> wanted)
      throws IOException {
    assertThat(Rounds.told(desk.catalogue())).containsExactlyInAnyOrderElementsOf(wanted);
    assertThat(act.isDone(desk, disk)).isTrue();
    for (SheafId sheaf : desk.catalogue().ledger().sheaves()) {
      assertThat(desk.store().verification().deep(sheaf).damage()).isEmpty();
    }
    var unused = desk.catalogue().rebuild();
    assertThat(Rounds.told(desk.catalogue())).containsExactlyInAnyOrderElementsOf(wanted);
  }
}
