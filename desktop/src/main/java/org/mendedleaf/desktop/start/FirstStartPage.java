package org.mendedleaf.desktop.start;

import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.desktop.shelves.NewShelfForm;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;

/** The first page for a newcomer: what this is for, and three steps to a protected folder. */
public final class FirstStartPage implements Page {

  private final NewShelfForm form;
  private final ScrollPane root;

  public FirstStartPage(Context context) {
    form = new NewShelfForm(context, Optional.empty());
    VBox sheet = new VBox(form.node());
    sheet.getStyleClass().addAll("sheet", "form");
    VBox page =
        new VBox(
            10,
            Nodes.text(Words.of("start.title"), "title"),
            Nodes.text(Words.of("start.what"), "lead"),
            sheet,
            Nodes.text(Words.of("start.after"), "soft"),
            adopt(context));
    page.getStyleClass().add("page");
    root = new ScrollPane(page);
    root.setFitToWidth(true);
  }

  /** For somebody who has lost a computer, this is not the first one. */
  private static HBox adopt(Context context) {
    Button adopt =
        Nodes.button(
            Words.of("start.adopt"),
            "",
            () -> context.go(new Place.Adopt(Optional.empty())),
            "link-like");
    adopt.setId("adopt-instead");
    HBox row = new HBox(8, Nodes.label(Words.of("start.lost"), "soft"), adopt);
    row.setAlignment(Pos.BASELINE_LEFT);
    return row;
  }

  @Override
  public Node node() {
    return root;
  }

  @Override
  public void refresh() {
    // The form holds what the person has typed; there is nothing to ask again.
  }

  @Override
  public Node firstFocus() {
    return form.firstFocus();
  }
}
