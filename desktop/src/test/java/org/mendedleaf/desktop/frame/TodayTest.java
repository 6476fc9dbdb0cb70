package org.mendedleaf.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneOffset;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.VBox;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.PlanFormat;

/** The area Today: what needs a person, and the one step that leads on. */
class TodayTest extends WindowRobot {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void somethingToLookAt() throws Exception {
    desk = new TestDesk(base);
    desk.write("gone.csv", "soon lost for good");
    for (int i = 0; i < 3; i++) {
      desk.write("list.csv", "state " + i);
      desk.capture();
    }
    var shelves =
        desk.office()
            .plans()
            .choose(
                desk.shelf(),
                PlanFormat.decode(
                    "{'name':'Lean','keep':['the newest 1'],'grace':'5 days','removedFor':'6 days'}"
                        .replace('\'', '"'),
                    ZoneOffset.UTC));
    Files.delete(desk.file("gone.csv"));
    desk.capture();
    assertThat(desk.office().thinnings().thin(desk.shelf(), false).did().concerned()).isNotEmpty();
    assertThat(shelves).hasSize(1);
    show(desk.office());
    eventually(() -> isThere("Today"));
  }

  @AfterEach
  void closeDesk() throws Exception {
    close();
    desk.close();
  }

  private int lines(String box) {
    return lookup(box).<VBox>query().getChildren().size();
  }

  private boolean says(String start) {
    return lookup(".label").queryAllAs(javafx.scene.control.Label.class).stream()
        .anyMatch(label -> label.getText() != null && label.getText().startsWith(start));
  }

  @Test
  void whatNeedsAPersonIsListedAndEachLineLeadsOn() throws Exception {
    push(KeyCode.CONTROL, KeyCode.DIGIT0);
    eventually(() -> isThere("#matters") && says("2 revisions on “Desk of home” are erased soon"));
    assertThat(says("The last state of “gone.csv”")).isTrue();
    assertThat(says("Desk of home: 4 revisions saved, 1 file removed")).isTrue();
    assertThat(lines("#happened")).isEqualTo(1);

    clickOn("See them");
    eventually(() -> isThere("#thin"));
    type(KeyCode.ESCAPE);
    eventually(() -> isThere("#matters"));

    desk.clock().forward(Duration.ofDays(5));
    assertThat(desk.office().recordingAndPeople().recording(desk.shelf(), false)).isNotNull();
    push(KeyCode.CONTROL, KeyCode.F5);
    eventually(() -> says("2 revisions on “Desk of home” can be erased"));
    assertThat(says("“Desk of home” is not recorded since")).isTrue();
    assertThat(says("Nothing was saved or removed")).isTrue();
  }
}
