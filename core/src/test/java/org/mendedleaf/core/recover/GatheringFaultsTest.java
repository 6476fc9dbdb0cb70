package org.mendedleaf.core.recover;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.progress.Progress;

/** Dying at any point while copies become revisions of one file. */
class GatheringFaultsTest {

  private static final List<String> NAMES =
      List.of("in/prices 1 Nov MO", "in/prices 3 Dec TL", "in/prices 9 Jan");
  private static final InnerPath FILE = new InnerPath("in/prices");

  @TempDir Path disk;
  private FaultyDesk desk;

  @BeforeEach
  void threeCopies() throws Exception {
    desk = new FaultyDesk(disk);
    for (int i = 0; i < NAMES.size(); i++) {
      Path copy = desk.write(NAMES.get(i), "prices " + i);
      Files.setLastModifiedTime(
          copy, FileTime.from(desk.now().minus(Duration.ofDays(100 - 10L * i))));
    }
    desk.capture();
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private boolean gather(List<InnerPath> copies) {
    try {
      List<Long> acts =
          desk.recovery()
              .gather(
                  desk.shelf(),
                  desk.folder(),
                  List.of(new Copies(FILE, copies)),
                  "maren",
                  "run",
                  Progress.NONE);
      return acts.size() == 2;
    } catch (IOException e) {
      return false;
    }
  }

  private List<InnerPath> there() {
    List<InnerPath> there = new ArrayList<>();
    NAMES.stream()
        .filter(name -> Files.exists(desk.file(name)))
        .forEach(name -> there.add(new InnerPath(name)));
    return there;
  }

  private List<String> history() throws IOException {
    List<String> texts = new ArrayList<>();
    Optional<RecordedFile> file = desk.catalogue().files().lastAt(desk.shelf(), FILE);
    if (file.isPresent()) {
      for (Revision one : desk.catalogue().files().history(file.get().id())) {
        byte[] bytes = desk.catalogue().contents().bytes(one.state().content().orElseThrow());
        texts.add(new String(bytes, StandardCharsets.UTF_8));
      }
    }
    return texts;
  }

  @Test
  void eachCopyLiesWhereItWasOrIsARevisionAndTheRestCanBeDone() throws Exception {
    for (long last = 0; ; last++) {
      close();
      FaultyDesk.forgetCatalogue(disk);
      threeCopies();
      desk.dieAfter(last);
      boolean done = gather(NAMES.stream().map(InnerPath::new).toList());
      desk.startAgain();
      for (int i = 0; i < NAMES.size(); i++) {
        boolean lies = Files.exists(desk.file(NAMES.get(i)));
        assertThat(lies || history().contains("prices " + i))
            .as("copy %d, dead after %d", i, last)
            .isTrue();
      }
      desk.capture();
      List<InnerPath> again = there();
      if (Files.exists(desk.file("in/prices"))) {
        again.add(FILE);
      }
      if (again.size() > 1) {
        assertThat(gather(again)).isTrue();
      }
      assertThat(there()).isEmpty();
      assertThat(Files.readString(desk.file("in/prices"))).isEqualTo("prices 2");
      assertThat(history()).contains("prices 0", "prices 1").endsWith("prices 2");
      if (done) {
        assertThat(history()).containsExactly("prices 0", "prices 1", "prices 2");
        assertThat(last).as("operations that were tried").isGreaterThan(12);
        return;
      }
    }
  }
}
