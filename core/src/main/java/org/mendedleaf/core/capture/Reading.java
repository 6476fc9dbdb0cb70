package org.mendedleaf.core.capture;

import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * Reads the files of one part of a capture into one write session, on several threads: hashing is
 * what takes the time.
 */
final class Reading implements Closeable {

  private final FileReader reader;
  private final int workers;
  private final WriteSession session;
  private final List<Problem> problems = new ArrayList<>();

  Reading(Catalogue catalogue, FileReader reader, int workers) {
    this.reader = reader;
    this.workers = workers;
    this.session = catalogue.store().write(catalogue);
  }

  WriteSession session() {
    return session;
  }

  /** What could not be read. */
  List<Problem> problems() {
    return problems;
  }

  /** Reads all these files; those that could be read, in their order. */
  List<FileReader.ReadOutcome.Read> read(
      List<Found> files, Function<Found, Optional<ContentRef>> former, Progress progress)
      throws IOException {
    FileReader.ReadOutcome[] outcomes = new FileReader.ReadOutcome[files.size()];
    AtomicInteger next = new AtomicInteger();
    int threads = Math.max(1, Math.min(workers, files.size()));
    ExecutorService executor = Executors.newFixedThreadPool(threads, Reading::daemon);
    try {
      List<Future<?>> running = new ArrayList<>();
      for (int i = 0; i < threads; i++) {
        running.add(
            executor.submit(
                () -> {
                  try (ContentWriter writer = session.writer()) {
                    for (int at = next.getAndIncrement();
                        at < outcomes.length;
                        at = next.getAndIncrement()) {
                      progress.checkCancelled();
                      Found found = files.get(at);
                      outcomes[at] = reader.read(found, former.apply(found), writer);
                      progress.advanced(1, 0);
                    }
                    writer.flush();
                  }
                  return null;
                }));
      }
      for (Future<?> worker : running) {
        finish(worker, next, outcomes.length);
      }
    } finally {
      executor.shutdown();
    }
    List<FileReader.ReadOutcome.Read> read = new ArrayList<>(outcomes.length);
    for (FileReader.ReadOutcome outcome : outcomes) {
      if (outcome instanceof FileReader.ReadOutcome.Read ok) {
        read.add(ok);
      } else if (outcome instanceof FileReader.ReadOutcome.Failed failed) {
        problems.add(failed.problem());
      }
    }
    return read;
  }

  /** Waits for a worker; when one fails, the others find nothing more to do. */
  private static void finish(Future<?> worker, AtomicInteger next, int end) throws IOException {
    try {
      worker.get();
    } catch (ExecutionException e) {
      next.set(end);
      if (e.getCause() instanceof IOException io) {
        throw io;
      }
      throw new IllegalStateException(e.getCause());
    } catch (InterruptedException e) {
      next.set(end);
      Thread.currentThread().interrupt();
      throw new IOException("interrupted while reading", e);
    }
  }

  private static Thread daemon(Runnable work) {
    Thread thread = new Thread(work, "reading");
    thread.setDaemon(true);
    return thread;
  }

  @Override
  public void close() throws IOException {
    session.close();
  }
}
