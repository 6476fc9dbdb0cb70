package org.mendedleaf.desktop.work.jobs;

import java.util.function.Consumer;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.mendedleaf.core.progress.Progress;

/** The jobs that run now. For the interface thread. */
public final class Jobs {

  private final Background background;
  private final ObservableList<Job> running = FXCollections.observableArrayList();

  public Jobs(Background background) {
    this.background = background;
  }

  /** The running jobs, oldest first. */
  public ObservableList<Job> running() {
    return running;
  }

  /** Work that tells how far it is. */
  public interface Work<T> {
    T run(Progress progress) throws Exception;
  }

  /** Starts a job; exactly one of the consumers is called when it has ended. */
  public <T> void start(String title, Work<T> work, Consumer<T> done, Consumer<Exception> failed) {
    Job job = new Job(title, background);
    running.add(job);
    background.work(() -> work.run(job), ended(job, done), ended(job, failed));
  }

  /** The same for what a care plan has started: it waits for its turn, and no person for it. */
  public <T> void startDue(
      String title, Work<T> work, Consumer<T> done, Consumer<Exception> failed) {
    Job job = new Job(title, background);
    running.add(job);
    background.workInTurn(() -> work.run(job), ended(job, done), ended(job, failed));
  }

  private <T> Consumer<T> ended(Job job, Consumer<T> then) {
    return result -> {
      running.remove(job);
      then.accept(result);
    };
  }
}
