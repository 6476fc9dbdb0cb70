package org.mendedleaf.desktop.work.picks;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.TableCell;
import javafx.scene.input.DataFormat;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.Region;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;

/**
 * Puts rows of a table on the tray; a brass leaf at the end of a row says that it is on it.
 *
 * @param <T> a row
 */
public final class Picking<T> {

  /** The content of a drag from a table to the tray. */
  public static final DataFormat PICKS = new DataFormat("application/x-mended-leaf-picks");

  private static final PseudoClass PICKED = PseudoClass.getPseudoClass("picked");

  private final MendingTray tray;
  private final Function<T, Optional<WantedPick>> wanted;

  public Picking(MendingTray tray, Function<T, Optional<WantedPick>> wanted) {
    this.tray = tray;
    this.wanted = wanted;
  }

  public TableCell<T, T> cell() {
    return new PickLeaf();
  }

  /** A brass leaf, where the row can be picked. */
  private final class PickLeaf extends TableCell<T, T> {
    private final Region leaf = new Region();
    private Optional<WantedPick> one = Optional.empty();

    PickLeaf() {
      getStyleClass().add("pick");
      leaf.getStyleClass().add("pick-leaf");
      setGraphic(leaf);
      setOnMouseClicked(
          event -> {
            if (one.isPresent()) {
              tray.toggle(List.of(one.get()));
              event.consume();
            }
          });
    }

    @Override
    protected void updateItem(T row, boolean empty) {
      super.updateItem(row, empty);
      one = empty || row == null ? Optional.empty() : wanted.apply(row);
      leaf.setVisible(one.isPresent());
      boolean picked = one.isPresent() && tray.holds(one.get().entry());
      leaf.pseudoClassStateChanged(PICKED, picked);
      if (one.isPresent()) {
        Tip.on(this, () -> Words.of(picked ? "pick.off" : "pick.on"));
      } else {
        Tip.off(this);
      }
    }
  }

  public void toggle(List<T> rows) {
    if (rows.size() > MendingTray.SLICE && tray.picks().size() < rows.size()) {
      add(rows);
      return;
    }
    List<WantedPick> picks = wanted(rows);
    if (!picks.isEmpty()) {
      tray.toggle(picks);
    }
  }

  private void add(List<T> rows) {
    List<WantedPick> all = new ArrayList<>();
    add(rows, 0, all);
  }

  /** Turns some rows into picks at a time, and then picks them. */
  private void add(List<T> rows, int from, List<WantedPick> all) {
    int to = Math.min(from + MendingTray.SLICE, rows.size());
    all.addAll(wanted(rows.subList(from, to)));
    if (to < rows.size()) {
      tray.soon(() -> add(rows, to, all));
    } else {
      tray.add(all);
    }
  }

  private List<WantedPick> wanted(List<T> rows) {
    List<WantedPick> picks = new ArrayList<>();
    for (T row : rows) {
      if (row != null) {
        wanted.apply(row).ifPresent(picks::add);
      }
    }
    return picks;
  }

  public void drag(Node from, List<T> rows) {
    List<WantedPick> picks = wanted(rows);
    if (!picks.isEmpty()) {
      Dragboard board = from.startDragAndDrop(TransferMode.COPY);
      board.setContent(Map.of(PICKS, Words.count("pick.dragged", picks.size())));
      tray.drag(picks);
    }
  }

  public void dragDone() {
    tray.drag(List.of());
  }
}
