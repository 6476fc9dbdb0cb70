package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.keeping.LostAndFound.Lost;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.tray.RunReceipt;

/** What was removed, and bringing it back. */
class LostAndFoundTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aFolderAndAFileAreGone() throws Exception {
    desk = new TestDesk(base);
    desk.write("Surveys/one.pdf", "1");
    desk.write("Surveys/deep/two.pdf", "2");
    desk.write("kept/gone.txt", "goes");
    desk.write("kept/stays.txt", "stays");
    desk.capture();
    Files.delete(desk.file("kept/gone.txt"));
    desk.capture();
    for (String path :
        List.of("Surveys/deep/two.pdf", "Surveys/deep", "Surveys/one.pdf", "Surveys")) {
      Files.delete(desk.file(path));
    }
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<Lost> lost() throws Exception {
    return desk.office().lostAndFound().all();
  }

  @Test
  void aFolderThatIsGoneIsOneLineAndWhatWentLastComesFirst() throws Exception {
    assertThat(lost())
        .extracting(Lost::path)
        .containsExactly(new InnerPath("Surveys"), new InnerPath("kept/gone.txt"));
    assertThat(lost().get(0).files()).isEqualTo(2);
    assertThat(lost().get(1).newest()).isPresent();
  }

  @Test
  void bothComeBackWithTheirHistoriesAndCanGoAgain() throws Exception {
    RunReceipt brought =
        desk.office().lostAndFound().bringBack(lost(), Optional.empty(), Progress.NONE);
    assertThat(lost()).isEmpty();
    assertThat(desk.file("Surveys/deep/two.pdf")).hasContent("2");
    assertThat(desk.life("kept/gone.txt").revisions()).hasSize(2);
    assertThat(desk.life("Surveys/one.pdf").revisions()).hasSize(2);

    desk.office().recoveries().undo(desk.shelf().store(), brought.act().id(), Progress.NONE);
    assertThat(desk.file("kept/gone.txt")).doesNotExist();
    desk.capture();
    assertThat(lost()).hasSize(2);
  }

  private Lost lost(String path) throws Exception {
    return lost().stream()
        .filter(one -> one.path().equals(new InnerPath(path)))
        .findFirst()
        .orElseThrow();
  }

  private void choose(String json) throws Exception {
    NamedPlan plan = PlanFormat.decode(json.replace('\'', '"'), ZoneOffset.UTC);
    var unused = desk.office().plans().choose(desk.shelf(), plan);
  }

  @Test
  void aFolderSaysWhatItHeldAndWhenTheLastOfItWent() throws Exception {
    Lost folder = lost("Surveys");
    assertThat(folder.folder()).isTrue();
    assertThat(folder.bytes()).isEqualTo(2);
    assertThat(folder.newest()).isEmpty();
    assertThat(folder.at()).isEqualTo(desk.clock().instant());
    Lost file = lost("kept/gone.txt");
    assertThat(file.folder()).isFalse();
    assertThat(file.bytes()).isEqualTo(4);
    assertThat(file.at()).isEqualTo(desk.clock().instant().minus(Duration.ofHours(1)));
  }

  @Test
  void whereNothingEverGoesItIsKeptForAlways() throws Exception {
    assertThat(lost()).extracting(Lost::keptUntil).containsOnly(Optional.of(Claim.ALWAYS));
  }

  @Test
  void aPlanSaysUntilWhenAndOfAFolderTheFirstThatMayGo() throws Exception {
    desk.write("Surveys/three.pdf", "3 comes back, and goes again");
    desk.write("Surveys/four.pdf", "as well");
    desk.capture();
    Files.delete(desk.file("Surveys/three.pdf"));
    desk.capture();
    Files.delete(desk.file("Surveys/four.pdf"));
    Files.delete(desk.file("Surveys"));
    desk.capture();
    choose("{'name':'Lean','keep':['the newest 2'],'removedFor':'5 days','grace':'10 days'}");

    Duration kept = Duration.between(lost("kept/gone.txt").at(), until("kept/gone.txt"));
    assertThat(kept).as("five days on the shelf's list, ten on notice").isPositive();
    Instant first = desk.clock().instant().minus(Duration.ofHours(3)).plus(kept);
    assertThat(until("Surveys")).as("with one.pdf and two.pdf").isEqualTo(first);
    assertThat(lost("Surveys").files()).isEqualTo(4);
    assertThat(lost("Surveys").bytes()).isEqualTo(2 + 28 + 7);
    assertThat(lost("Surveys").at()).isEqualTo(desk.clock().instant());
  }

  private Instant until(String path) throws Exception {
    return lost(path).keptUntil().orElseThrow();
  }

  @Test
  void underARoomLimitNothingIsPromised() throws Exception {
    choose("{'name':'Room','keep':['everything'],'room':'at most 1 GB'}");
    assertThat(lost()).extracting(Lost::keptUntil).containsOnly(Optional.empty());
  }

  @Test
  void theyComeBackIntoAnotherFolderToo() throws Exception {
    Path other = Files.createDirectories(base.resolve("other"));
    var unused =
        desk.office()
            .lostAndFound()
            .bringBack(List.of(lost("kept/gone.txt")), Optional.of(other), Progress.NONE);
    assertThat(desk.file("kept/gone.txt")).doesNotExist();
    assertThat(other.resolve("gone (first state, 2 Mar 2026 09.00).txt")).hasContent("goes");
    assertThat(lost()).hasSize(2);
  }
}
