package org.mendedleaf.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.stream.Stream;
import org.mendedleaf.core.progress.Progress;

/** The demo office, built once for all tests of a run; whoever changes it takes that back. */
final class SharedDemo {

  private static DemoOffice built;

  private SharedDemo() {}

  static synchronized DemoOffice get() throws IOException {
    if (built == null) {
      DemoOffice demo =
          new DemoOffice(Path.of("target", "demo-for-tests." + fork()).toAbsolutePath());
      demo.build(Progress.NONE);
      built = demo;
    }
    return built;
  }

  /** Tests may run in several processes side by side; each has an office of its own. */
  private static String fork() {
    return System.getProperty("fork", "1");
  }

  /** Copies a part of it, for a test that changes something. */
  static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> all = Files.walk(from)) {
      for (Path one : all.toList()) {
        Path target = to.resolve(from.relativize(one).toString());
        if (Files.isDirectory(one)) {
          Files.createDirectories(target);
        } else {
          Files.copy(one, target, StandardCopyOption.COPY_ATTRIBUTES);
        }
      }
    }
  }
}
