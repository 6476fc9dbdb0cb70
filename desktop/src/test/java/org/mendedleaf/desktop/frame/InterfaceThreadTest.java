package org.mendedleaf.desktop.frame;

import static net.bytebuddy.matcher.ElementMatchers.isMethod;
import static net.bytebuddy.matcher.ElementMatchers.isPublic;
import static net.bytebuddy.matcher.ElementMatchers.isStatic;
import static net.bytebuddy.matcher.ElementMatchers.namedOneOf;
import static net.bytebuddy.matcher.ElementMatchers.none;
import static net.bytebuddy.matcher.ElementMatchers.not;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Collection;
import java.util.Optional;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.stream.Stream;
import javafx.scene.input.KeyCode;
import net.bytebuddy.agent.ByteBuddyAgent;
import net.bytebuddy.agent.builder.AgentBuilder;
import net.bytebuddy.agent.builder.ResettableClassFileTransformer;
import net.bytebuddy.asm.Advice;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * Nothing asks the disk or the office on the interface thread. The calls themselves are watched:
 * every public method of the office's parts, and everything that the system offers for files.
 */
class InterfaceThreadTest extends WindowRobot {

  /** Where the watch notes what it saw; the watched classes can only reach what the JDK has. */
  static final String SEEN = "calls-on-the-interface-thread";

  private static final String OFFICE = "org.mendedleaf.core.office.";

  @TempDir Path base;
  private final Collection<Throwable> seen = new ConcurrentLinkedQueue<>();
  private ResettableClassFileTransformer watch;
  private TestDesk desk;

  /** Becomes part of the watched methods, so it names nothing of ours. */
  static final class Noting {
    private Noting() {}

    @Advice.OnMethodEnter
    @SuppressWarnings("unchecked") // it is put there below
    static void enter() {
      if (Thread.currentThread().getName().equals("JavaFX Application Thread")
          && System.getProperties().get("calls-on-the-interface-thread")
              instanceof Collection<?> c) {
        ((Collection<Throwable>) c).add(new Throwable());
      }
    }
  }

  @BeforeEach
  void watch() throws Exception {
    System.getProperties().put(SEEN, seen);
    watch =
        new AgentBuilder.Default()
            .disableClassFormatChanges()
            .with(AgentBuilder.RedefinitionStrategy.RETRANSFORMATION)
            .ignore(none())
            .type(namedOneOf("java.nio.file.Files", "java.nio.channels.FileChannel"))
            .transform(
                (builder, type, loader, module, domain) ->
                    builder.visit(Advice.to(Noting.class).on(isPublic().and(isStatic()))))
            .type(
                namedOneOf(
                    Stream.of(
                            "Stores",
                            "Shelves",
                            "FileLives",
                            "Moments",
                            "Recoveries",
                            "Comparisons",
                            "LostAndFound",
                            "Snapshots",
                            "Search",
                            "Addresses")
                        .map(OFFICE::concat)
                        .toArray(String[]::new)))
            .transform(
                (builder, type, loader, module, domain) ->
                    builder.visit(
                        Advice.to(Noting.class)
                            .on(isPublic().and(isMethod()).and(not(isStatic())))))
            .installOn(ByteBuddyAgent.install());
    desk = new TestDesk(base);
    desk.write("in/list.csv", "good,1\n");
    desk.write("in/plan.txt", "the plan");
    desk.capture();
    desk.clock().forward(Duration.ofDays(3));
    desk.write("in/list.csv", "ruined,99999\n");
    Files.delete(desk.file("in/plan.txt"));
    desk.capture();
    desk.clock().forward(Duration.ofDays(2));
    show(desk.office());
    eventually(() -> isThere("#shelf-" + desk.shelf().id()));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
    watch.reset(
        ByteBuddyAgent.getInstrumentation(), AgentBuilder.RedefinitionStrategy.RETRANSFORMATION);
    System.getProperties().remove(SEEN);
  }

  @Test
  void theWatchSeesWhatItShould() throws Exception {
    seen.clear();
    interact(() -> Files.exists(base));
    interact(() -> desk.office().shelves().all());
    assertThat(seen).hasSizeGreaterThanOrEqualTo(2);
  }

  @Test
  void everyPageIsWalkedWithoutAskingOnTheInterfaceThread() throws Exception {
    Moment then = new Moment.At(desk.clock().instant().minus(Duration.ofDays(4)));
    InnerPath in = new InnerPath("in");
    var file = desk.life("in/list.csv").ref();
    seen.clear();
    visit(new Place.OneShelf(desk.shelf(), in), "#files");
    visit(new Place.ShelfAt(desk.shelf(), in, then), "#files-then");
    push(KeyCode.CONTROL, KeyCode.A).type(KeyCode.SPACE);
    eventually(() -> window().context().tray().picks().size() == 2);
    visit(
        new Place.Compared(desk.shelf(), in, then, new Moment.At(desk.clock().instant())),
        "#differences");
    visit(new Place.ShelfSnapshots(desk.shelf(), InnerPath.ROOT), "#snapshots");
    clickOn("#snapshot-label").write("L").type(KeyCode.ENTER);
    eventually(() -> isThere("#notice"));
    visit(new Place.Lost(), "#lost");
    visit(new Place.OneFile(file, Optional.of(0)), "#life-line");
    clickOn("#compare-tab");
    eventually(() -> isThere("#compare-summary"));
    clickOn("#facts-tab");
    visit(new Place.Found("list"), "#found");
    visit(new Place.Stray(base.resolve("stray.txt")), ".title");
    visit(new Place.NewShelf(Optional.of(base)), "#folder");
    visit(new Place.OnTray(), "#picks");
    push(KeyCode.CONTROL, KeyCode.ENTER);
    eventually(() -> isThere("#run-tray") && !lookup("#run-tray").query().isDisabled());
    clickOn("#run-tray");
    eventually(() -> isThere("#undo-run"));
    clickOn("#undo-run");
    eventually(() -> isThere("This has been taken back."));
    push(KeyCode.CONTROL, KeyCode.D);
    interact(() -> window().open(desk.file("in/list.csv")));
    eventually(() -> isThere("#life-line"));

    assertThat(seen.stream().filter(InterfaceThreadTest::isOurs).map(InterfaceThreadTest::told))
        .as("calls on the interface thread")
        .isEmpty();
  }

  private void visit(Place place, String shows) throws Exception {
    interact(() -> window().go(place));
    eventually(() -> isThere(shows));
  }

  /** JavaFX itself reads its styles and fonts there. */
  private static boolean isOurs(Throwable call) {
    return Stream.of(call.getStackTrace())
        .anyMatch(
            frame ->
                frame.getClassName().startsWith("org.mendedleaf.")
                    && !frame.getClassName().contains("Test"));
  }

  private static String told(Throwable call) {
    return Stream.of(call.getStackTrace()).limit(12).map(String::valueOf).toList().toString();
  }
}
