package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;

/** Work that runs is told without anything in the window moving for it. */
class RunningJobsTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;
  private final List<String> ended = new ArrayList<>();

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "rope;4\n");
    desk.capture();
    show(desk.office());
    clickOn("Desk of home");
    eventually(() -> isThere("#gather-copies") && shows("list.csv"));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  /** A job that works until it is let go or stopped. */
  private CountDownLatch job(String title) {
    CountDownLatch end = new CountDownLatch(1);
    interact(
        () ->
            window()
                .context()
                .jobs()
                .start(
                    title,
                    progress -> {
                      progress.phase(Phase.READING, 100, 0);
                      while (end.getCount() > 0) {
                        if (progress.cancelled()) {
                          throw new CancelledException();
                        }
                        Thread.sleep(5);
                      }
                      return title;
                    },
                    ended::add,
                    problem -> ended.add(title + " was stopped")));
    return end;
  }

  private Bounds place(String query) {
    Node node = lookup(query).query();
    return node.localToScreen(node.getBoundsInLocal());
  }

  private boolean says(String text) {
    return lookup("#job .label").queryAllAs(javafx.scene.control.Label.class).stream()
        .anyMatch(label -> text.equals(label.getText()));
  }

  @Test
  void nothingMovesWhenAJobBeginsOrEnds() throws Exception {
    moveTo("#gather-copies");
    Bounds gather = place("#gather-copies");
    Bounds files = place("#files");
    CountDownLatch end = job("Something long");
    eventually(() -> isThere("#job") && says("Something long"));
    assertThat(isThere("#store-state")).isFalse();
    assertThat(place("#gather-copies")).isEqualTo(gather);
    assertThat(place("#files")).isEqualTo(files);
    end.countDown();
    eventually(() -> !isThere("#job") && isThere("#store-state"));
    assertThat(place("#gather-copies")).isEqualTo(gather);
    assertThat(ended).containsExactly("Something long");
  }

  /** Whether a click goes through it, looked at in the turn in which something happens. */
  private boolean isClickedThroughAfter(Runnable happens) {
    boolean[] through = new boolean[1];
    interact(
        () -> {
          happens.run();
          through[0] = lookup("#job").query().isMouseTransparent();
        });
    return through[0];
  }

  @Test
  void aClickThatWasAimedAtWhatStoodThereStopsNothing() throws Exception {
    assertThat(isClickedThroughAfter(() -> job("Something long"))).isTrue();
    eventually(() -> !lookup("#job").query().isMouseTransparent());
    // Another one takes its room: Stop was aimed at the first.
    assertThat(isClickedThroughAfter(() -> job("Something else"))).isTrue();
    eventually(() -> !lookup("#job").query().isMouseTransparent());
    clickOn("#stop-job");
    eventually(() -> says("Something long"));
    assertThat(ended).containsExactly("Something else was stopped");
    eventually(() -> !lookup("#job").query().isMouseTransparent());
    clickOn("#stop-job");
    eventually(() -> !isThere("#job"));
    assertThat(ended).containsExactly("Something else was stopped", "Something long was stopped");
  }

  @Test
  void ofSeveralJobsTheLastIsShownAndTheOthersAreOneClickAway() throws Exception {
    CountDownLatch first = job("The first");
    CountDownLatch second = job("The second");
    eventually(() -> says("The second") && isThere("#other-jobs"));
    eventually(() -> !lookup("#job").query().isMouseTransparent());
    clickOn("#other-jobs");
    eventually(() -> says("The first"));
    assertThat(lookup("#job").query().isMouseTransparent()).as("that was a choice").isFalse();
    clickOn("#stop-job");
    eventually(() -> says("The second") && !isThere("#other-jobs"));
    assertThat(ended).containsExactly("The first was stopped");
    second.countDown();
    eventually(() -> !isThere("#job"));
    first.countDown();
  }
}
