package org.mendedleaf.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** News on the desktop, over a real bus. */
@Timeout(120)
class DesktopNotificationsTest {

  @TempDir Path base;
  private final BlockingQueue<String> opened = new LinkedBlockingQueue<>();

  private DesktopNotifications on(String bus) {
    return new DesktopNotifications(Optional.of(bus), opened::add);
  }

  private static void await(StandInDesktop desktop, int count) throws InterruptedException {
    while (desktop.shown().size() < count) {
      Thread.sleep(20);
    }
  }

  @Test
  void newsAreShownAndChoosingThemOpensWhatTheyAreAbout() throws Exception {
    try (StandInDesktop desktop =
            new StandInDesktop(base, List.of("actions", "body", "body-markup"));
        DesktopNotifications notifications = on(desktop.address())) {
      notifications.show(
          "Orders: a.csv looks damaged", "5 < 6 & nothing is left", "mended-leaf:s/1");
      notifications.show("Orders: b.csv looks damaged", "cut off", "mended-leaf:s/2");
      await(desktop, 2);
      assertThat(desktop.shown().get(0).title()).isEqualTo("Orders: a.csv looks damaged");
      assertThat(desktop.shown().get(0).text()).isEqualTo("5 &lt; 6 &amp; nothing is left");
      assertThat(desktop.shown().get(0).actions()).startsWith("default");

      desktop.choose(2);
      assertThat(opened.poll(60, TimeUnit.SECONDS)).isEqualTo("mended-leaf:s/2");
      desktop.choose(1);
      assertThat(opened.poll(60, TimeUnit.SECONDS)).isEqualTo("mended-leaf:s/1");
      assertThat(opened).isEmpty();
    }
  }

  @Test
  void aDesktopThatCannotBeClickedOrHasNoMarkupGetsTextAlone() throws Exception {
    try (StandInDesktop desktop = new StandInDesktop(base, List.of("body"));
        DesktopNotifications notifications = on(desktop.address())) {
      notifications.show("title", "5 < 6", "");
      await(desktop, 1);
      assertThat(desktop.shown().get(0).text()).isEqualTo("5 < 6");
      assertThat(desktop.shown().get(0).actions()).isEmpty();
    }
  }

  @Test
  void withoutABusNothingFailsAndALaterOneIsUsed() throws Exception {
    Path folder = base;
    try (DesktopNotifications notifications = on("unix:path=" + folder.resolve("bus"))) {
      notifications.show("lost", "nobody sees this", "");
      try (StandInDesktop desktop = new StandInDesktop(folder, List.of("body"))) {
        while (desktop.shown().stream().noneMatch(one -> one.title().equals("seen"))) {
          notifications.show("seen", "now there is one", "");
          Thread.sleep(100);
        }
      }
    }
  }

  /** As in a session that has no bus at all: nothing that nobody caught ends in somebody's log. */
  @Test
  void anAddressThatIsNoneIsNoFailureEither() throws Exception {
    BlockingQueue<Throwable> uncaught = new LinkedBlockingQueue<>();
    Thread.UncaughtExceptionHandler before = Thread.getDefaultUncaughtExceptionHandler();
    Thread.setDefaultUncaughtExceptionHandler((thread, problem) -> uncaught.add(problem));
    try (DesktopNotifications notifications = on("nonsense")) {
      notifications.show("title", "text", "");
      assertThat(uncaught.poll(2, TimeUnit.SECONDS)).isNull();
    } finally {
      Thread.setDefaultUncaughtExceptionHandler(before);
    }
  }
}
