package org.mendedleaf.desktop.shelves;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.leftovers.PossibleFiles;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.TakingLeftovers;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;

/** A file or folder without earlier states: says so, where was looked, and what can be done. */
public final class StrayPage extends StackedPage {

  private final Context context;
  private final Path path;
  private final StrayPresenter presenter;
  private final VBox could = new VBox(6);

  public StrayPage(Context context, Path path) {
    this.context = context;
    this.path = path;
    this.presenter = new StrayPresenter(context, path);
    presenter.factsProperty().addListener((property, before, now) -> show(now));
    presenter.possibleProperty().addListener((property, before, now) -> show(now));
    could.setId("could-be");
    could.getStyleClass().addAll("sheet", "padded");
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void show(StrayPresenter.CoverageFacts answer) {
    VBox sheet = new VBox(10);
    sheet.getStyleClass().addAll("sheet", "padded");
    boolean isGone = presenter.isGone();
    sheet.getChildren().add(Nodes.text(Words.of(isGone ? "stray.gone" : "stray.none"), "strong"));
    if (!isGone) {
      sheet.getChildren().add(Nodes.text(answer.coverage().because()));
    }
    sheet.getChildren().add(Nodes.label(Words.of("stray.looked"), "soft"));
    presenter.looked().forEach(line -> sheet.getChildren().add(Nodes.text(line, "soft")));
    HBox acts = new HBox(10);
    Optional<Shelf> shelf = answer.coverage().shelf();
    if (shelf.isPresent()) {
      acts.getChildren()
          .add(
              Nodes.button(
                  Words.of("shelf.capture"),
                  "",
                  () -> new Captures(context).capture(shelf.get()),
                  "moss"));
    } else if (!isGone) {
      Path folder = presenter.folder();
      Node protect =
          Nodes.button(
              Words.of("stray.protect", String.valueOf(folder.getFileName())),
              "",
              () -> context.go(new Place.NewShelf(Optional.of(folder))),
              "moss");
      protect.setId("protect-folder");
      acts.getChildren().add(protect);
    }
    sheet.getChildren().add(acts);
    Label folder =
        Nodes.label(path.getParent() == null ? "" : Shown.path(path.getParent()), "soft");
    Label name = Nodes.label(String.valueOf(path.getFileName()), "title");
    if (isGone) {
      // What it could be answers the question; where was looked only says why.
      stack(14, folder, name, could, sheet);
    } else {
      stack(14, folder, name, sheet);
    }
    // What is found again is no change that anybody hears of.
    PossibleFiles.Possible known = presenter.possibleProperty().get();
    if (known == null) {
      could.getChildren().setAll(Nodes.label(Words.of("stray.could.looking"), "soft"));
    } else {
      show(known);
    }
  }

  private void show(PossibleFiles.Possible found) {
    could.getChildren().clear();
    if (found.isNothing()) {
      could.getChildren().add(Nodes.text(Words.of("stray.could.nothing"), "soft"));
      return;
    }
    could.getChildren().add(Nodes.label(Words.of("stray.could"), "sheet-head"));
    TakingLeftovers taking = new TakingLeftovers(context);
    for (Leftover copy : found.copies()) {
      could
          .getChildren()
          .add(
              line(
                  taking.sentence(copy),
                  Nodes.button(
                      Words.of("leftover.take"), "", () -> taking.take(List.of(copy)), "moss"),
                  look(TakingLeftovers.place(copy))));
    }
    for (Search.SearchHit hit : found.files()) {
      could
          .getChildren()
          .add(line(presenter.sentence(hit), look(new Place.OneFile(hit.ref(), Optional.empty()))));
    }
  }

  private Node look(Place place) {
    return Nodes.button(Words.of("leftover.look"), "", () -> context.go(place), "link-like");
  }

  private static Node line(String sentence, Node... acts) {
    return Nodes.row(Nodes.text(sentence), acts);
  }
}
