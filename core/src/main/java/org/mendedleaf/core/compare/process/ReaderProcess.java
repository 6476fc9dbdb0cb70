package org.mendedleaf.core.compare.process;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.Closeable;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.compare.inside.Author;
import org.mendedleaf.core.compare.inside.Described;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.Opened;
import org.mendedleaf.core.compare.readers.Sample;
import org.mendedleaf.core.likeness.Traits;
import org.mendedleaf.core.likeness.WholeBytes;

/**
 * A warm child process that looks inside contents and compares them. It is started when first
 * needed, killed when it does not answer in time, and started again for the next question: whatever
 * a document does to it, this process is untouched. Safe for several threads; questions take turns.
 */
public final class ReaderProcess implements Closeable {

  private static final String HEAP = "-Xmx640m";
  private static final int FACTS = 64 << 10;
  private static final Duration STARTING = Duration.ofSeconds(60);

  private final Duration deadline;
  private final ExecutorService waiting =
      Executors.newSingleThreadExecutor(
          work -> {
            Thread thread = new Thread(work, "reader process");
            thread.setDaemon(true);
            return thread;
          });
  private @Nullable Child child;
  private volatile List<Kind> seen = List.of();

  /**
   * @param deadline how long one answer may take
   */
  public ReaderProcess(Duration deadline) {
    this.deadline = deadline;
  }

  /**
   * Looks inside a content.
   *
   * @param page which page of a paged content is wanted, from 0
   * @return always a look; where the child failed, one that says so
   * @throws IOException if the content itself cannot be read
   */
  public synchronized Look look(Content content, int page) throws IOException {
    HeadOfOutput head = new HeadOfOutput();
    Inside inside;
    try {
      inside = ask(new Asked(Wire.Ask.LOOK, page, List.of(content)), Inside.class, head);
    } catch (FailedException e) {
      inside = new Inside.Nothing(String.valueOf(e.getMessage()));
    }
    Kind kind = seen.isEmpty() ? Kind.UNKNOWN : seen.get(0);
    return new Look(
        kind,
        inside instanceof Inside.Nothing nothing
            ? FactSheet.of(nothing.because(), head.toByteArray())
            : inside);
  }

  /** Who a document says saved it; {@link Author#isKnown} is false where it does not say. */
  public synchronized Author author(Content content) throws IOException {
    try {
      return ask(new Asked(Wire.Ask.AUTHOR, 0, List.of(content)), Author.class, new HeadOfOutput());
    } catch (FailedException e) {
      return Author.UNKNOWN;
    }
  }

  /**
   * What a content is recognised by. Its bytes are read by this process, which interprets nothing;
   * its words and looks by the child.
   *
   * @throws IOException if the content itself cannot be read
   */
  public Traits traits(Content content) throws IOException {
    WholeBytes bytes = new WholeBytes();
    content.writeFirst(content.size(), bytes);
    Described described = describe(content);
    Set<Traits.Flaw> flaws = EnumSet.noneOf(Traits.Flaw.class);
    flaws.addAll(bytes.flaws());
    if (!described.readable()) {
      flaws.add(Traits.Flaw.UNREADABLE);
    }
    return new Traits(
        described.kind().type(),
        content.size(),
        bytes.sketch(),
        described.terms(),
        described.picture(),
        described.title(),
        flaws);
  }

  /**
   * Whether a content is whole as what it is; untold where the child failed over it.
   *
   * @throws IOException if the content itself cannot be read
   */
  public synchronized Opened open(Content content) throws IOException {
    try {
      return ask(new Asked(Wire.Ask.OPEN, 0, List.of(content)), Opened.class, new HeadOfOutput());
    } catch (FailedException e) {
      return Opened.untold(seen.isEmpty() ? Kind.UNKNOWN : seen.get(0));
    }
  }

  /** The answer when the child failed over a content: only its kind. */
  private synchronized Described describe(Content content) throws IOException {
    try {
      return ask(
          new Asked(Wire.Ask.DESCRIBE, 0, List.of(content)), Described.class, new HeadOfOutput());
    } catch (FailedException e) {
      return Described.unreadable(seen.isEmpty() ? Kind.UNKNOWN : seen.get(0));
    }
  }

  /**
   * Compares two contents. Where the summary is empty, only their bytes tell them apart.
   *
   * @param inDetail whether the difference is wanted, or only the summary
   * @throws IOException if a content itself cannot be read
   */
  public synchronized Comparison compare(Content earlier, Content later, boolean inDetail)
      throws IOException {
    Wire.Ask ask = inDetail ? Wire.Ask.COMPARE : Wire.Ask.SUMMARY;
    try {
      return ask(new Asked(ask, 0, List.of(earlier, later)), Comparison.class, new HeadOfOutput());
    } catch (FailedException e) {
      Kind kind = seen.isEmpty() ? Kind.UNKNOWN : seen.get(seen.size() - 1);
      return Comparison.ofBytes(kind, "", String.valueOf(e.getMessage()));
    }
  }

