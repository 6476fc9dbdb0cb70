package org.mendedleaf.core.attack;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.Attacks;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;

/**
 * Any file of a store or of a desk is hurt in any way. Whatever is read then is what was recorded,
 * or it is said that it cannot be read; nothing else is destroyed: with that one file as it was,
 * everything is there again.
 */
class DamageAttackTest {

  private static final Attacks ATTACKS = new Attacks("damage", 1601, 216);
  private static final int FILES = 4;

  /** Each at another place in the file. */
  private static final int ROUNDS = 2;

  @TempDir static Path base;
  private static TestDesk desk;
  private static final Map<Path, byte[]> WHOLE = new TreeMap<>();
  private static Map<String, byte[]> recorded;

  @BeforeAll
  static void aStore() throws Exception {
    desk = new TestDesk(base);
    Random random = new Random(ATTACKS.seed());
    for (int round = 0; round < 3; round++) {
      for (int file = 0; file < FILES; file++) {
        desk.write(name(file), "a line of them all\n".repeat(50) + random.nextInt(100));
      }
      byte[] large = new byte[2 << 20];
      new Random(7).nextBytes(large);
      large[round] = 1;
      desk.write("large.bin", large);
      desk.capture();
    }
    desk.office().sayings().note(desk.life(name(0)).ref(), 1, "as it was sent");
    desk.office().sayings().hold(desk.life(name(1)).ref(), 1, "it is needed");
    var unusedSnapshot =
        desk.office().snapshots().take(desk.shelf(), InnerPath.ROOT, "before", "", Progress.NONE);
    var unused = desk.office().erasures().erase(desk.life(name(2)).ref(), Set.of(1), "file 2.txt");
    recorded = contents();
    desk.closeAsItIs();
    for (String folder : List.of("store", "home")) {
      try (Stream<Path> files = Files.walk(base.resolve(folder))) {
        for (Path file : files.filter(Files::isRegularFile).toList()) {
          WHOLE.put(file, Files.readAllBytes(file));
        }
      }
    }
  }

  @AfterAll
  static void end() throws IOException {
    desk.closeAsItIs();
    ATTACKS.end();
  }

  private static String name(int file) {
    return "in/file " + file + ".txt";
  }

  private static Map<String, byte[]> contents() throws IOException {
    Map<String, byte[]> contents = new TreeMap<>();
    for (int file = 0; file <= FILES; file++) {
      String name = file == FILES ? "large.bin" : name(file);
      FileLife life = desk.life(name);
      for (Revision revision : life.revisions()) {
        contents.put(name + " " + revision.number(), desk.content(life, revision.number()));
      }
    }
    return contents;
  }

  private enum Hurt {
    BIT_FLIPPED,
    LATE_BIT_FLIPPED,
    HALF_CUT_OFF,
    LAST_BYTE_CUT_OFF,
    EMPTIED,
    ZEROS_IN_IT,
    GONE_ON,
    ANOTHER_FILE,
    GONE
  }

  @TestFactory
  Stream<DynamicTest> whatIsReadIsWhatWasRecorded() {
    List<Attacks.Row> rows = new ArrayList<>();
    Random random = new Random(ATTACKS.seed());
    for (int round = 0; round < ROUNDS; round++) {
      for (Path file : WHOLE.keySet()) {
        for (Hurt hurt : Hurt.values()) {
          long seed = random.nextLong();
          rows.add(
              new Attacks.Row(
                  base.relativize(file) + " " + hurt, () -> attack(file, hurt, new Random(seed))));
        }
      }
    }
    return ATTACKS.of(rows);
  }

