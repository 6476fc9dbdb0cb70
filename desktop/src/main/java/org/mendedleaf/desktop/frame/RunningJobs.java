package org.mendedleaf.desktop.frame;

import java.util.List;
import javafx.animation.PauseTransition;
import javafx.collections.ListChangeListener;
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
 * The progress of the running job, in the room of the sentence that stands there when none runs.
 * Jobs begin and end without anybody having asked for them, so nothing else may move when they do.
 * One is shown: the one that began last, or the one that somebody chose to see.
 */
final class RunningJobs {

  private static final double BAR = 120;

  /** For so long a click was aimed at what stood here before. */
  private static final Duration AIMED_BEFORE = Duration.millis(500);

  private final Jobs jobs;
  private final Node otherwise;
  private final Label title = Nodes.label("", "strong");
  private final ProgressBar bar = new ProgressBar();
  private final Label sentence = Nodes.label("", "soft");
  private final Hyperlink others = new Hyperlink();
  private final Button stop = Nodes.button(Words.of("job.cancel"), "", this::stop);
  private final HBox strip = new HBox(14, title, bar, sentence, others, stop);
  private final StackPane room;
  private final PauseTransition opening = new PauseTransition(AIMED_BEFORE);
  private @Nullable Job shown;

  /**
   * @param otherwise what stands here while no job runs
   */
  RunningJobs(Jobs jobs, Node otherwise) {
    this.jobs = jobs;
    this.otherwise = otherwise;
    bar.setMinWidth(BAR);
    bar.setPrefWidth(BAR);
    sentence.setMinWidth(0);
    sentence.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(sentence, Priority.ALWAYS);
    Tip.on(sentence, sentence::getText);
    others.setId("other-jobs");
    others.setMinWidth(Region.USE_PREF_SIZE);
    others.managedProperty().bind(others.visibleProperty());
    others.setOnAction(event -> showNext());
    stop.setId("stop-job");
    strip.setId("job");
    strip.setAlignment(Pos.CENTER_LEFT);
    // What it takes up is the other one's room.
    strip.setMinSize(0, 0);
    strip.setPrefHeight(0);
    room = new StackPane(otherwise, strip);
    room.setAlignment(Pos.CENTER_LEFT);
    opening.setOnFinished(event -> strip.setMouseTransparent(false));
    jobs.running()
        .addListener(
            (ListChangeListener<Job>)
                change -> {
                  boolean hasBegun = false;
                  while (change.next()) {
                    hasBegun |= change.wasAdded();
                  }
                  look(hasBegun);
                });
    look(false);
  }

  Region node() {
    return room;
  }

  private void look(boolean hasBegun) {
    List<Job> running = List.copyOf(jobs.running());
    Job next = shown;
    if (running.isEmpty()) {
      next = null;
    } else if (hasBegun || next == null || !running.contains(next)) {
      next = running.get(running.size() - 1);
    }
    if (next != shown) {
      // Whoever is about to click here means what stood here before, and not to stop this one.
      stop.disarm();
      strip.setMouseTransparent(true);
      opening.playFromStart();
    }
    show(next, running.size() - 1);
  }

  private void show(@Nullable Job job, int more) {
    strip.setVisible(job != null);
    otherwise.setVisible(job == null);
    others.setVisible(more > 0);
    others.setText(more > 0 ? Words.count("job.others", more) : "");
    if (job == null) {
      bar.progressProperty().unbind();
      sentence.textProperty().unbind();
    } else if (job != shown) {
      title.setText(job.title());
      bar.progressProperty().bind(job.fractionProperty());
      sentence.textProperty().bind(job.sentenceProperty());
    }
    shown = job;
  }

  private void showNext() {
    List<Job> running = List.copyOf(jobs.running());
    show(running.get((running.indexOf(shown) + 1) % running.size()), running.size() - 1);
  }

  private void stop() {
    if (shown != null) {
      shown.cancel();
    }
  }
}
