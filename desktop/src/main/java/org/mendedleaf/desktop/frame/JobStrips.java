package org.mendedleaf.desktop.frame;

import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.jobs.Job;
import org.mendedleaf.desktop.work.jobs.Jobs;

/** A strip under the top bar for each job that runs, with its progress and a way to stop it. */
final class JobStrips {

  private static final double BAR = 220;

  private final Jobs jobs;
  private final VBox strips = new VBox();

  JobStrips(Jobs jobs) {
    this.jobs = jobs;
    jobs.running().addListener((ListChangeListener<Job>) change -> show());
  }

  Node node() {
    return strips;
  }

  private void show() {
    strips.getChildren().setAll(jobs.running().stream().map(JobStrips::strip).toList());
  }

  private static HBox strip(Job job) {
    ProgressBar bar = new ProgressBar();
    bar.progressProperty().bind(job.fractionProperty());
    bar.setPrefWidth(BAR);
    Label sentence = Nodes.label("", "soft");
    sentence.textProperty().bind(job.sentenceProperty());
    sentence.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(sentence, Priority.ALWAYS);
    Button cancel = new Button(Words.of("job.cancel"));
    cancel.setOnAction(event -> job.cancel());
    HBox strip = new HBox(14, Nodes.label(job.title(), "strong"), bar, sentence, cancel);
    strip.setAlignment(Pos.CENTER_LEFT);
    strip.getStyleClass().add("job");
    return strip;
  }
}
