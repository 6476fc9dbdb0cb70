package org.mendedleaf.desktop.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mockito.ArgumentCaptor;

/** What the file page does, without a window: everything runs in turn. */
class FilePresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk desk;
  private FilePresenter presenter;

  @BeforeEach
  void aFileWithThreeStates() throws Exception {
    desk = new TestDesk(base);
    for (String text : new String[] {"one", "two!", "three"}) {
      desk.write("a.txt", text);
      desk.capture();
    }
    Context context = InTurn.of(desk, navigator);
    presenter = new FilePresenter(context, desk.life("a.txt").ref());
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  @Test
  void theNewestIsChosenAndFollowedAsLongAsNobodyChoosesAnother() throws Exception {
    assertThat(presenter.chosenProperty().get()).isEqualTo(2);
    desk.write("a.txt", "number four");
    desk.capture();
    presenter.refresh();
    assertThat(presenter.chosenProperty().get()).isEqualTo(3);

    presenter.chosenProperty().set(1);
    desk.write("a.txt", "and number five");
    desk.capture();
    presenter.refresh();
    assertThat(presenter.chosenProperty().get()).isEqualTo(1);
    assertThat(presenter.inside().insideProperty().get().revision().number()).isEqualTo(1);
  }

  /** To choose a revision of a large file must not read all of it. */
  @Test
  void theHashOfALargeContentIsWorkedOutForThoseWhoWantIt() throws Exception {
    assertThat(presenter.inside().insideProperty().get().sha256()).as("of a small one").isPresent();
    byte[] large = new byte[1 << 20];
    new java.util.Random(1).nextBytes(large);
    desk.write("a.txt", large);
    desk.capture();
    presenter.refresh();
    InsidePresenter.LookInside inside = presenter.inside().insideProperty().get();
    assertThat(inside.sha256()).isEmpty();
    presenter.inside().workOutHash(inside.revision());
    assertThat(presenter.inside().insideProperty().get().sha256()).contains(sha256(large));
    presenter.chosenProperty().set(1);
    presenter.chosenProperty().set(inside.revision().number());
    assertThat(presenter.inside().insideProperty().get().sha256()).as("known now").isPresent();
  }

  private static ContentId sha256(byte[] bytes) throws Exception {
    return ContentId.of(java.security.MessageDigest.getInstance("SHA-256").digest(bytes));
  }

  @Test
  void theCurrentRevisionMendsOnlyWhatWasChangedSince() throws Exception {
    assertThat(presenter.canMend()).isFalse();
    desk.write("a.txt", "saved, not captured");
    presenter.refresh();
    assertThat(presenter.canMend()).isTrue();
  }

  @Test
  void mendingTellsWhatWasDoneAndTakesItBack() throws Exception {
    presenter.chosenProperty().set(0);
    desk.clock().forward(java.time.Duration.ofMinutes(1));
    presenter.mend();

    assertThat(desk.file("a.txt")).hasContent("one");
    ArgumentCaptor<Runnable> undo = ArgumentCaptor.captor();
    verify(navigator).tell(contains("a.txt"), undo.capture());
    assertThat(presenter.chosenProperty().get()).isEqualTo(3);

    desk.clock().forward(java.time.Duration.ofMinutes(1));
    undo.getValue().run();
    assertThat(desk.file("a.txt")).hasContent("three");
  }

  @Test
  void whatCannotBeMendedIsSaidAndNothingChanges() throws Exception {
    Files.delete(desk.file("a.txt"));
    Files.createDirectory(desk.file("a.txt"));
    presenter.chosenProperty().set(0);
    presenter.mend();

    verify(navigator).complain(any());
    assertThat(desk.file("a.txt")).isDirectory();
  }
}
