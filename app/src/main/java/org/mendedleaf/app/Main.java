package org.mendedleaf.app;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.MendedLeafCommand;
import org.mendedleaf.cli.OfficeOpener;
import org.mendedleaf.cli.Terminal;
import org.mendedleaf.core.office.DeskLock;

/** Where every start begins. */
public final class Main {

  private Main() {}

  public static void main(String[] args) throws Exception {
    Terminal terminal =
        new Terminal(
            stream(FileDescriptor.out), stream(FileDescriptor.err), Path.of("").toAbsolutePath());
    System.exit(run(terminal, new StartLine(List.of(args))));
  }

  private static int run(Terminal terminal, StartLine line) throws Exception {
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
    Optional<DeskLock> lock = DeskLock.tryTake(home);
    if (lock.isEmpty()) {
      return OwnerClient.hand(home, terminal, line);
    }
    try (DeskLock held = lock.get()) {
      return MendedLeafCommand.run(terminal, OfficeOpener.FRESH, line.args());
    }
  }

  private static PrintStream stream(FileDescriptor descriptor) {
    return new PrintStream(new FileOutputStream(descriptor), false, StandardCharsets.UTF_8);
  }
}