  private static void attack(Path file, Hurt hurt, Random random) throws Exception {
    setBack();
    boolean fresh = random.nextBoolean();
    if (fresh) {
      // As a desk that has seen nothing yet.
      for (Path one : WHOLE.keySet()) {
        if (one.startsWith(base.resolve("home")) && one.toString().contains("catalogue")) {
          Files.deleteIfExists(one);
        }
      }
    }
    byte[] hurtBytes = hurt(file, hurt, random);
    if (hurtBytes == null) {
      Files.deleteIfExists(file);
    } else {
      Files.write(file, hurtBytes);
    }
    boolean opened = open();
    if (opened) {
      readAll();
      boolean isLog = file.startsWith(base.resolve("store/log"));
      if (!isLog && !file.endsWith("store.json")) {
        capture();
      }
    }
    desk.closeAsItIs();
    if (file.startsWith(base.resolve("home")) || !Files.exists(file) || hurtBytes != null) {
      Files.write(file, WHOLE.get(file));
    }
    if (file.startsWith(base.resolve("home"))) {
      setBack();
    }
    assertThat(open()).isTrue();
    desk.office().stores().rebuild(desk.shelf().store());
    Map<String, byte[]> again = contents();
    for (Map.Entry<String, byte[]> one : recorded.entrySet()) {
      assertThat(again.get(one.getKey())).as(one.getKey()).isEqualTo(one.getValue());
    }
    desk.closeAsItIs();
  }

  /** Everything as it was before the first attack. */
  private static void setBack() throws IOException {
    for (String folder : List.of("store", "home")) {
      try (Stream<Path> files = Files.walk(base.resolve(folder))) {
        for (Path file : files.filter(Files::isRegularFile).toList()) {
          Files.delete(file);
        }
      }
    }
    for (Map.Entry<Path, byte[]> one : WHOLE.entrySet()) {
      Files.createDirectories(one.getKey().getParent());
      Files.write(one.getKey(), one.getValue());
    }
  }

  private static boolean open() {
    try {
      desk.restart();
      return true;
    } catch (IOException e) {
      requireSentence(e);
      return false;
    }
  }

  private static void requireSentence(IOException e) {
    assertThat(e.getMessage()).as(e.toString()).isNotBlank().doesNotContain("java.");
  }

  private static void readAll() {
    for (Map.Entry<String, byte[]> one : recorded.entrySet()) {
      String name = one.getKey().substring(0, one.getKey().lastIndexOf(' '));
      int number = Integer.parseInt(one.getKey().substring(one.getKey().lastIndexOf(' ') + 1));
      try {
        FileLife life = desk.life(name);
        if (life.revision(number).isPresent()) {
          assertThat(desk.content(life, number)).as(one.getKey()).isEqualTo(one.getValue());
        }
      } catch (IOException e) {
        requireSentence(e);
      }
    }
  }

  private static void capture() throws IOException {
    desk.write(name(0), "saved after the damage");
    try {
      desk.capture();
    } catch (IOException e) {
      requireSentence(e);
    }
  }

  private static byte[] hurt(Path file, Hurt hurt, Random random) {
    byte[] bytes = WHOLE.get(file).clone();
    int length = Math.max(1, bytes.length);
    if (bytes.length == 0 && hurt != Hurt.GONE) {
      return new byte[] {1};
    }
    switch (hurt) {
      case BIT_FLIPPED -> bytes[random.nextInt(length)] ^= (byte) (1 << random.nextInt(8));
      case LATE_BIT_FLIPPED ->
          bytes[length - 1 - random.nextInt(Math.min(length, 64))] ^=
              (byte) (1 << random.nextInt(8));
      case HALF_CUT_OFF -> bytes = Arrays.copyOf(bytes, length / 2);
      case LAST_BYTE_CUT_OFF -> bytes = Arrays.copyOf(bytes, length - 1);
      case EMPTIED -> bytes = new byte[0];
      case ZEROS_IN_IT -> {
        int from = random.nextInt(length);
        Arrays.fill(bytes, from, Math.min(length, from + 512), (byte) 0);
      }
      case GONE_ON -> {
        bytes = Arrays.copyOf(bytes, length + 100);
        Arrays.fill(bytes, length, length + 100, (byte) 'x');
      }
      case ANOTHER_FILE -> {
        List<byte[]> all = new ArrayList<>(WHOLE.values());
        bytes = all.get(random.nextInt(all.size())).clone();
      }
      default -> bytes = null;
    }
    return bytes;
  }
}
