package org.mendedleaf.desktop.plan;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.keeping.Thinnings.Fate;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;

/** All shelves with their plans; knows no nodes. For the interface thread. */
final class PlansPresenter {

  private final Context context;
  private final ReadOnlyObjectWrapper<List<PlanRow>> rows = new ReadOnlyObjectWrapper<>(List.of());

  PlansPresenter(Context context) {
    this.context = context;
  }

  /**
   * A shelf.
   *
   * @param going how many revisions would go on notice now
   * @param waiting how many are on notice
   */
  record PlanRow(Shelf shelf, Optional<NamedPlan> plan, int going, int waiting, int due) {
    String name() {
      return shelf.name();
    }
  }

  ReadOnlyObjectProperty<List<PlanRow>> rowsProperty() {
    return rows.getReadOnlyProperty();
  }

  /** How many shelves have no plan. */
  long withoutPlan() {
    return rows.get().stream().filter(row -> row.plan().isEmpty()).count();
  }

  void refresh() {
    context.ask(this::look, rows::set);
  }

  private List<PlanRow> look() throws IOException {
    List<PlanRow> rows = new ArrayList<>();
    for (Shelf shelf : context.office().shelves().all()) {
      if (shelf.recording() == RecordingState.NOT_HERE) {
        rows.add(new PlanRow(shelf, Optional.empty(), 0, 0, 0));
        continue;
      }
      Optional<NamedPlan> plan = context.office().plans().of(shelf);
      if (plan.isEmpty()) {
        rows.add(new PlanRow(shelf, plan, 0, 0, 0));
        continue;
      }
      Thinnings.RehearsedThinning told =
          context.office().thinnings().rehearse(shelf, context.now());
      rows.add(
          new PlanRow(
              shelf,
              plan,
              told.with(Fate.NOTICED).size(),
              told.with(Fate.WAITS).size(),
              told.with(Fate.ERASED).size()));
    }
    return rows;
  }

  void open(PlanRow row) {
    context.go(new Place.PlanOf(row.shelf()));
  }

  /** Goes to what the plan of a shelf would let go, if the shelf has one. */
  void thin(PlanRow row) {
    if (row.plan().isPresent()) {
      context.go(new Place.Thinning(row.shelf()));
    }
  }
}
