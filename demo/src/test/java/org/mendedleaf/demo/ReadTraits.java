package org.mendedleaf.demo;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.mendedleaf.core.compare.process.Content;
import org.mendedleaf.core.compare.process.ReaderProcess;
import org.mendedleaf.core.likeness.Traits;

/** What made-up contents are recognised by, read as the application does it. */
final class ReadTraits {

  private ReadTraits() {}

  /** A content that is in memory. */
  record Bytes(String name, byte[] bytes) implements Content {
    @Override
    public long size() {
      return bytes.length;
    }

    @Override
    public void writeFirst(long count, OutputStream out) throws IOException {
      out.write(bytes, 0, (int) count);
    }
  }

  /** Reads in two child processes at once, as there are two cores. */
  static List<Traits> of(List<Content> contents) throws Exception {
    ExecutorService two = Executors.newFixedThreadPool(2);
    try (ReaderProcess one = new ReaderProcess(Duration.ofSeconds(60));
        ReaderProcess other = new ReaderProcess(Duration.ofSeconds(60))) {
      List<Future<Traits>> asked = new ArrayList<>();
      for (int i = 0; i < contents.size(); i++) {
        Content content = contents.get(i);
        ReaderProcess reader = i % 2 == 0 ? one : other;
        asked.add(two.submit(() -> reader.traits(content)));
      }
      List<Traits> read = new ArrayList<>();
      for (Future<Traits> answer : asked) {
        read.add(answer.get());
      }
      return read;
    } finally {
      two.shutdownNow();
    }
  }
}
