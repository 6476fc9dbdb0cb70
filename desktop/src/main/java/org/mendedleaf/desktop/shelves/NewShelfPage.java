package org.mendedleaf.desktop.shelves;

import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.layout.VBox;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.StackedPage;

/** Adding a shelf. */
public final class NewShelfPage extends StackedPage {

  private final NewShelfForm form;

  public NewShelfPage(Context context, Optional<Path> folder) {
    form = new NewShelfForm(context, folder);
    VBox sheet = new VBox(form.node());
    sheet.getStyleClass().addAll("sheet", "form");
    stack(14, Nodes.label(Words.of("new.title"), "title"), sheet);
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
