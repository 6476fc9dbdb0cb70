package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.desk.DeskLock;
import org.mendedleaf.core.office.WatchKeeping;
import org.mendedleaf.core.rhythm.WatchUnit;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParentCommand;

/** Records without a window. */
@Command(
    name = "keep-watch",
    mixinStandardHelpOptions = true,
    description = {
      "Record as the care plans say, without a window, until this is ended; one per desk.",
      "It gives way to a window and goes on when that is closed."
    })
final class KeepWatchCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;

  @ArgGroup private Instead instead = new Instead();

  /** What is done instead of keeping watch. */
  static final class Instead {
    @Option(
        names = "--unit",
        description = "Write a systemd user unit that keeps watch from login on, and say where.")
    private boolean unit;

    @Option(names = "--status", description = "Say whether watch is kept on this desk.")
    private boolean status;
  }

  @Override
  public Integer call() throws IOException {
    if (instead.unit) {
      Path unit = WatchUnit.ofThisMachine(root.settings().home()).write();
      return print(
          Answer.done(
              Json.object().put("unit", unit.toString()),
              "Written: %s%nStart it now and at each login: systemctl --user enable --now %s%n"
                  .formatted(unit, WatchUnit.NAME)));
    }
    if (instead.status) {
      boolean kept = DeskLock.isWatchKept(root.settings().home());
      return print(
          Answer.done(
              Json.object().put("kept", kept),
              kept
                  ? "Watch is kept: recording goes on without a window.%n".formatted()
                  : "Watch is not kept: nothing is recorded while no window is open.%n"
                      .formatted()));
    }
    return root.keep(
        office -> {
          WatchKeeping keeping =
              new WatchKeeping(office, root.terminal().err()::println, KeepWatchCommand::beside);
          return keeping::round;
        });
  }

  private static void beside(Runnable work) {
    Thread thread = new Thread(work, "beside the watch");
    thread.setDaemon(true);
    thread.start();
  }

  private int print(Answer answer) {
    root.print(answer);
    return answer.exit();
  }
}
