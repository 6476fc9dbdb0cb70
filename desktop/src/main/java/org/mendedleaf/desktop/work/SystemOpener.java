package org.mendedleaf.desktop.work;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;

/** Opens files in the programs that the system has for them. */
public interface SystemOpener {

  void open(Path file) throws IOException;

  /** Opens the folder that something lies in. */
  default void showInFolder(Path file) throws IOException {
    open(
        Files.isDirectory(file) ? file : Objects.requireNonNull(file.toAbsolutePath().getParent()));
  }

  /** Asks the desktop, as its file manager would. */
  SystemOpener DESKTOP =
      file -> {
        Process started =
            new ProcessBuilder("xdg-open", file.toString())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        if (!started.isAlive() && started.exitValue() != 0) {
          throw new IOException("No program opened " + file + ".");
        }
      };
}
