package org.mendedleaf.app;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Opens a window in a process of its own, for one that has none; it takes the desk from this one.
 *
 * @param launcher the command that starts the application
 * @param home the application's data
 */
record WindowProcess(List<String> launcher, Path home) implements Consumer<String> {

  private static final Logger LOG = LoggerFactory.getLogger(WindowProcess.class);

  /** What starts this application here. */
  static WindowProcess ofThisMachine(Path home) {
    String launcher = System.getenv("MENDED_LEAF_LAUNCHER");
    return new WindowProcess(
        launcher != null
            ? List.of(launcher)
            : List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-cp",
                System.getProperty("java.class.path"),
                Main.class.getName()),
        home);
  }

  /**
   * @param address what to show; empty for what needs a person today
   */
  @Override
  public void accept(String address) {
    List<String> words = new ArrayList<>(launcher);
    words.addAll(List.of("open", "--home", home.toString()));
    if (!address.isEmpty()) {
      words.add(address);
    }
    try {
      new ProcessBuilder(words)
          .redirectOutput(ProcessBuilder.Redirect.DISCARD)
          .redirectError(ProcessBuilder.Redirect.DISCARD)
          .start();
    } catch (IOException e) {
      LOG.warn("No window could be opened: {}", e.getMessage());
    }
  }
}
