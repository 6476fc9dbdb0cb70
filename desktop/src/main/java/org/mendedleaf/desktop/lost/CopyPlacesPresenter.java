package org.mendedleaf.desktop.lost;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.leftovers.DismissedCopy;
import org.mendedleaf.core.leftovers.LeftoverPlaces;
import org.mendedleaf.core.leftovers.LeftoverRule;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.work.Context;

/**
 * Where copies that programs leave are looked for, and how they are told; knows no nodes. For the
 * interface thread.
 */
final class CopyPlacesPresenter {

  private final Context context;
  private final ReadOnlyObjectWrapper<CopyPlaces> view = new ReadOnlyObjectWrapper<>();

  CopyPlacesPresenter(Context context) {
    this.context = context;
  }

  /**
   * What is set.
   *
   * @param dismissed those that are still there
   */
  record CopyPlaces(List<LeftoverRule> rules, List<Path> folders, List<DismissedCopy> dismissed) {}

  /** Null until it is known. */
  ReadOnlyObjectProperty<CopyPlaces> viewProperty() {
    return view.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(this::look, view::set);
  }

  private LeftoverPlaces places() {
    return context.office().leftovers().places();
  }

  private CopyPlaces look() throws Exception {
    return new CopyPlaces(
        places().rules(),
        places().folders(),
        places().dismissed().stream().filter(one -> Files.exists(one.path())).toList());
  }

  void add(String rule) {
    change(
        () -> {
          places().add(LeftoverRule.parse(rule));
          return look();
        });
  }

  void remove(LeftoverRule rule) {
    change(
        () -> {
          places().remove(rule);
          return look();
        });
  }

  void lookIn(String folder) {
    change(
        () -> {
          places().add(Shown.pathWritten(folder));
          return look();
        });
  }

  void lookNoLonger(Path folder) {
    change(
        () -> {
          places().remove(folder);
          return look();
        });
  }

  void sayAgain(DismissedCopy copy) {
    change(
        () -> {
          places().dismiss(copy, false);
          return look();
        });
  }

  private void change(Callable<CopyPlaces> act) {
    context.ask(act, view::set);
  }
}
