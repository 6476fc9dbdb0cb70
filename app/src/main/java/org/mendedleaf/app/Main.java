package org.mendedleaf.app;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.cli.MendedLeafCommand;
import org.mendedleaf.cli.OfficeOpener;
import org.mendedleaf.cli.Terminal;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.core.desk.DeskLock;

/** The entry point of every start. */
public final class Main {

  private static final int TRIES = 100;
  private static final long PAUSE_MILLIS = 100;

  private Main() {}

  public static void main(String[] args) throws Exception {
    Terminal terminal =
        new Terminal(
                stream(FileDescriptor.out),
                stream(FileDescriptor.err),
                Path.of("").toAbsolutePath())
            .withConsole();
    System.exit(run(terminal, new StartLine(List.of(args))));
  }

  private static int run(Terminal terminal, StartLine line) throws Exception {
    if (line.asksForHelp() && StartHelp.isAbout(line.word())) {
      terminal.out().print(StartHelp.of(line.word()));
      terminal.out().flush();
      return Exit.DONE;
    }
    return switch (line.word()) {
      case "demo" -> WindowStart.demo(terminal, line);
      case "open", "" -> WindowStart.open(terminal, line);
      case "keep-watch" -> WatchTurns.run(terminal, line);
      default -> command(terminal, line);
    };
  }

  /** Runs a command here, or in the process that owns this desk if there is one. */
  private static int command(Terminal terminal, StartLine line) throws Exception {
    if (line.asksForHelp()) {
      return MendedLeafCommand.run(terminal, OfficeOpener.FRESH, line.args());
    }
    Path home = line.home(terminal.folder());
    // The desk's owner may just be beginning to listen, or about to end.
    for (int attempt = 0; attempt < TRIES; attempt++) {
      Optional<DeskLock> lock = DeskLock.tryTake(home);
      if (lock.isPresent()) {
        try (DeskLock held = lock.get()) {
          return MendedLeafCommand.run(terminal, opener(line), line.args());
        }
      }
      OptionalInt exit = OwnerClient.hand(home, terminal, line);
      if (exit.isPresent()) {
        return exit.getAsInt();
      }
      Thread.sleep(PAUSE_MILLIS);
    }
    terminal
        .err()
        .println(
            "Another command of Mended Leaf is working on this desk under a clock of its own; nothing was done. Try again when it has ended.");
    return Exit.NOT_DONE;
  }

  /** A command takes others in while it runs, unless it runs under another clock than theirs. */
  private static OfficeOpener opener(StartLine line) {
    return line.option("--clock").isPresent() ? OfficeOpener.FRESH : new CommandOwner();
  }

  private static PrintStream stream(FileDescriptor descriptor) {
    return new PrintStream(new FileOutputStream(descriptor), false, StandardCharsets.UTF_8);
  }
}
