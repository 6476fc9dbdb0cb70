package org.mendedleaf.core.place;

import java.io.Closeable;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.file.Path;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.jspecify.annotations.Nullable;

/**
 * Files that are written aside at the same time. Nearly all of the time that a small file takes is
 * waiting for the drive until it is durable, and a drive makes several durable as fast as one. They
 * are put into their places one after another, each after a last look. For one thread.
 */
final class Asides implements Closeable {

  /** The number of files that wait for the drive at once. */
  private static final int THREADS = 8;

  private static final int AT_ONCE = 64;

  private final Placement placement;
  private final int workers;
  private final IdentityHashMap<Step, Future<Placement.Aside>> begun = new IdentityHashMap<>();
  private @Nullable ExecutorService threads;

  /**
   * @param workers 1 for everything one after another
   */
  Asides(Placement placement, int workers) {
    this.placement = placement;
    this.workers = workers;
  }

  /** How many may be begun together. */
  int most() {
    return workers == 1 ? 1 : AT_ONCE;
  }

  /**
   * Begins to write these.
   *
   * @param folder of all of them; empty if it cannot be opened, which each of them will say
   */
  void begin(List<Step> steps, Optional<TargetFolder> folder) {
    if (folder.isEmpty()) {
      return;
    }
    if (threads == null) {
      threads = Executors.newFixedThreadPool(THREADS);
    }
    for (Step step : steps) {
      Path temporary = placement.fresh(step.target());
      begun.put(
          step,
          threads.submit(
              () ->
                  placement.aside(
                      step.state().orElseThrow(), folder.get(), step.target(), temporary)));
    }
  }

  /**
   * What was written aside for a step, or is now; whoever has it puts it into place or drops it.
   */
  Placement.Aside of(Step step, TargetFolder folder) throws IOException {
    Future<Placement.Aside> future = begun.remove(step);
    return future == null
        ? placement.aside(
            step.state().orElseThrow(), folder, step.target(), placement.fresh(step.target()))
        : result(future);
  }

  private static Placement.Aside result(Future<Placement.Aside> future) throws IOException {
    try {
      return future.get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      InterruptedIOException stopped = new InterruptedIOException("it was stopped");
      stopped.initCause(e);
      throw stopped;
    } catch (ExecutionException e) {
      if (e.getCause() instanceof IOException failed) {
        throw failed;
      }
      throw new IllegalStateException(e.getCause());
    }
  }

  /** Takes away what was written aside for steps that did not come to it. */
  void dropRest() {
    for (Future<Placement.Aside> future : begun.values()) {
      try {
        placement.drop(result(future));
      } catch (IOException | IllegalStateException e) {
        // Nothing was written, or it went away again.
      }
    }
    begun.clear();
  }

  @Override
  public void close() {
    dropRest();
    if (threads != null) {
      threads.shutdown();
    }
  }
}
