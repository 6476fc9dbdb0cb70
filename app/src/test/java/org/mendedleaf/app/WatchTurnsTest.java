package org.mendedleaf.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.cli.MendedLeafCommand;
import org.mendedleaf.cli.OfficeOpener;
import org.mendedleaf.cli.Terminal;
import org.mendedleaf.core.desk.DeskLock;

/** A real process keeps watch while commands, a window and another watch come by. */
class WatchTurnsTest {

  private static final Duration PATIENCE = Duration.ofSeconds(60);

  /** Whoever has just saved still sits there. */
  private static final Duration AT_ONCE = Duration.ofSeconds(15);

  @TempDir Path base;

  private Terminal terminal(ByteArrayOutputStream out) {
    PrintStream stream = new PrintStream(out, true, StandardCharsets.UTF_8);
    return new Terminal(stream, stream, base);
  }

  private StartLine line(String... words) {
    List<String> all = new ArrayList<>(List.of(words));
    all.addAll(List.of("--home", base.resolve("home").toString()));
    return new StartLine(all);
  }

  private String here(String... words) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    int exit = MendedLeafCommand.run(terminal(out), OfficeOpener.FRESH, line(words).args());
    assertThat(exit).as(out.toString(StandardCharsets.UTF_8)).isZero();
    return out.toString(StandardCharsets.UTF_8);
  }

  private String handedOver(String... words) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    OwnerClient.hand(base.resolve("home"), terminal(out), line(words));
    return out.toString(StandardCharsets.UTF_8);
  }

  private Process keepWatch(String out) throws IOException {
    return keepWatch(out, Map.of());
  }

  private Process keepWatch(String out, Map<String, String> environment) throws IOException {
    List<String> command =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                Main.class.getName()));
    command.addAll(line("keep-watch").words());
    ProcessBuilder process =
        new ProcessBuilder(command)
            .redirectErrorStream(true)
            .redirectOutput(base.resolve(out).toFile());
    process.environment().putAll(environment);
    return process.start();
  }

  private static void await(String what, Callable<Boolean> holds) throws Exception {
    long end = System.nanoTime() + PATIENCE.toNanos();
    while (!holds.call()) {
      assertThat(System.nanoTime()).as(what).isLessThan(end);
      Thread.sleep(200);
    }
  }

  /** A shelf that is recorded on save, with one list of prices. */
  private Path recordedOnSave() throws Exception {
    Path orders = Files.createDirectories(base.resolve("Orders"));
    Path list = Files.writeString(orders.resolve("price list.csv"), "jib,410");
    here("store", "make", base.resolve("store").toString());
    here("shelf", "add", orders.toString(), "--store", base.resolve("store").toString());
    here("capture");
    Path plan = base.resolve("plan.json");
    Files.writeString(
        plan, "{\"name\": \"Saves\", \"rhythm\": \"on save\", \"keep\": [\"everything\"]}");
    here("plan", "set", "Orders", "--file", plan.toString());
    return list;
  }

  @Test
  void whatWasJustDamagedIsShownOnTheDesktopWithinSeconds() throws Exception {
    Path list = recordedOnSave();
    try (StandInDesktop desktop = new StandInDesktop(base, List.of("actions"))) {
      Process watch = keepWatch("watch.txt", Map.of("DBUS_SESSION_BUS_ADDRESS", desktop.address()));
      try {
        await(
            "watch is kept", () -> Files.readString(base.resolve("watch.txt")).contains("is kept"));
        Files.writeString(list, "jib,420\n".repeat(100));
        await(
            "the save is recorded",
            () -> handedOver("show", list.toString(), "--revision", "1").contains("jib,420"));
        long saved = System.nanoTime();
        Files.writeString(list, "");
        await("it is shown", () -> !desktop.shown().isEmpty());
        assertThat(Duration.ofNanos(System.nanoTime() - saved)).isLessThan(AT_ONCE);
        assertThat(desktop.shown().get(0).title())
            .isEqualTo("Orders: price list.csv looks damaged");
        assertThat(desktop.shown().get(0).text()).contains("Nothing is left in it", "r1 of");
      } finally {
        watch.destroy();
        assertThat(watch.waitFor(60, TimeUnit.SECONDS)).isTrue();
      }
    }
  }

  @Test
  void whatIsSavedIsRecordedWithoutAWindow() throws Exception {
    Path list = recordedOnSave();
    Path home = base.resolve("home");
    assertThat(DeskLock.isWatchKept(home)).isFalse();

    Process watch = keepWatch("watch.txt");
    try {
      await("watch is kept", () -> Files.readString(base.resolve("watch.txt")).contains("is kept"));
      assertThat(DeskLock.isWatchKept(home)).isTrue();
      Files.writeString(list, "jib,420");
      await(
          "the save is recorded",
          () -> handedOver("show", list.toString(), "--revision", "1").contains("jib,420"));

      Process second = keepWatch("second.txt");
      assertThat(second.waitFor(60, TimeUnit.SECONDS)).isTrue();
      assertThat(second.exitValue()).as("one watch per desk").isEqualTo(1);

      assertThat(OwnerClient.isLetGo(home)).as("it gives way to a window").isTrue();
      Optional<DeskLock> window = Optional.empty();
      for (int i = 0; i < 300 && window.isEmpty(); i++) {
        Thread.sleep(20);
        window = DeskLock.tryTake(home);
      }
      assertThat(window).isPresent();
      Files.writeString(list, "jib,430");
      Thread.sleep(7000);
      assertThat(here("history", list.toString()))
          .as("the window has the desk")
          .doesNotContain("r2");
      window.orElseThrow().close();
      await(
          "it goes on after the window",
          () -> handedOver("show", list.toString(), "--revision", "2").contains("jib,430"));
    } finally {
      watch.destroy();
      assertThat(watch.waitFor(60, TimeUnit.SECONDS)).isTrue();
    }
    assertThat(DeskLock.isWatchKept(home)).isFalse();
    assertThat(here("show", list.toString(), "--revision", "2")).contains("jib,430");
  }
}
