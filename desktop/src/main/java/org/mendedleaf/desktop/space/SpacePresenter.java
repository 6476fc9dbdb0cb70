package org.mendedleaf.desktop.space;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.mendedleaf.core.keeping.Spaces;
import org.mendedleaf.core.keeping.Spaces.Group;
import org.mendedleaf.core.keeping.Spaces.Grouping;
import org.mendedleaf.core.space.Cost;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.desktop.work.Context;

/**
 * The space that recorded revisions take, grouped; knows no nodes. Properties change on the
 * interface thread.
 */
final class SpacePresenter {

  private final Context context;
  private final ObjectProperty<Grouping> grouping = new SimpleObjectProperty<>(Grouping.FILE);
  private final ReadOnlyObjectWrapper<SpaceView> view = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Cost> chosen = new ReadOnlyObjectWrapper<>();
  private long asked;

  SpacePresenter(Context context) {
    this.context = context;
    grouping.addListener((property, before, now) -> refresh());
  }

  /**
   * The state of the page.
   *
   * @param groups the dearest histories first
   * @param isNew whether nothing was recorded since it was counted
   */
  record SpaceView(List<StoreSize> stores, List<Group> groups, boolean isNew) {}

  /** A store and what is recorded in it, about. */
  record StoreSize(StoreFacts facts, long recorded) {}

  ObjectProperty<Grouping> groupingProperty() {
    return grouping;
  }

  /** Null until it is known. */
  ReadOnlyObjectProperty<SpaceView> viewProperty() {
    return view.getReadOnlyProperty();
  }

  /** What the chosen lines cost together; null where none is chosen, or until it is known. */
  ReadOnlyObjectProperty<Cost> chosenProperty() {
    return chosen.getReadOnlyProperty();
  }

  void refresh() {
    Grouping by = grouping.get();
    if (by == Grouping.FILE && view.get() == null) {
      // What was counted last is there at once; counting very many files takes some seconds.
      context.ask(
          () -> context.office().spaces().counted(),
          last -> {
            last.ifPresent(found -> show(by, found));
            if (last.isEmpty() || !last.get().isNew()) {
              count(by);
            }
          });
    } else {
      count(by);
    }
  }

  private void count(Grouping by) {
    context.ask(() -> context.office().spaces().count(by), found -> show(by, found));
  }

  private void show(Grouping by, Spaces.Sum sum) {
    if (by == grouping.get()) {
      List<StoreSize> stores = new ArrayList<>();
      sum.stores().forEach((store, disk) -> stores.add(new StoreSize(store, disk)));
      view.set(new SpaceView(stores, sum.groups(), sum.isNew()));
    }
  }

  /** Works out what these cost together, each piece counted once. */
  void choose(List<Group> groups) {
    long mine = ++asked;
    chosen.set(null);
    if (groups.isEmpty()) {
      return;
    }
    context.ask(
        () -> together(groups),
        found -> {
          if (mine == asked) {
            chosen.set(found);
          }
        });
  }

  private Cost together(List<Group> groups) throws IOException {
    Cost sum = new Cost(0, 0, 0);
    Set<String> stores = new HashSet<>(groups.stream().map(Group::store).toList());
    for (String store : stores) {
      Set<Long> files = new HashSet<>();
      groups.stream()
          .filter(group -> group.store().equals(store))
          .forEach(group -> files.addAll(group.files()));
      Cost of = context.office().spaces().of(store, files);
      sum =
          new Cost(
              sum.current() + of.current(), sum.history() + of.history(), sum.alone() + of.alone());
    }
    return sum;
  }
}
