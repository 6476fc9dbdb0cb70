package org.mendedleaf.core.oracle;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.function.Executable;

/**
 * Attacks of one kind: all of them in the nightly run, every tenth in a check. What they are
 * follows from a seed. At the end it is asserted that as many were run as are promised, and a line
 * of docs/attacks.tsv is written beside the test reports.
 */
public final class Attacks {

  private static final int SHARE_OF_A_CHECK = 10;
  private static final boolean ALL = "all".equals(System.getProperty("attacks"));

  private final String kind;
  private final long seed;
  private final int promised;
  private final AtomicInteger ran = new AtomicInteger();
  private final AtomicInteger fell = new AtomicInteger();
  private final long begun = System.nanoTime();

  /**
   * @param promised so many at least, when all are run
   */
  public Attacks(String kind, long seed, int promised) {
    this.kind = kind;
    this.seed = seed;
    this.promised = promised;
  }

  public long seed() {
    return seed;
  }

  /** One attack: what is done, and what has to hold afterwards. */
  public record Row(String name, Executable attack) {}

  /** Those that are run this time. */
  public Stream<DynamicTest> of(List<Row> rows) {
    assertThat(rows).as(kind).hasSizeGreaterThanOrEqualTo(promised);
    return IntStream.range(0, rows.size())
        .filter(i -> ALL || i % SHARE_OF_A_CHECK == 0)
        .mapToObj(
            i -> DynamicTest.dynamicTest(i + " " + rows.get(i).name(), () -> run(rows.get(i))));
  }

  private void run(Row row) throws Throwable {
    ran.incrementAndGet();
    fell.incrementAndGet();
    row.attack().execute();
    fell.decrementAndGet();
  }

  /** Told once all have run. */
  public void end() throws IOException {
    int wanted = ALL ? promised : promised / SHARE_OF_A_CHECK;
    assertThat(ran.get())
        .as("attacks of the kind %s that ran", kind)
        .isGreaterThanOrEqualTo(wanted);
    Path folder = Files.createDirectories(Path.of("target", "attacks"));
    Files.writeString(
        folder.resolve(kind.replace(' ', '-') + ".tsv"),
        "%s\t%d\t%d\t%d\t%d\t%d\n"
            .formatted(
                kind,
                seed,
                promised,
                ran.get(),
                fell.get(),
                (System.nanoTime() - begun) / 1_000_000_000));
  }
}
