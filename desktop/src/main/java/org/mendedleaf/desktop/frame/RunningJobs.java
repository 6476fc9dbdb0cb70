package org.mendedleaf.desktop.frame;

import java.util.List;
import javafx.animation.PauseTransition;
import javafx.beans.InvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.jobs.Job;
import org.mendedleaf.desktop.work.jobs.Jobs;

/**
 * How far the work is that runs, in the room of what is said when none does. Jobs begin and end
 * without anybody having asked for them, so nothing else may move when they do. One is shown: the
 * one that began last, or the one that somebody chose to see.
 */
final class RunningJobs {

  private static final double BAR = 120;

  /** For so long a click was aimed at what stood here before. */
  private static final Duration AIMED_BEFORE = Duration.millis(500);

  private final Jobs jobs;
  private final Node otherwise;
  private final HBox strip = new HBox(14);
  private final StackPane room;
  private final PauseTransition opening = new PauseTransition(AIMED_BEFORE);
  private List<Job> known = List.of();
  private @Nullable Job shown;

  /**
   * @param otherwise what stands here while no job runs
   */
  RunningJobs(Jobs jobs, Node otherwise) {
    this.jobs = jobs;
    this.otherwise = otherwise;
    strip.setId("job");
    strip.setAlignment(Pos.CENTER_LEFT);
    // What it takes up is the other one's room.
    strip.setMinSize(0, 0);
    strip.setPrefHeight(0);
    room = new StackPane(otherwise, strip);
    room.setAlignment(Pos.CENTER_LEFT);
    opening.setOnFinished(event -> strip.setMouseTransparent(false));
    jobs.running().addListener((InvalidationListener) list -> show());
    show();
  }

  Region node() {
    return room;
  }

  private void show() {
    List<Job> running = List.copyOf(jobs.running());
    boolean hasBegun = !running.isEmpty() && !known.contains(running.get(running.size() - 1));
    if (hasBegun || shown == null || !running.contains(shown)) {
      shown = running.isEmpty() ? null : running.get(running.size() - 1);
    }
    if (known.isEmpty() && shown != null) {
      strip.setMouseTransparent(true);
      opening.playFromStart();
    }
    known = running;
    strip.setVisible(shown != null);
    otherwise.setVisible(shown == null);
    if (shown == null) {
      strip.getChildren().clear();
    } else {
      fill(shown, running.size() - 1);
    }
  }

  private void fill(Job job, int others) {
    ProgressBar bar = new ProgressBar();
    bar.progressProperty().bind(job.fractionProperty());
    bar.setMinWidth(BAR);
    bar.setPrefWidth(BAR);
    Label sentence = Nodes.label("", "soft");
    sentence.textProperty().bind(job.sentenceProperty());
    sentence.setMinWidth(0);
    sentence.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(sentence, Priority.ALWAYS);
    Tip.on(sentence, job.sentenceProperty()::get);
    Button stop = Nodes.button(Words.of("job.cancel"), "", job::cancel);
    stop.setId("stop-job");
    strip.getChildren().setAll(Nodes.label(job.title(), "strong"), bar, sentence);
    if (others > 0) {
      Hyperlink more = new Hyperlink(Words.count("job.others", others));
      more.setId("other-jobs");
      more.setMinWidth(Region.USE_PREF_SIZE);
      more.setOnAction(event -> showNext());
      strip.getChildren().add(more);
    }
    strip.getChildren().add(stop);
  }

  private void showNext() {
    List<Job> running = List.copyOf(jobs.running());
    shown = running.get((running.indexOf(shown) + 1) % running.size());
    show();
  }
}
