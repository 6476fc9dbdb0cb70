package org.mendedleaf.desktop.frame;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.TableView;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.history.ShelfSettings;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.jobs.Jobs;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.ArrivalList;
import org.mendedleaf.desktop.work.picks.MendingTray;

/**
 * Builds each page once, out of sight, while the first one is being looked at. Else the first visit
 * to a page reads and links hundreds of classes on the interface thread, a tenth of a second at a
 * time.
 *
 * <p>Nodes may be made on any thread as long as they are in no window that shows; they are not laid
 * out, since measuring text is not safe there. What is made hangs on a context of its own, in which
 * no question is asked and no answer comes.
 */
final class EarlyPages {

  private static final List<String> SKINS =
      List.of(
          "TableViewSkin",
          "TableRowSkin",
          "TableCellSkin",
          "TableColumnHeader",
          "TreeViewSkin",
          "TreeCellSkin",
          "VirtualFlow",
          "ScrollPaneSkin",
          "ComboBoxListViewSkin",
          "CheckBoxSkin",
          "RadioButtonSkin",
          "HyperlinkSkin",
          "TextFieldSkin",
          "ListViewSkin",
          "ListCellSkin");

  private final Pages pages;
  private final List<Place> places;

  EarlyPages(Office office) {
    Background nobody = new Background(question -> {}, answer -> {});
    Jobs jobs = new Jobs(nobody);
    this.pages =
        new Pages(
            new Context(
                office,
                nobody,
                new Nowhere(),
                jobs,
                file -> {},
                new MendingTray(office, nobody),
                new ArrivalList(office, nobody, jobs, problem -> {}, admitted -> {})),
            matters -> {});
    this.places =
        places(office.settings().home(), new Moment.Now(office.settings().clock().instant()));
  }

  private static List<Place> places(Path home, Moment moment) {
    Shelf shelf =
        new Shelf(
            "",
            home,
            0,
            "",
            ShelfKind.WORKING,
            Optional.empty(),
            RecordingState.RECORDING,
            0,
            0,
            Optional.empty(),
            ShelfSettings.NONE);
    return List.of(
        new Place.OneShelf(shelf, InnerPath.ROOT),
        new Place.ShelfAt(shelf, InnerPath.ROOT, moment),
        new Place.OneFile(new FileRef("", 0), Optional.empty()),
        new Place.Found(""),
        new Place.OnTray(),
        new Place.Rehearsed(new Tray(List.of(), Handling.IN_PLACE)),
        new Place.ReceiptOf("", 0),
        new Place.Lost(),
        new Place.BringIn(),
        new Place.ShelfSnapshots(shelf, InnerPath.ROOT));
  }

  /**
   * Makes them; on any thread but the interface's.
   *
   * @return how many
   */
  int make() throws ClassNotFoundException {
    for (Place place : places) {
      var unused = pages.at(place);
    }
    for (String skin : SKINS) {
      var unused =
          Class.forName(
              "javafx.scene.control.skin." + skin, true, TableView.class.getClassLoader());
    }
    return places.size();
  }

  private static final class Nowhere implements Navigator {
    @Override
    public void go(Place place) {}

    @Override
    public void back() {}

    @Override
    public void open(Path path) {}

    @Override
    public void tell(String sentence, @Nullable Runnable undo) {}

    @Override
    public void tell(String sentence, @Nullable Runnable undo, String more, Runnable show) {}

    @Override
    public void askFolder(String question, String yes, String last, Consumer<Path> act) {}

    @Override
    public void ask(String question, String yes, Runnable act) {}

    @Override
    public void complain(Exception problem) {}

    @Override
    public void refresh() {}
  }
}
