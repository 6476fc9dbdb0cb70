package org.mendedleaf.desktop.file;

import java.nio.file.Path;
import java.util.Optional;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleIntegerProperty;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.files.Comparisons.ComparedState;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/** Compares two states of a file; knows no nodes. Properties change on the interface thread. */
final class ComparePresenter {

  private final Context context;
  private final FilePresenter file;
  private final IntegerProperty against = new SimpleIntegerProperty(FilePresenter.NONE);
  private final ReadOnlyObjectWrapper<ShownComparison> shown = new ReadOnlyObjectWrapper<>();
  private @Nullable ComparedState other;
  private boolean wanted;
  private @Nullable StatePair asked;

  ComparePresenter(Context context, FilePresenter file) {
    this.context = context;
    this.file = file;
    file.chosenProperty().addListener((property, before, now) -> follow());
    file.lifeProperty().addListener((property, before, now) -> compare());
    against.addListener((property, before, now) -> chooseOther(now.intValue()));
  }

  private record StatePair(int chosen, ComparedState earlier, ComparedState later) {}

  /**
   * The state of the page.
   *
   * @param earlier what the earlier state is called
   * @param later what the later state is called
   * @param comparison null while it is being worked out, and where it failed
   * @param problem why it failed; empty if it did not
   */
  record ShownComparison(
      String earlier, String later, @Nullable Comparison comparison, String problem) {}

  /** The comparison; null while nothing is compared. */
  ReadOnlyObjectProperty<ShownComparison> shownProperty() {
    return shown.getReadOnlyProperty();
  }

  /**
   * The number of the revision that the chosen one is held against, or {@link FilePresenter#NONE}.
   */
  IntegerProperty againstProperty() {
    return against;
  }

  /** Begins to compare, or leaves it; nothing is worked out that nobody looks at. */
  void want(boolean wants) {
    wanted = wants;
    if (!wants) {
      against.set(FilePresenter.NONE);
      other = null;
      asked = null;
    }
    follow();
  }

  /** Holds the chosen revision against the one before it. */
  void withBefore() {
    other = null;
    follow();
  }

  /** Holds the chosen revision against what lies at its place now. */
  void withNow() {
    against.set(FilePresenter.NONE);
    other = new ComparedState.Now();
    compare();
  }

  /** Holds the chosen revision against any other file. */
  void withFile(Path path) {
    against.set(FilePresenter.NONE);
    other = new ComparedState.Outside(path);
    compare();
  }

  private void chooseOther(int number) {
    if (number != FilePresenter.NONE
        && !(other instanceof ComparedState.Recorded at && at.number() == number)) {
      other = new ComparedState.Recorded(number);
      compare();
    }
  }

  /** The revision before follows the chosen one, as long as nothing else was chosen. */
  private void follow() {
    if (!wanted) {
      shown.set(null);
      return;
    }
    boolean same =
        other instanceof ComparedState.Recorded at && at.number() == file.chosenProperty().get();
    if (other == null || same) {
      other = null;
      against.set(before().orElse(FilePresenter.NONE));
      other = null;
    }
    compare();
  }

  private Optional<Integer> before() {
    FileLife life = file.lifeProperty().get();
    if (life == null) {
      return Optional.empty();
    }
    int chosen = file.chosenProperty().get();
    int nearest = FilePresenter.NONE;
    for (var revision : life.revisions()) {
      if (revision.number() < chosen) {
        nearest = revision.number();
      }
    }
    // The oldest one has nothing before it and is held against the one after it.
    if (nearest == FilePresenter.NONE && life.revisions().size() > 1) {
      nearest = life.revisions().get(1).number();
    }
    return nearest == FilePresenter.NONE ? Optional.empty() : Optional.of(nearest);
  }

  private void compare() {
    FileLife life = file.lifeProperty().get();
    int chosen = file.chosenProperty().get();
    if (!wanted || life == null || life.revision(chosen).isEmpty()) {
      return;
    }
    ComparedState partner =
        other != null
            ? other
            : before()
                .<ComparedState>map(ComparedState.Recorded::new)
                .orElse(new ComparedState.Now());
    ComparedState own = new ComparedState.Recorded(chosen);
    boolean swapped =
        partner instanceof ComparedState.Recorded recorded && recorded.number() < chosen;
    StatePair pair =
        swapped ? new StatePair(chosen, partner, own) : new StatePair(chosen, own, partner);
    if (pair.equals(asked) && !(partner instanceof ComparedState.Now)) {
      return;
    }
    asked = pair;
    shown.set(new ShownComparison(named(pair.earlier()), named(pair.later()), null, ""));
    context
        .background()
        .ask(
            () -> context.office().comparisons().compare(life, pair.earlier(), pair.later()),
            found -> show(pair, found, ""),
            problem -> show(pair, null, String.valueOf(problem.getMessage())));
  }

  private void show(StatePair pair, @Nullable Comparison found, String problem) {
    if (wanted && pair.equals(asked)) {
      shown.set(new ShownComparison(named(pair.earlier()), named(pair.later()), found, problem));
    }
  }

  private static String named(ComparedState state) {
    if (state instanceof ComparedState.Recorded recorded) {
      return FilePresenter.numbered(recorded.number());
    }
    return state instanceof ComparedState.Outside outside
        ? outside.file().getFileName().toString()
        : Words.of("sides.now");
  }
}
