package org.mendedleaf.app;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.KeyOptions;
import org.mendedleaf.cli.Terminal;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.core.desk.DeskLock;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.demo.DemoOffice;
import org.mendedleaf.demo.PictureTour;
import org.mendedleaf.desktop.DesktopLauncher;
import org.mendedleaf.desktop.frame.MainWindow;
import org.mendedleaf.desktop.work.navigation.Place;

/** Starts that end in a window. */
final class WindowStart {

  private static final int PATIENCE_SECONDS = 600;

  private WindowStart() {}

  /** Opens the window, or hands the paths to the one that is open. */
  static int open(Terminal terminal, StartLine line) throws Exception {
    Path home = line.home(terminal.folder());
    Optional<DeskLock> lock = DeskLock.tryTake(home);
    if (lock.isEmpty() && OwnerClient.isLetGo(home)) {
      lock = whenLetGo(home, terminal);
    }
    if (lock.isEmpty()) {
      OptionalInt exit = OwnerClient.hand(home, terminal, line);
      if (exit.isEmpty()) {
        terminal
            .err()
            .println(
                "A command of Mended Leaf is working on this desk; the window was not opened.");
      }
      return exit.orElse(Exit.NOT_DONE);
    }
    try (DeskLock held = lock.get()) {
      OfficeSettings settings = OfficeSettings.ofThisMachine(home);
      try {
        KeyOptions.onto(
            settings.keys(),
            line.option("--passphrase-file").map(terminal.folder()::resolve),
            line.option("--key-file").map(terminal.folder()::resolve));
      } catch (IOException e) {
        // The window asks for what it was not given.
        terminal.err().println(Complaint.sentence(e));
      }
      return window(settings, terminal, line, Optional.empty());
    }
  }

  /** What the one who keeps watch is doing just now is brought to its end first. */
  private static Optional<DeskLock> whenLetGo(Path home, Terminal terminal)
      throws IOException, InterruptedException {
    Optional<DeskLock> lock = DeskLock.tryTake(home);
    for (int tries = 0; lock.isEmpty() && tries < PATIENCE_SECONDS * 10; tries++) {
      if (tries == 20) {
        terminal.err().println("Something is being recorded; the window opens when that is done.");
      }
      Thread.sleep(100);
      lock = DeskLock.tryTake(home);
    }
    return lock;
  }

  /** Opens the window with the demo office, building it first where it is not built. */
  static int demo(Terminal terminal, StartLine line) throws Exception {
    Optional<Path> pictures = line.option("--pictures").map(p -> terminal.folder().resolve(p));
    DemoOffice demo = pictures.isPresent() ? DemoOffice.forPictures() : DemoOffice.inCache();
    if (pictures.isPresent() && only(line).isEmpty()) {
      // Built anew each time, so that they repeat.
      demo.delete();
    }
    if (!demo.isBuilt()) {
      terminal.err().println("Building the demo office; this is done once.");
      demo.build(new Dots(terminal));
      terminal.err().println();
    }
    Optional<DeskLock> lock = DeskLock.tryTake(demo.root().resolve("home"));
    if (lock.isEmpty()) {
      terminal.err().println("The demo office is open in another window already.");
      return 1;
    }
    try (DeskLock held = lock.get()) {
      OfficeSettings settings =
          demo.settings(
              pictures.isPresent() ? DemoOffice.frozenClock() : DemoOffice.runningClock());
      return window(settings, terminal, line, pictures);
    }
  }

  private static int window(
      OfficeSettings settings, Terminal terminal, StartLine line, Optional<Path> pictures)
      throws Exception {
    AtomicReference<@Nullable MainWindow> shown = new AtomicReference<>();
    try (Office office = Office.open(settings);
        OwnerServer server = new OwnerServer(settings.home(), office);
        DesktopNotifications notifications =
            new DesktopNotifications(Optional.empty(), address -> bringUp(shown.get(), address))) {
      if (pictures.isEmpty()) {
        office.telling().through(notifications);
      }
      DesktopLauncher.run(
          office,
          line.paths(terminal.folder()),
          window -> {
            shown.set(window);
            line.addresses().forEach(window::openAddress);
            server.serve(new WindowOwner(window));
            pictures.ifPresent(
                folder ->
                    tour(new PictureTour(window, folder, only(line)), window, terminal, line));
          });
    }
    return 0;
  }

  private static void bringUp(@Nullable MainWindow window, String address) {
    if (window != null) {
      Platform.runLater(
          () -> {
            window.toFront();
            if (address.isEmpty()) {
              window.go(new Place.Today());
            } else {
              window.openAddress(address);
            }
          });
    }
  }

  /** A size such as "1024x700". */
  private static int[] size(StartLine line) {
    String written = line.option("--size").orElse("1280x800");
    int x = written.indexOf('x');
    return new int[] {
      Integer.parseInt(written.substring(0, x)), Integer.parseInt(written.substring(x + 1))
    };
  }

  /** Names of the pictures that are wanted, as in "shelf,file"; empty for all. */
  private static Set<String> only(StartLine line) {
    return line.option("--only").map(names -> Set.of(names.split(",", -1))).orElse(Set.of());
  }

  private static void tour(
      PictureTour pictures, MainWindow window, Terminal terminal, StartLine line) {
    Thread tour =
        new Thread(
            () -> {
              try {
                int[] size = size(line);
                pictures.run(size[0], size[1]);
              } catch (Exception e) {
                terminal.err().println("The pictures were not finished: " + e.getMessage());
              } finally {
                window.close();
              }
            },
            "pictures");
    tour.setDaemon(true);
    tour.start();
  }

  /** A dot for every twentieth of the way. */
  private record Dots(Terminal terminal, long[] state) implements Progress {

    Dots(Terminal terminal) {
      this(terminal, new long[2]);
    }

    @Override
    public void phase(Phase phase, long items, long bytes) {
      state[0] = Math.max(1, items / 20);
    }

    @Override
    public void advanced(long items, long bytes) {
      state[1] += items;
      if (state[1] % state[0] == 0) {
        terminal.err().print(".");
        terminal.err().flush();
      }
    }

    @Override
    public boolean cancelled() {
      return false;
    }
  }
}
