package org.mendedleaf.desktop.inside;

import java.util.function.IntConsumer;
import javafx.scene.Node;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** Draws what is inside a content, by its kind. */
public final class InsideView {

  private InsideView() {}

  /**
   * @param turn asks for another page of a paged content, from 0
   */
  public static Node of(Inside inside, IntConsumer turn) {
    if (inside instanceof Inside.Text text) {
      Node lines = TextLines.of(text.text());
      String said = text.whole() ? "" : Words.of("inside.more");
      return with(lines, text.indented() ? Words.of("inside.indented") + " " + said : said);
    }
    if (inside instanceof Inside.Tables tables) {
      return with(SheetGrid.of(tables.sheets()), tables.whole() ? "" : Words.of("inside.moreRows"));
    }
    if (inside instanceof Inside.Document document) {
      return with(
          Paragraphs.of(document.paragraphs()), document.whole() ? "" : Words.of("inside.more"));
    }
    if (inside instanceof Inside.Page page) {
      return new PageView(page, turn).node();
    }
    if (inside instanceof Inside.Picture picture) {
      return with(Fitted.png(picture.png()), picture.whole() ? "" : Words.of("inside.cutOff"));
    }
    if (inside instanceof Inside.Listing listing) {
      return with(ListingTable.of(listing), listing.whole() ? "" : Words.of("inside.moreRows"));
    }
    return FactSheetView.of((Inside.Nothing) inside);
  }

  private static Node with(Node node, String said) {
    if (said.isBlank()) {
      return node;
    }
    VBox box = new VBox(node, Nodes.text(said.strip(), "soft", "caption", "said-below"));
    VBox.setVgrow(node, Priority.ALWAYS);
    return box;
  }
}
