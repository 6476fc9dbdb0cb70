package org.mendedleaf.core.catalog.tables;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.history.ShelfSetting;
import org.mendedleaf.core.oracle.FaultyDesk;

/** A plan that shelves share is one thing: no moment knows two of one name. */
class SharedPlanTest {

  private static final String FIVE = "{\"name\":\"Ours\",\"keep\":[\"the newest 5\"]}";
  private static final String NINE = "{\"name\":\"Ours\",\"keep\":[\"the newest 9\"]}";
  private static final String OTHER = "{\"name\":\"Theirs\",\"keep\":[\"the newest 2\"]}";

  @TempDir Path disk;
  private FaultyDesk desk;
  private long second;

  @BeforeEach
  void twoShelves() throws Exception {
    desk = new FaultyDesk(disk);
    commit(OptionalLong.empty(), new Proposal.NewShelf("Second", ShelfKind.DEPOSIT, ""));
    second = desk.catalogue().shelves().all().get(1).id();
    set(desk.shelf(), new ShelfSetting.Planned(FIVE));
    set(second, new ShelfSetting.Shares("Ours"));
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private void commit(OptionalLong shelf, Proposal proposal) throws IOException {
    var unused =
        desk.journal()
            .commit(
                new Journal.Draft(
                    Act.PLAN,
                    shelf,
                    desk.now(),
                    "maren",
                    OptionalLong.empty(),
                    false,
                    List.of(proposal)));
  }

  private void set(long shelf, ShelfSetting setting) throws IOException {
    commit(OptionalLong.of(shelf), new Proposal.SetShelf(setting));
  }

  private List<Optional<String>> plans() throws IOException {
    return desk.catalogue().shelves().all().stream()
        .map(RecordedShelf::settings)
        .map(settings -> settings.plan())
        .toList();
  }

  @Test
  void oneCommitChangesItForAllThatHaveIt() throws Exception {
    assertThat(plans()).containsOnly(Optional.of(FIVE));
    // Whoever ends here, before the other shelves got acts of their own, has changed all of them.
    set(second, new ShelfSetting.Planned(NINE));
    assertThat(plans()).containsOnly(Optional.of(NINE));
    desk.startAgain();
    assertThat(plans()).containsOnly(Optional.of(NINE));
  }

  @Test
  void copiesThatAnOlderProgramWroteAreOneAsWell() throws Exception {
    set(second, new ShelfSetting.Planned(NINE));
    set(desk.shelf(), new ShelfSetting.Planned(FIVE));
    assertThat(plans()).containsOnly(Optional.of(FIVE));
  }

  @Test
  void whoTakesAnotherPlanLeavesTheOthersTheirs() throws Exception {
    set(second, new ShelfSetting.Planned(OTHER));
    set(second, new ShelfSetting.Planned(OTHER.replace("2", "3")));
    assertThat(plans()).containsExactly(Optional.of(FIVE), Optional.of(OTHER.replace("2", "3")));
    set(second, new ShelfSetting.Shares("Ours"));
    assertThat(plans()).containsOnly(Optional.of(FIVE));
  }
}
