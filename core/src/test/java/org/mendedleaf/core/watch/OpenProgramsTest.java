package org.mendedleaf.core.watch;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Whose next save would write over what is put back. */
class OpenProgramsTest {

  private final Instant now = Instant.now();

  @TempDir Path base;
  private Path list;
  private Path plan;
  private OpenPrograms programs;

  @BeforeEach
  void twoFilesAndSomeProcesses() throws IOException {
    list = Files.writeString(base.resolve("price list.csv"), "one");
    plan = Files.writeString(base.resolve("plan.txt"), "two");
    programs = OpenPrograms.listedIn(Files.createDirectory(base.resolve("proc")));
    process(12, "sheets", list);
    process(13, "reader", base.resolve("elsewhere"));
    Files.createDirectory(base.resolve("proc/self"));
  }

  private void process(int id, String name, Path opened) throws IOException {
    Path process = Files.createDirectories(base.resolve("proc/" + id + "/fd")).getParent();
    Files.writeString(process.resolve("comm"), name + "\n");
    Files.createSymbolicLink(process.resolve("fd/3"), opened);
  }

  private Map<Path, Set<String>> open() {
    return programs.having(List.of(list, plan), now);
  }

  @Test
  void anOpenHandleTellsTheProgram() {
    assertThat(open()).isEqualTo(Map.of(list, Set.of("sheets")));
  }

  /** Mending puts another file there; the program goes on with the former one. */
  @Test
  void aProgramStillHasOpenWhatWasReplaced() throws IOException {
    process(14, "writer", Path.of(plan + " (deleted)"));
    assertThat(open()).containsEntry(plan, Set.of("writer"));
  }

  @Test
  void aFileReachedThroughALinkIsTheSameFile() throws IOException {
    Path link = Files.createSymbolicLink(base.resolve("to the list"), list);
    assertThat(programs.having(List.of(link), now)).isEqualTo(Map.of(link, Set.of("sheets")));
  }

  @Test
  void aLockFileBesideItTellsThatSomethingHasItOpen() throws IOException {
    for (String lock :
        List.of(".~lock.plan.txt#", "~$plan.txt", ".plan.txt.swp", "plan.txt.lock")) {
      Path file = Files.writeString(base.resolve(lock), "");
      assertThat(open()).as(lock).containsEntry(plan, Set.of("another program"));
      Files.delete(file);
    }
    Files.writeString(base.resolve("plan.txt.bak"), "");
    Files.writeString(base.resolve(".plan.txt"), "");
    assertThat(open()).doesNotContainKey(plan);
  }

  @Test
  void aLockThatLeadsNowhereCountsAndOneThatWasLeftBehindDoesNot() throws IOException {
    Path lock = base.resolve(".#plan.txt");
    Files.createSymbolicLink(lock, base.resolve("maren@desk.4711"));
    assertThat(open()).containsKey(plan);
    Files.delete(lock);
    Files.writeString(lock, "");
    Files.setLastModifiedTime(lock, FileTime.from(now.minus(Duration.ofDays(8))));
    assertThat(open()).doesNotContainKey(plan);
  }

  /** The lists of the system itself, and a real program. */
  @Test
  void aProgramOfThisMachineIsSeen() throws Exception {
    Process reading =
        new ProcessBuilder("tail", "-f", list.toString())
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    try {
      Map<Path, Set<String>> seen = Map.of();
      for (int i = 0; i < 100 && seen.isEmpty(); i++) {
        Thread.sleep(50);
        seen = OpenPrograms.ofThisMachine().having(List.of(list, plan), now);
      }
      assertThat(seen).isEqualTo(Map.of(list, Set.of("tail")));
    } finally {
      reading.destroy();
    }
  }
}
