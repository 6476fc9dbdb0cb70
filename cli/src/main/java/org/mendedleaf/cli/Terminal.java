package org.mendedleaf.cli;

import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.session.KeyRing;

/**
 * The terminal where a command was typed: its streams and its folder. A command may be run by
 * another process than the one in whose terminal it was typed, so nothing asks the process itself.
 *
 * @param out answers, and with --json nothing else
 * @param err progress and messages
 * @param folder relative paths start here
 * @param asking whoever sits at it, if a passphrase can be asked for there
 */
public record Terminal(
    PrintStream out, PrintStream err, Path folder, Optional<KeyRing.Asking> asking) {

  /** One at which nobody can be asked. */
  public Terminal(PrintStream out, PrintStream err, Path folder) {
    this(out, err, folder, Optional.empty());
  }

  /** The same with somebody who can be asked, if this process has a terminal of its own. */
  public Terminal withConsole() {
    return new Terminal(out, err, folder, Optional.ofNullable(System.console()).map(Prompt::new));
  }

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
    return new Terminal(out, quoted, folder, asking);
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
