package org.mendedleaf.core.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Arrays;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.oracle.FaultyFileSystem;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.oracle.PowerCut;

/** What a desk remembers survives cuts, and damage is told from what was written. */
class DeskFileTest {

  private FaultyFileSystem files;
  private Path file;

  @BeforeEach
  void aFile() throws Exception {
    files =
        new FaultyFileSystem(
            Jimfs.newFileSystem(
                Configuration.unix().toBuilder().setAttributeViews("basic", "posix").build()));
    file = files.getPath("/home/desk.json");
  }

  @AfterEach
  void close() throws Exception {
    files.close();
  }

  private static Optional<String> read(DeskFile file) throws IOException {
    return file.read(text -> text);
  }

  @Test
  void whatWasWrittenIsRead() throws Exception {
    DeskFile desk = DeskFile.at(file);
    assertThat(read(desk)).isEmpty();
    desk.write("{\"a\": 1}");
    assertThat(read(desk)).contains("{\"a\": 1}\n");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
        .isEqualTo("rw-------");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file.getParent())))
        .isEqualTo("rwx------");
    desk.delete();
    assertThat(read(desk)).isEmpty();
  }

  @Test
  void aCutAfterAnyOperationLeavesTheFormerOrTheNewText() throws Exception {
    DeskFile desk = DeskFile.keptTwice(file);
    for (long last = 0; ; last++) {
      files.setFaults((operation, path, bytes) -> {});
      desk.write("before");
      AtomicLong left = new AtomicLong(last);
      files.setFaults(
          (operation, path, bytes) -> {
            if (operation != Operation.READ
                && operation != Operation.LOOK
                && left.decrementAndGet() < 0) {
              throw new IOException("cut");
            }
          });
      boolean died = false;
      try {
        desk.write("after");
      } catch (IOException e) {
        died = true;
      }
      files.setFaults((operation, path, bytes) -> {});
      assertThat(read(DeskFile.keptTwice(file)).orElseThrow()).isIn("before\n", "after\n");
      if (!died) {
        assertThat(last).isGreaterThan(4);
        return;
      }
    }
  }

  @Property
  void afterAPowerCutItIsWhatWasWrittenLastOrWasJustBeingWritten(
      @ForAll @LongRange(min = 0, max = 60) long last, @ForAll long seed) throws Exception {
    aFile();
    Files.createDirectories(file.getParent());
    Random random = new Random(seed);
    boolean twice = random.nextBoolean();
    DeskFile desk = twice ? DeskFile.keptTwice(file) : DeskFile.at(file);
    desk.write("text 0");
    PowerCut power = new PowerCut(files, file.getParent());
    AtomicLong left = new AtomicLong(last);
    files.setFaults(
        (operation, path, bytes) -> {
          if (left.decrementAndGet() < 0) {
            // Nobody goes on, as after an operation that failed.
            throw new PowerCut.Now();
          }
        });
    int written = 0;
    try {
      while (true) {
        desk.write("text " + (written + 1));
        written++;
      }
    } catch (PowerCut.Now e) {
      power.cut(random);
    }
    assertThat(desk.read(DeskFileTest::one).orElseThrow())
        .isIn("text " + written, "text " + (written + 1));
    desk.write("again");
    assertThat(read(desk)).contains("again\n");
    close();
  }

  private static String one(String text) {
    if (!text.matches("text [0-9]+\n")) {
      throw new IllegalArgumentException(text);
    }
    return text.strip();
  }

  @Test
  void whateverIsCutOffOrFlippedIsNeverTakenForWhatWasWritten() throws Exception {
    DeskFile desk = DeskFile.at(file);
    desk.write("{\"stores\": [\"one\"]}");
    byte[] whole = Files.readAllBytes(file);
    for (int at = 0; at < whole.length; at++) {
      byte[] flipped = whole.clone();
      flipped[at] ^= 4;
      Files.write(file, flipped);
      assertUnread(desk);
      Files.write(file, Arrays.copyOf(whole, at));
      assertUnread(desk);
    }
    Files.write(file, new byte[whole.length]);
    assertUnread(desk);
  }

  /** Either it is said to be damaged, or it is what was written. */
  private static void assertUnread(DeskFile desk) throws IOException {
    try {
      assertThat(desk.read(DeskFileTest::strictly)).contains("{\"stores\": [\"one\"]}");
    } catch (DamagedDeskFileException e) {
      assertThat(e).hasMessageContaining("desk.json is damaged");
    }
  }

  private static String strictly(String text) {
    if (!text.strip().equals("{\"stores\": [\"one\"]}")) {
      throw new IllegalArgumentException(text);
    }
    return text.strip();
  }

  @Test
  void theCopyIsReadWhereTheFileIsDamaged() throws Exception {
    DeskFile desk = DeskFile.keptTwice(file);
    desk.write("first");
    desk.write("second");
    Files.write(file, new byte[0]);
    assertThat(desk.read(text -> text.isEmpty() ? null : text)).contains("second\n");
    Files.write(file.resolveSibling("desk.json.copy"), new byte[] {0});
    assertThatThrownBy(() -> desk.read(DeskFileTest::strictly))
        .isInstanceOf(DamagedDeskFileException.class);
  }
}
