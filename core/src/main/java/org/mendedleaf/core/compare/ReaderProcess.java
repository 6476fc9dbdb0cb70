package org.mendedleaf.core.compare;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.Closeable;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/**
 * A warm child process that looks inside contents. It is started when first needed, killed when it
 * does not answer in time, and started again for the next look: whatever a document does to it,
 * this process is untouched. Safe for several threads; looks take turns.
 */
public final class ReaderProcess implements Closeable {

  /** More of a content is not sent; a picture that is larger is not shown. */
  public static final int MAX_BYTES = 24 << 20;

  private static final String HEAP = "-Xmx384m";

  private final Duration deadline;
  private final ExecutorService waiting =
      Executors.newSingleThreadExecutor(
          work -> {
            Thread thread = new Thread(work, "reader process");
            thread.setDaemon(true);
            return thread;
          });
  private Process child;
  private DataOutputStream requests;
  private DataInputStream answers;

  /**
   * @param deadline how long one look may take
   */
  public ReaderProcess(Duration deadline) {
    this.deadline = deadline;
  }

  /**
   * Looks inside a content.
   *
   * @param name the file's name, a hint to its kind
   * @param complete whether these are all its bytes
   * @return always a look; where the child failed, one that says so
   */
  public synchronized Look look(String name, byte[] bytes, boolean complete) {
    Future<Look> answer = waiting.submit(() -> ask(name, bytes, complete));
    try {
      return answer.get(deadline.toMillis(), TimeUnit.MILLISECONDS);
    } catch (TimeoutException e) {
      kill();
      return failed("It took too long to look inside, so it was left.");
    } catch (ExecutionException e) {
      kill();
      return failed("It could not be looked into: the reader ended over it.");
    } catch (InterruptedException e) {
      kill();
      Thread.currentThread().interrupt();
      return failed("Stopped.");
    }
  }

  private Look ask(String name, byte[] bytes, boolean complete) throws IOException {
    if (child == null || !child.isAlive()) {
      start();
    }
    LookFormat.writeText(requests, name);
    requests.writeBoolean(complete);
    LookFormat.writeBytes(requests, bytes);
    requests.flush();
    return LookFormat.read(answers);
  }

  private void start() throws IOException {
    String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
    child =
        new ProcessBuilder(
                List.of(
                    java,
                    HEAP,
                    "-XX:+UseSerialGC",
                    "-XX:TieredStopAtLevel=1",
                    "-Djava.awt.headless=true",
                    "-cp",
                    System.getProperty("java.class.path"),
                    ReaderMain.class.getName()))
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    requests = new DataOutputStream(new BufferedOutputStream(child.getOutputStream()));
    answers = new DataInputStream(new BufferedInputStream(child.getInputStream()));
  }

  private void kill() {
    if (child != null) {
      child.destroyForcibly();
      child = null;
    }
  }

  private static Look failed(String because) {
    return new Look("application/octet-stream", Optional.empty(), new Look.Inside.Nothing(because));
  }

  @Override
  public synchronized void close() {
    waiting.shutdownNow();
    kill();
  }
}
