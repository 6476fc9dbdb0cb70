package org.mendedleaf.desktop.recording;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/** What is recorded of a shelf, and who may do what on it. */
class RecordingPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk desk;
  private RecordingPresenter presenter;

  @BeforeEach
  void someFiles() throws Exception {
    desk = new TestDesk(base);
    for (String name : new String[] {"a.txt", "b.bak", "old/c.bak"}) {
      desk.write(name, "text of " + name);
    }
    desk.capture();
    presenter = new RecordingPresenter(InTurn.of(desk, navigator), desk.shelf());
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private ShelfSettings settings() {
    presenter.refresh();
    return presenter.viewProperty().get().shelf().settings();
  }

  @Test
  void aPatternIsTriedBeforeItIsKeptAndCanBeTakenBack() {
    presenter.tryPattern("*.bak");
    assertThat(presenter.matchesProperty().get().files()).hasSize(2);
    presenter.tryPattern("  ");
    assertThat(presenter.matchesProperty().get()).isNull();

    presenter.leaveOut(" *.bak ");
    assertThat(settings().leftOut().rules()).extracting("pattern").containsExactly("*.bak");
    assertThat(presenter.viewProperty().get().leftOut()).containsExactly(2);

    presenter.recordAgain("*.bak");
    assertThat(settings().leftOut().rules()).isEmpty();
    verify(navigator, never()).complain(any());
  }

  @Test
  void recordingIsPausedAndSwitchedOnWithACapture() throws Exception {
    presenter.toggleRecording();
    assertThat(settings().recording()).isEqualTo(ShelfSettings.Recording.PAUSED);
    desk.write("a.txt", "a later text");
    presenter.toggleRecording();
    assertThat(settings().recording()).isEqualTo(ShelfSettings.Recording.ON);
    assertThat(desk.life("a.txt").revisions()).hasSize(2);
  }

  @Test
  void whatIsSaidOfTheShelfIsSaidOnce() throws Exception {
    presenter.requireNotes(true);
    presenter.admit(true);
    presenter.tellStages(true);
    assertThat(settings().noteRequired()).isTrue();
    assertThat(settings().admits()).isTrue();
    assertThat(settings().stages()).isTrue();
    int acts = desk.office().stores().ledger(desk.shelf().store()).size();
    presenter.requireNotes(true);
    presenter.admit(true);
    presenter.tellStages(true);
    assertThat(desk.office().stores().ledger(desk.shelf().store())).hasSize(acts);
  }

  @Test
  void whoIsNoKeeperAnyMoreMayOnlyLook() {
    assertThat(presenter.viewProperty().get().mayChange()).isTrue();
    presenter.person("jonas", Optional.of(Role.KEEPER));
    presenter.others(Role.LOOKER);
    assertThat(settings().people().roleOf("jonas")).isEqualTo(Role.KEEPER);
    assertThat(settings().people().roleOf("anybody")).isEqualTo(Role.LOOKER);
    presenter.person("maren", Optional.of(Role.LOOKER));
    assertThat(settings().people().roleOf("maren")).isEqualTo(Role.LOOKER);
    assertThat(presenter.viewProperty().get().mayChange()).isFalse();
  }
}
