package org.mendedleaf.desktop.space;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;

import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.keeping.Spaces.Group;
import org.mendedleaf.core.keeping.Spaces.Grouping;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.space.Cost;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/** What is recorded costs, grouped and chosen. */
class SpacePresenterTest {

  @TempDir Path base;
  private TestDesk desk;
  private SpacePresenter presenter;

  @BeforeEach
  void twoKinds() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 3; i++) {
      byte[] noise = new byte[20_000];
      new Random(i).nextBytes(noise);
      desk.write("list.csv", noise);
      desk.write("notes/small.txt", "small %d ".formatted(i).repeat(90));
      desk.write("notes/other.txt", "other %d ".formatted(i).repeat(90));
      desk.capture();
    }
    presenter = new SpacePresenter(InTurn.of(desk, mock(Navigator.class)));
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<String> names() {
    return presenter.viewProperty().get().groups().stream().map(Group::name).toList();
  }

  @Test
  void theDearestStandsFirstAndAnotherGroupingIsCountedAtOnce() {
    assertThat(names()).hasSize(3).first().isEqualTo("Desk of home / list.csv");
    presenter.groupingProperty().set(Grouping.KIND);
    assertThat(names()).containsExactly(".csv", ".txt");
    presenter.groupingProperty().set(Grouping.SHELF);
    assertThat(names()).containsExactly(desk.shelf().name());
    assertThat(presenter.viewProperty().get().stores()).hasSize(1);
  }

  @Test
  void whatIsChosenCostsTogetherAndNothingCostsNothing() {
    List<Group> all = presenter.viewProperty().get().groups();
    presenter.choose(all.subList(0, 1));
    Cost one = presenter.chosenProperty().get();
    presenter.choose(all);
    Cost together = presenter.chosenProperty().get();
    assertThat(together.history()).isGreaterThanOrEqualTo(one.history());
    assertThat(together.current()).isGreaterThan(one.current());
    presenter.choose(List.of());
    assertThat(presenter.chosenProperty().get()).isNull();
  }

  @Test
  void whatWasCountedLastIsThereAtOnceAndSaysThatItIsOld() throws Exception {
    desk.write("list.csv", "yet another state");
    desk.capture();
    SpacePresenter later = new SpacePresenter(InTurn.of(desk, mock(Navigator.class)));
    List<Boolean> shown = new java.util.ArrayList<>();
    later.viewProperty().addListener((property, before, now) -> shown.add(now.isNew()));
    later.refresh();
    assertThat(shown).containsExactly(false, true);
  }
}
