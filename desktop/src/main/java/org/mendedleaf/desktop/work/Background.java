package org.mendedleaf.desktop.work;

import java.util.concurrent.Callable;
import java.util.concurrent.Executor;
import java.util.concurrent.RejectedExecutionException;
import java.util.function.Consumer;

/**
 * Asks questions beside the interface thread and brings the answers back to it. Presenters get this
 * instead of threads, so that tests can run everything in turn.
 */
public final class Background {

  private final Executor questions;
  private final Executor jobs;
  private final Executor due;
  private final Executor interfaceThread;

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
    on(questions, question, answer, failure);
  }

  /** The same for work that a person has started and that may take long. */
  <T> void work(Callable<T> work, Consumer<T> answer, Consumer<Exception> failure) {
    on(jobs, work, answer, failure);
  }

  /** The same for work that nobody waits for. */
  <T> void workInTurn(Callable<T> work, Consumer<T> answer, Consumer<Exception> failure) {
    on(due, work, answer, failure);
  }

  private <T> void on(
      Executor workers, Callable<T> question, Consumer<T> answer, Consumer<Exception> failure) {
    try {
      workers.execute(() -> answer(question, answer, failure));
    } catch (RejectedExecutionException e) {
      // The window is closing: nobody is left to see the answer.
      return;
    }
  }

  private <T> void answer(Callable<T> question, Consumer<T> answer, Consumer<Exception> failure) {
    try {
      T result = question.call();
      interfaceThread.execute(() -> answer.accept(result));
    } catch (Exception e) {
      interfaceThread.execute(() -> failure.accept(e));
    }
  }

  /** Runs something on the interface thread soon. */
  public void later(Runnable work) {
    interfaceThread.execute(work);
  }
}
