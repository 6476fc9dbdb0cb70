package org.mendedleaf.desktop.space;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.control.Label;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.keeping.Spaces.Group;
import org.mendedleaf.core.keeping.Spaces.Grouping;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.space.Cost;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.drawings.SpaceMap;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/**
 * The space that things take, as a map and line by line, and what would be freed without some of
 * them.
 */
public final class SpacePage extends StackedPage {

  private static final int PLOTS = 60;

  private final Context context;
  private final SpacePresenter presenter;
  private final SpaceMap map = new SpaceMap();
  private final Label stores = Nodes.text("", "soft");
  private final Label chosen = Nodes.text(Words.of("space.chosen.none"), "soft");
  private final SheetTable<Group> table = new SheetTable<>("space", this::open, Group::name);

  public SpacePage(Context context) {
    this.context = context;
    this.presenter = new SpacePresenter(context);
    HBox by = new HBox(6);
    ToggleGroup toggles = new ToggleGroup();
    for (Grouping one : Grouping.values()) {
      ToggleButton button =
          new ToggleButton(Words.of("space.by." + one.name().toLowerCase(Locale.ROOT)));
      button.getStyleClass().add("choice");
      button.setMinWidth(Region.USE_PREF_SIZE);
      button.setToggleGroup(toggles);
      button.setId("by-" + one.name().toLowerCase(Locale.ROOT));
      button.setSelected(one == Grouping.FILE);
      button.setOnAction(
          event -> {
            button.setSelected(true);
            presenter.groupingProperty().set(one);
          });
      by.getChildren().add(button);
    }
    columns();
    table.node().getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    table.onChoice(() -> presenter.choose(table.chosenRows()));
    table.placeholder(Nodes.text(Words.of("space.empty"), "soft"));
    chosen.setId("chosen-space");
    map.setOnChoice(this::choose);
    map.setMinHeight(150);
    map.setPrefHeight(250);
    focusFirst(table.node());
    stack(
        8,
        Nodes.row(Nodes.label(Words.of("area.space"), "title"), by),
        stores,
        map,
        chosen,
        growing(table.node()));
    presenter.viewProperty().addListener((property, before, view) -> show(view));
    presenter.chosenProperty().addListener((property, before, cost) -> show(cost));
  }

  private void columns() {
    table.column(
        "column.what.space",
        380,
        (cell, group) -> {
          cell.setText(group.name());
          Tip.on(cell, group.name());
        });
    table.numbers("column.revisions.space", 90, group -> Shown.count(group.revisions()));
    table.sizes("column.now.space", 120, group -> group.cost().current());
    table.sizes("column.history.space", 120, group -> group.cost().history());
    table.sizes("column.frees", 120, group -> group.cost().alone());
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void open(Group group) {
    if (group.files().size() == 1) {
      context.go(
          new Place.OneFile(new FileRef(group.store(), group.files().get(0)), Optional.empty()));
    } else if (group.shelf().isPresent()) {
      context.go(new Place.OneShelf(group.shelf().get(), group.folder().orElse(InnerPath.ROOT)));
    }
  }

  private void choose(String id) {
    List<Group> rows = table.node().getItems();
    for (int i = 0; i < rows.size(); i++) {
      if (id(rows.get(i)).equals(id)) {
        table.node().getSelectionModel().clearAndSelect(i);
        table.node().scrollTo(Math.max(0, i - 2));
        Keyboard.to(table.node());
      }
    }
  }

  /** There is little room on a plot. */
  private static String shortName(Group group) {
    return group.name().substring(group.name().lastIndexOf('/') + 1).strip();
  }

  private static String id(Group group) {
    return group.store() + "/" + group.name();
  }

  private void show(SpacePresenter.SpaceView view) {
    stores.setText(
        view.stores().stream()
                .map(
                    store ->
                        Words.of(
                            "space.store",
                            Shown.path(store.facts().folder().getFileName()),
                            Shown.size(store.facts().bytes()),
                            Shown.size(store.recorded()),
                            Shown.size(store.facts().free())))
                .collect(Collectors.joining(" "))
            + " "
            + Words.of("space.what")
            + (view.isNew() ? "" : " " + Words.of("space.counting")));
    table.fit(
        view.groups().stream()
            .mapToLong(group -> group.cost().current() + group.cost().history())
            .max()
            .orElse(0));
    table.show(view.groups());
    map.plotsProperty().set(plots(view.groups()));
  }

  /** The dearest, and all others as one. */
  private static List<SpaceMap.Plot> plots(List<Group> groups) {
    List<Group> dearest =
        groups.stream()
            .sorted(
                (a, b) ->
                    Long.compare(
                        b.cost().current() + b.cost().history(),
                        a.cost().current() + a.cost().history()))
            .toList();
    List<SpaceMap.Plot> plots = new ArrayList<>();
    long current = 0;
    long history = 0;
    for (Group group : dearest) {
      if (plots.size() < PLOTS) {
        plots.add(
            new SpaceMap.Plot(
                id(group), shortName(group), group.cost().current(), group.cost().history()));
      } else {
        current += group.cost().current();
        history += group.cost().history();
      }
    }
    if (current + history > 0) {
      plots.add(new SpaceMap.Plot("", Words.of("space.others"), current, history));
    }
    return plots;
  }

  private void show(Cost cost) {
    if (cost == null) {
      chosen.setText(Words.of("space.chosen.none"));
      return;
    }
    chosen.setText(
        Words.count(
            "space.chosen",
            table.chosenRows().size(),
            Shown.size(cost.alone()),
            cost.sharedElsewhere() == 0
                ? ""
                : Words.of("space.shared", Shown.size(cost.sharedElsewhere()))));
  }
}
