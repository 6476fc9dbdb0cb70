package org.mendedleaf.desktop.work.jobs;

import java.util.concurrent.Callable;
import java.util.concurrent.Executor;
import java.util.concurrent.RejectedExecutionException;
import java.util.function.Consumer;
import java.util.function.LongSupplier;

/**
 * Asks questions beside the interface thread and brings the answers back to it. Presenters get this
 * instead of threads, so that tests can run everything in turn.
 */
public final class Background {

  private final Executor questions;
  private final Executor jobs;
  private final Executor due;
  private final Executor interfaceThread;
  private final Courtesy courtesy;

  /**
   * @param workers run everything
   * @param interfaceThread runs answers
   */
  public Background(Executor workers, Executor interfaceThread) {
    this(workers, workers, workers, interfaceThread);
  }

  /**
   * Work has workers of its own, so that a page never waits for it.
   *
   * @param questions run what a page asks
   * @param jobs run what a person has started
   * @param due run what care plans have started; few at a time
   * @param interfaceThread runs answers
   */
  public Background(Executor questions, Executor jobs, Executor due, Executor interfaceThread) {
    this(questions, jobs, due, interfaceThread, System::nanoTime);
  }

  /**
   * @param nanos tells how long work stands back for a page
   */
  Background(
      Executor questions,
      Executor jobs,
      Executor due,
      Executor interfaceThread,
      LongSupplier nanos) {
    this.courtesy = new Courtesy(nanos);
    this.questions = questions;
    this.jobs = jobs;
    this.due = due;
    this.interfaceThread = interfaceThread;
  }

  /**
   * Asks; exactly one of the two consumers is called, on the interface thread, unless the window is
   * closing.
   */
  public <T> void ask(Callable<T> question, Consumer<T> answer, Consumer<Exception> failure) {
    courtesy.asked();
    boolean taken =
        on(questions, question, result -> answered(answer, result), e -> answered(failure, e));
    if (!taken) {
      courtesy.answered();
    }
  }

  private <A> void answered(Consumer<A> consumer, A answer) {
    courtesy.answered();
    consumer.accept(answer);
  }

  /** Called by long work where it can pause: a page that waits for its answer comes first. */
  void standBack() {
    courtesy.standBack();
  }

  /** The same for work that a person has started and that may take long. */
  public <T> void work(Callable<T> work, Consumer<T> answer, Consumer<Exception> failure) {
    var unused = on(jobs, work, answer, failure);
  }

  /** The same for work that nobody waits for. */
  public <T> void workInTurn(Callable<T> work, Consumer<T> answer, Consumer<Exception> failure) {
    var unused = on(due, work, answer, failure);
  }

  /** Returns whether it will be answered: when the window is closing, nobody is left to see it. */
  private <T> boolean on(
      Executor workers, Callable<T> question, Consumer<T> answer, Consumer<Exception> failure) {
    try {
      workers.execute(() -> answer(question, answer, failure));
      return true;
    } catch (RejectedExecutionException e) {
      return false;
    }
  }

  private <T> void answer(Callable<T> question, Consumer<T> answer, Consumer<Exception> failure) {
    try {
      T result = question.call();
      tell(() -> answer.accept(result));
    } catch (Exception e) {
      tell(() -> failure.accept(e));
    }
  }

  private void tell(Runnable answer) {
    try {
      interfaceThread.execute(answer);
    } catch (RejectedExecutionException e) {
      // The window has closed meanwhile: nobody is left to see it.
      return;
    }
  }

  /** Runs something on the interface thread soon. */
  public void later(Runnable work) {
    interfaceThread.execute(work);
  }
}
