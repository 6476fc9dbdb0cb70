package org.mendedleaf.desktop.work.jobs;

import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ThreadFactory;

/**
 * The threads of a window: those that answer pages, and those that work. Where the virtual machine
 * passes priorities on ({@code -XX:ThreadPriorityPolicy=1}), work gets the processor after pages
 * and the window itself; threads that work begins inherit that.
 */
public final class Workers implements AutoCloseable {

  private static final int QUESTIONS = 3;

  /** Shelves that are due are captured so many at a time. */
  private static final int DUE_AT_ONCE = 2;

  private final ExecutorService questions =
      Executors.newFixedThreadPool(QUESTIONS, daemons("question", Thread.NORM_PRIORITY));
  private final ExecutorService jobs =
      Executors.newCachedThreadPool(daemons("job", Thread.MIN_PRIORITY));
  private final ExecutorService due =
      Executors.newFixedThreadPool(DUE_AT_ONCE, daemons("due", Thread.MIN_PRIORITY));

  /**
   * @param interfaceThread runs answers
   */
  public Background background(Executor interfaceThread) {
    return new Background(questions, jobs, due, interfaceThread);
  }

  /** Takes on nothing more; what runs ends with the process at the latest. */
  @Override
  public void close() {
    questions.shutdown();
    jobs.shutdown();
    due.shutdown();
  }

  // Nothing is right or wrong by it: it only says who waits where there are few processors.
  @SuppressWarnings("ThreadPriorityCheck")
  private static ThreadFactory daemons(String name, int priority) {
    return work -> {
      Thread thread = new Thread(work, name);
      thread.setDaemon(true);
      thread.setPriority(priority);
      return thread;
    };
  }
}
