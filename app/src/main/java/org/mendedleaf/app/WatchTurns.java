package org.mendedleaf.app;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.mendedleaf.cli.MendedLeafCommand;
import org.mendedleaf.cli.OfficeOpener;
import org.mendedleaf.cli.Terminal;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.core.desk.DeskLock;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.OfficeSettings;

/**
 * Keeps watch in this process: owns the desk, serves commands typed elsewhere, steps aside for a
 * window and takes the desk again when that is closed.
 */
final class WatchTurns implements OfficeOpener, DeskOwner {

  private static final long ROUND_MILLIS = 1000;
  private static final int TRIES = 5;

  /** A window that was given way to needs so long to take the desk. */
  private static final long GIVING_WAY_MILLIS = 5000;

  /** What is being done is brought to its end, but the system does not wait for ever. */
  private static final long ENDING_SECONDS = 60;

  private final Terminal terminal;
  private final Object turn = new Object();
  private boolean isEnding;
  private boolean givesWay;

  WatchTurns(Terminal terminal) {
    this.terminal = terminal;
  }

  static int run(Terminal terminal, StartLine line) {
    return MendedLeafCommand.run(terminal, new WatchTurns(terminal), line.args());
  }

  @Override
  public int with(OfficeSettings settings, OfficeWork work) throws IOException {
    return FRESH.with(settings, work);
  }

  @Override
  public int keep(OfficeSettings settings, Keeping keeping) throws IOException {
    Optional<DeskLock> watch = take(settings.home());
    if (watch.isEmpty()) {
      terminal.err().println("Watch is kept on this desk already; this one was not begun.");
      return Exit.NOT_DONE;
    }
    CountDownLatch ended = endsWithTheProcess();
    try (DeskLock held = watch.get()) {
      boolean waits = false;
      while (!isEnding()) {
        Optional<DeskLock> desk = DeskLock.tryTake(settings.home());
        if (desk.isPresent()) {
          waits = false;
          try (DeskLock owned = desk.get()) {
            own(settings, keeping);
          }
        } else if (!waits) {
          waits = true;
          terminal.err().println("A window or a command has this desk; watch is kept after it.");
        }
        pause(ROUND_MILLIS);
      }
      return Exit.DONE;
    } finally {
      ended.countDown();
    }
  }

  /** Somebody may have looked this moment whether watch is kept, which takes the lock too. */
  private Optional<DeskLock> take(Path home) throws IOException {
    Optional<DeskLock> watch = DeskLock.tryTakeWatch(home);
    for (int i = 1; i < TRIES && watch.isEmpty(); i++) {
      pause(ROUND_MILLIS / TRIES);
      watch = DeskLock.tryTakeWatch(home);
    }
    return watch;
  }

  private void own(OfficeSettings settings, Keeping keeping) throws IOException {
    try (Office office = Office.open(settings);
        OwnerServer server = new OwnerServer(settings.home(), office);
        DesktopNotifications notifications =
            new DesktopNotifications(
                Optional.empty(), WindowProcess.ofThisMachine(settings.home()))) {
      office.telling().through(notifications);
      server.serve(this);
      terminal.err().println("Watch is kept.");
      Runnable round = keeping.begin(office);
      while (!isEnding() && !givesWay()) {
        round.run();
        pause(ROUND_MILLIS);
      }
    }
    if (givesWay()) {
      synchronized (turn) {
        givesWay = false;
      }
      terminal.err().println("A window opens and records; watch is kept after it.");
      pause(GIVING_WAY_MILLIS);
    }
  }

  private CountDownLatch endsWithTheProcess() {
    CountDownLatch ended = new CountDownLatch(1);
    Runtime.getRuntime()
        .addShutdownHook(
            new Thread(
                () -> {
                  synchronized (turn) {
                    isEnding = true;
                    turn.notifyAll();
                  }
                  try {
                    var unused = ended.await(ENDING_SECONDS, TimeUnit.SECONDS);
                  } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                  }
                },
                "ending the watch"));
    return ended;
  }

  private boolean isEnding() {
    synchronized (turn) {
      return isEnding;
    }
  }

  private boolean givesWay() {
    synchronized (turn) {
      return givesWay;
    }
  }

  /** Waits, but not longer than until something is asked. */
  private void pause(long millis) {
    synchronized (turn) {
      long end = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(millis);
      try {
        for (long left = millis; left > 0 && !isEnding && !givesWay; ) {
          turn.wait(left);
          left = TimeUnit.NANOSECONDS.toMillis(end - System.nanoTime());
        }
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        isEnding = true;
      }
    }
  }

  @Override
  public boolean show(StartLine line, Path folder) {
    return false;
  }

  @Override
  public boolean stepAside() {
    synchronized (turn) {
      givesWay = true;
      turn.notifyAll();
    }
    return true;
  }

  @Override
  public void changed() {
    // The next round looks at everything anew.
  }

  @Override
  public String clockIsOurs() {
    return "Watch is kept on this desk, so its clock counts. End keep-watch to act under another; nothing was done.";
  }
}
