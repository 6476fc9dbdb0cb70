package org.mendedleaf.desktop.lost;

import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.leftovers.LeftoverRule;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;

/**
 * Where copies that programs leave are looked for besides shelves, by which names they are told,
 * and those of which nobody wants to hear.
 */
public final class CopyPlacesPage extends StackedPage {

  private static final double NAME = 360;

  private final Context context;
  private final CopyPlacesPresenter presenter;
  private final VBox rules = new VBox(2);
  private final VBox folders = new VBox(2);
  private final VBox dismissed = new VBox(2);
  private final VBox dismissedSheet;

  public CopyPlacesPage(Context context) {
    this.context = context;
    this.presenter = new CopyPlacesPresenter(context);
    dismissedSheet =
        sheet(
            Nodes.label(Words.of("copies.dismissed"), "sheet-head"),
            Nodes.text(Words.of("copies.dismissed.what"), "soft"),
            dismissed);
    TextField folder = new TextField();
    VBox sheets =
        new VBox(
            10,
            sheet(
                Nodes.label(Words.of("copies.folders"), "sheet-head"),
                Nodes.text(Words.of("copies.folders.what"), "soft"),
                folders,
                typed(folder, "scratch-folder", "copies.folder", presenter::lookIn)),
            sheet(
                Nodes.label(Words.of("copies.names"), "sheet-head"),
                Nodes.text(Words.of("copies.names.what"), "soft"),
                rules,
                typed(new TextField(), "leftover-rule", "copies.name", presenter::add)),
            dismissedSheet);
    ScrollPane scroll = new ScrollPane(sheets);
    scroll.setFitToWidth(true);
    HBox crumbs = Nodes.crumbs();
    crumbs
        .getChildren()
        .add(Nodes.crumb(Words.of("area.lost"), () -> context.go(new Place.Lost())));
    focusFirst(folder);
    stack(8, crumbs, Nodes.label(Words.of("copies.title"), "title"), growing(scroll));
    presenter.viewProperty().addListener((property, before, now) -> show(now));
    show(dismissedSheet, false);
  }

  private static VBox sheet(Node... parts) {
    VBox sheet = new VBox(10, parts);
    sheet.getStyleClass().addAll("sheet", "padded");
    return sheet;
  }

  private static void show(Node node, boolean visible) {
    node.setVisible(visible);
    node.setManaged(visible);
  }

  private static HBox line(Node... parts) {
    HBox line = new HBox(10, parts);
    line.setAlignment(Pos.CENTER_LEFT);
    return line;
  }

  private static HBox typed(TextField field, String id, String key, Consumer<String> add) {
    field.setId(id);
    field.setPromptText(Words.of(key));
    field.setPrefWidth(NAME);
    Runnable take =
        () -> {
          if (!field.getText().isBlank()) {
            add.accept(field.getText().strip());
            field.clear();
          }
        };
    field.setOnAction(event -> take.run());
    Button button = Nodes.button(Words.of(key + ".add"), "Enter", take);
    button.setId("add-" + id);
    return line(field, button);
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void show(CopyPlacesPresenter.CopyPlaces view) {
    fill(folders, view.folders(), Shown::path, "copies.folder.remove", presenter::lookNoLonger);
    fill(rules, view.rules(), LeftoverRule::text, "copies.name.remove", presenter::remove);
    fill(
        dismissed,
        view.dismissed(),
        one ->
            Words.of(
                "copies.dismissed.one",
                Shown.path(one.path()),
                Shown.moment(one.saved(), context.now(), context.zone())),
        "copies.dismissed.again",
        presenter::sayAgain);
    show(dismissedSheet, !view.dismissed().isEmpty());
  }

  private static <T> void fill(
      VBox list, List<T> all, Function<T, String> text, String act, Consumer<T> chosen) {
    list.getChildren().clear();
    for (T one : all) {
      Label label = Nodes.label(text.apply(one), "strong");
      label.setMinWidth(NAME);
      list.getChildren()
          .add(line(label, Nodes.button(Words.of(act), "", () -> chosen.accept(one), "link-like")));
    }
    show(list, !all.isEmpty());
  }
}
