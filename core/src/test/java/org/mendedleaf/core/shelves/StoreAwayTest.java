package org.mendedleaf.core.shelves;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.stores.StoreFacts;

/** A store whose drive is away is told as such and takes nothing else away. */
class StoreAwayTest {

  @TempDir Path base;

  @Test
  void theOtherStoresAndTheirShelvesAreStillThere() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("list.csv", "one\n");
      desk.capture();
      Path other = base.resolve("other store");
      Path work = Files.createDirectories(base.resolve("other work"));
      desk.office().stores().make(other);
      desk.office().shelves().add(work, other, Optional.of("Other"));
      desk.restart();
      Files.move(other, base.resolve("drive away"));
      desk.restart();
      assertThat(desk.office().shelves().all())
          .contains(desk.shelf())
          .as("what this desk remembers of the other is shown")
          .extracting(Shelf::name)
          .containsExactly("Desk of home", "Other");
      assertThat(desk.office().stores().known())
          .extracting(StoreFacts::here)
          .containsExactly(true, false);
    }
  }

  @Test
  void everyProblemIsOneSentence() {
    assertThat(Complaint.sentence(new NoSuchFileException("/x/list.csv")))
        .startsWith("Not done: /x/list.csv is not there;");
    assertThat(Complaint.sentence(new AccessDeniedException("/x/list.csv")))
        .contains("/x/list.csv may not be read or written by you.");
    assertThat(
            Complaint.sentence(
                new FileSystemException("/x/list.csv", null, "No space left on device")))
        .contains("a drive is full")
        .contains("/x/list.csv");
    assertThat(Complaint.sentence(new FileSystemException("/x/list.csv", null, "Odd")))
        .contains("/x/list.csv (Odd).");
    assertThat(Complaint.sentence(new SentenceException("It is locked.")))
        .isEqualTo("It is locked.");
    assertThat(Complaint.sentence(new UnsupportedOperationException("remove")))
        .doesNotContain("Exception")
        .contains("Nothing recorded is lost");
  }
}
