package org.mendedleaf.desktop.adopt;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.adoption.AdoptionPlan.FolderStep;
import org.mendedleaf.core.adoption.AdoptionPlan.ShelfStep;
import org.mendedleaf.core.adoption.AdoptionPlan.SpoolStep;
import org.mendedleaf.core.adoption.AdoptionPlan.StoreStep;
import org.mendedleaf.core.adoption.RecoverySheet.SheetShelf;
import org.mendedleaf.desktop.adopt.AdoptPresenter.AdoptView;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/**
 * One line of an adoption.
 *
 * @param what a store, a shelf, a mirror …
 * @param shelf empty if it is none
 * @param before what the sheet calls its folder; empty where no other can be chosen
 * @param folder where it lies here
 * @param happens what becomes of it, or why nothing does
 * @param isRefused whether nothing does
 */
record AdoptRow(
    String what,
    Optional<SheetShelf> shelf,
    Optional<Path> before,
    Path folder,
    String happens,
    boolean isRefused) {

  static List<AdoptRow> of(AdoptView view) {
    List<AdoptRow> rows = new ArrayList<>();
    view.plan().stores().forEach(step -> rows.add(of(step, view.isDone())));
    view.plan().spools().forEach(step -> rows.add(of(step, view.isDone())));
    view.plan().shelves().forEach(step -> rows.add(of(step, view.isDone())));
    view.plan().mirrors().forEach(step -> rows.add(of(step, "adopt.mirror")));
    view.plan().arrivals().forEach(step -> rows.add(of(step, "adopt.arrivals")));
    return rows;
  }

  private static AdoptRow of(StoreStep step, boolean isDone) {
    String acts = Shown.count(step.acts());
    String happens =
        switch (step.what()) {
          case REFUSED, LOCKED -> step.why();
          case MIRROR_BECOMES_STORE ->
              Words.of(isDone ? "adopt.store.mirror.done" : "adopt.store.mirror", acts);
          case KNOWN -> Words.of("adopt.store.known", acts);
          default -> Words.of(isDone ? "adopt.store.done" : "adopt.store.opened", acts);
        };
    String only = step.takesOver() ? " " + Words.of("adopt.store.only") : "";
    return new AdoptRow(
        Words.of("adopt.store"),
        Optional.empty(),
        Optional.of(step.store().folder()),
        step.folder(),
        happens + only,
        !step.what().isDone());
  }

  private static AdoptRow of(SpoolStep step, boolean isDone) {
    return new AdoptRow(
        Words.of("adopt.spool"),
        Optional.empty(),
        Optional.empty(),
        step.spool(),
        step.why().isEmpty()
            ? Words.count(isDone ? "adopt.spool.taken" : "adopt.spool.take", step.acts())
            : step.why(),
        !step.why().isEmpty());
  }

  private static AdoptRow of(ShelfStep step, boolean isDone) {
    String happens =
        switch (step.what()) {
          case REFUSED, LOCKED -> step.why();
          case KNOWN -> Words.of("adopt.shelf.known");
          case BOUND ->
              step.missing() == 0
                  ? Words.of(isDone ? "adopt.shelf.bound.done" : "adopt.shelf.bound")
                  : Words.of(
                      isDone ? "adopt.shelf.lacks.done" : "adopt.shelf.lacks",
                      Shown.count(step.missing()),
                      Shown.count(step.files()));
          default ->
              Words.count(
                  isDone ? "adopt.shelf.recovered" : "adopt.shelf.recover",
                  step.files(),
                  Shown.size(step.bytes()));
        };
    return new AdoptRow(
        Words.of("adopt.shelf", step.shelf().name()),
        Optional.of(step.shelf()),
        Optional.of(step.shelf().folder()),
        step.folder(),
        happens,
        !step.what().isDone());
  }

  private static AdoptRow of(FolderStep step, String key) {
    String happens =
        step.why().isEmpty() ? Words.of(key + (step.there() ? ".there" : ".away")) : step.why();
    return new AdoptRow(
        Words.of(key),
        Optional.empty(),
        Optional.empty(),
        step.folder(),
        happens,
        !step.why().isEmpty());
  }
}
