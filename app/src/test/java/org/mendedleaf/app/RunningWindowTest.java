package org.mendedleaf.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.cli.Terminal;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.frame.WindowRobot;

/** Command lines typed while the window is open: they are handed to it. */
class RunningWindowTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;
  private OwnerServer server;

  @BeforeEach
  void open() throws Exception {
    desk = new TestDesk(base);
    desk.write("plan.txt", "good\n");
    desk.capture();
    show(desk.office());
    server = new OwnerServer(base.resolve("home"), desk.office());
    server.serve(new WindowOwner(window()));
    eventually(() -> isThere("#shelf-" + desk.shelf().id()));
  }

  @AfterEach
  void closeAll() throws Exception {
    server.close();
    close();
    desk.close();
  }

  private record Handed(int exit, String out, String err) {}

  private Handed hand(String... words) throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    Terminal terminal =
        new Terminal(
            new PrintStream(out, true, StandardCharsets.UTF_8),
            new PrintStream(err, true, StandardCharsets.UTF_8),
            desk.folder());
    List<String> line = new ArrayList<>(List.of(words));
    line.addAll(List.of("--home", base.resolve("home").toString()));
    int exit = OwnerClient.hand(base.resolve("home"), terminal, new StartLine(line)).orElseThrow();
    return new Handed(
        exit, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
  }

  @Test
  void openShowsTheFileInTheWindowThatRuns() throws Exception {
    assertThat(hand("open", "plan.txt").exit()).isZero();
    eventually(() -> isThere("#life-line") && text(".title").equals("plan.txt"));

    Path stray = Files.writeString(base.resolve("stray.txt"), "on no shelf");
    assertThat(hand("open", stray.toString()).exit()).isZero();
    eventually(() -> isThere("#protect-folder"));
  }

  @Test
  void aCommandRunsInTheWindowsProcessAndTheWindowShowsWhatItDid() throws Exception {
    hand("open", "plan.txt");
    eventually(() -> isThere("#leaf-0"));
    desk.write("plan.txt", "ruined, and longer\n");
    desk.clock().forward(java.time.Duration.ofHours(1));

    Handed captured = hand("capture", "--json");

    assertThat(captured.exit()).isZero();
    assertThat(captured.out()).contains("\"changed\":1");
    eventually(() -> isThere("#leaf-1"));
    assertThat(hand("show", "plan.txt", "--revision", "first").out()).isEqualTo("good\n");
  }

  @Test
  void whatAHandedCommandCannotDoIsSaidWhereItWasTyped() throws Exception {
    Handed unknown = hand("history", "never.txt");
    assertThat(unknown.exit()).isEqualTo(1);
    assertThat(unknown.err()).contains("Nothing has been recorded at never.txt");
    Handed clock = hand("capture", "--clock", "2026-03-02T08:00:00Z");
    assertThat(clock.exit()).isEqualTo(1);
    assertThat(clock.err()).contains("its clock counts");
  }
}