  /** Two contents that are known to be the same. */
  public static Comparison identical() {
    return Comparison.identical(Kind.UNKNOWN);
  }

  /** The process with the two ends of the talk with it. */
  private record Child(Process process, DataOutputStream requests, DataInputStream answers) {}

  private record Asked(Wire.Ask ask, int page, List<Content> contents) {}

  private <T> T ask(Asked asked, Class<T> type, HeadOfOutput head)
      throws IOException, FailedException {
    seen = List.of();
    Child asking = send(asked, head);
    Future<T> answer =
        waiting.submit(
            () -> {
              seen = Wire.read(asking.answers(), Wire.SeenKinds.class).kinds();
              return Wire.read(asking.answers(), type);
            });
    try {
      return answer.get(deadline.toMillis(), TimeUnit.MILLISECONDS);
    } catch (TimeoutException e) {
      kill();
      throw new FailedException("It took too long to look inside, so it was left.");
    } catch (ExecutionException e) {
      kill();
      throw new FailedException("It could not be looked into: the reader ended over it.");
    } catch (InterruptedException e) {
      kill();
      Thread.currentThread().interrupt();
      throw new FailedException("Stopped.");
    }
  }

  /** The child reads a request whole before it does anything with it, so this cannot hang. */
  private Child send(Asked asked, HeadOfOutput head) throws IOException, FailedException {
    Child to = child != null && child.process().isAlive() ? child : start();
    List<Wire.WirePart> parts = new ArrayList<>();
    for (Content content : asked.contents()) {
      int length = (int) Math.min(Sample.MAX_BYTES, content.size());
      parts.add(new Wire.WirePart(content.name(), length, content.size()));
    }
    boolean sent = false;
    try {
      Wire.write(to.requests(), new Wire.WireRequest(asked.ask(), asked.page(), parts));
      for (int i = 0; i < parts.size(); i++) {
        OutputStream counted = new CountedOutput(to.requests(), head);
        asked.contents().get(i).writeFirst(parts.get(i).length(), counted);
      }
      to.requests().flush();
      sent = true;
      return to;
    } finally {
      if (!sent) {
        // Half a request would be taken for the beginning of the next one.
        kill();
      }
    }
  }

  private Child start() throws IOException, FailedException {
    String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
    Process process =
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
    Child started =
        new Child(
            process,
            new DataOutputStream(new BufferedOutputStream(process.getOutputStream(), 1 << 16)),
            new DataInputStream(new BufferedInputStream(process.getInputStream(), 1 << 16)));
    child = started;
    awaitReady(started);
    return started;
  }

  /** Starting takes as long as the machine is busy; that is no content's fault. */
  private void awaitReady(Child begun) throws FailedException {
    Future<Integer> ready = waiting.submit(() -> begun.answers().read());
    boolean started = false;
    try {
      started = ready.get(STARTING.toMillis(), TimeUnit.MILLISECONDS) == Wire.READY;
    } catch (TimeoutException | ExecutionException e) {
      throw new FailedException("The reading process did not start, so nothing was looked into.");
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new FailedException("Stopped.");
    } finally {
      if (!started) {
        kill();
      }
    }
  }

  private void kill() {
    if (child != null) {
      child.process().destroyForcibly();
      child = null;
    }
  }

  /** Lets the child process go until the next question. */
  public synchronized void rest() {
    kill();
  }

  @Override
  public synchronized void close() {
    waiting.shutdownNow();
    kill();
  }

  /** Keeps the first bytes of what is sent, for a fact sheet. */
  private static final class HeadOfOutput extends ByteArrayOutputStream {
    @Override
    public synchronized void write(byte[] bytes, int from, int length) {
      super.write(bytes, from, Math.min(length, FACTS - size()));
    }
  }

  private static final class CountedOutput extends OutputStream {
    private final OutputStream out;
    private final HeadOfOutput head;

    CountedOutput(OutputStream out, HeadOfOutput head) {
      this.out = out;
      this.head = head;
    }

    @Override
    public void write(int b) throws IOException {
      write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int from, int length) throws IOException {
      out.write(bytes, from, length);
      head.write(bytes, from, length);
    }
  }

  private static final class FailedException extends Exception {
    private static final long serialVersionUID = 1L;

    FailedException(String sentence) {
      super(sentence);
    }
  }
}
