package org.mendedleaf.cli;

import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import org.mendedleaf.core.history.Names;

/**
 * Where a command was typed: its streams and its folder. A command may be run by another process
 * than the one in whose terminal it was typed, so nothing asks the process itself.
 *
 * @param out answers, and with --json nothing else
 * @param err progress and messages
 * @param folder relative paths start here
 */
public record Terminal(PrintStream out, PrintStream err, Path folder) {

  /** The same, with messages in which nothing is obeyed that somebody wrote into a name. */
  Terminal quoting() {
    PrintStream quoted =
        new PrintStream(err, true, StandardCharsets.UTF_8) {
          @Override
          public void println(String text) {
            super.println(quoted(text));
          }

          @Override
          public void print(String text) {
            super.print(quoted(text));
          }
        };
    return new Terminal(out, quoted, folder);
  }

  /** A text whose lines stay lines, and in which no sign means anything to a terminal. */
  static String quoted(String text) {
    StringBuilder out = new StringBuilder(text.length());
    text.chars()
        .forEach(
            c -> {
              boolean line = c == '\n' || c == '\r' || c == '\t';
              out.append(
                  !line && Names.isObeyed((char) c)
                      ? Names.shown(Character.toString(c))
                      : Character.toString(c));
            });
    return out.toString();
  }
}
