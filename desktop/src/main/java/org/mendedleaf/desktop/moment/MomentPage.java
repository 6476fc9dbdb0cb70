package org.mendedleaf.desktop.moment;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.history.FolderSum;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.shelves.FolderTree;
import org.mendedleaf.desktop.shelves.ShelfCrumbs;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.tray.TraySheet;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;

/** A folder of a shelf as it was, each line with what became of it since. The past is warm. */
public final class MomentPage extends StackedPage {

  private final Context context;
  private final Shelf shelf;
  private final Label title = Nodes.label("", "title");
  private final ShelfCrumbs crumbs;
  private InnerPath folder;
  private Moment moment;
  private final MomentPresenter presenter;
  private final MomentBar bar;
  private final FolderTree tree;
  private final Button compare;
  private final Button pick;
  private final Button copy;
  private final Label facts = Nodes.label("", "soft");
  private final MomentTable table;

  public MomentPage(Context context, Place.ShelfAt place) {
    this.context = context;
    this.shelf = place.shelf();
    this.folder = place.folder();
    this.moment = place.moment();
    this.presenter =
        new MomentPresenter(context, shelf, place.folder(), Optional.of(place.moment()));
    this.bar = new MomentBar(context, presenter);
    this.table = new MomentTable(context, shelf, this::open, presenter.sumsProperty()::get);
    this.crumbs = new ShelfCrumbs(context, shelf, folder, this::at);
    name();
    Region titled = Nodes.titled(title, facts);
    CheckBox gone = new CheckBox(Words.of("moment.withGone"));
    gone.setId("with-gone");
    gone.setMinWidth(Region.USE_PREF_SIZE);
    gone.selectedProperty().bindBidirectional(presenter.withGoneProperty());
    presenter.withGoneProperty().addListener((property, was, now) -> presenter.refresh());
    CheckBox revisions = new CheckBox(Words.of("moment.withRevisions"));
    revisions.setId("with-revisions");
    revisions.setMinWidth(Region.USE_PREF_SIZE);
    revisions.selectedProperty().bindBidirectional(presenter.withRevisionsProperty());
    presenter.withRevisionsProperty().addListener((property, was, now) -> presenter.refresh());
    compare =
        Nodes.button(
            Words.of("moment.compare"),
            "Ctrl+E",
            () ->
                context.go(
                    new Place.Compared(shelf, folder, moment, new Moment.Now(context.now()))));
    compare.setId("compare-with-now");
    pick = Nodes.button(Words.of("pick"), "Space", () -> table.pick());
    pick.setId("pick");
    copy = Nodes.button(Words.of("copy"), "Ctrl+Shift+C", this::copyOut);
    copy.setId("copy-out");
    tree = new FolderTree(shelf.name(), folder, this::goTo);
    HBox main = new HBox(12, tree.node(), table.node());
    HBox.setHgrow(table.node(), Priority.ALWAYS);
    Node below = new TraySheet(context).beside(main, tree.node());
    focusFirst(table.node());
    stack(
        6,
        crumbs.node(),
        Nodes.row(titled, revisions, gone, copy, pick, compare),
        bar.node(),
        growing(below));
    VBox.setMargin(below, new javafx.geometry.Insets(6, 0, 0, 0));
    node().getStyleClass().add("past");
    presenter.viewProperty().addListener((property, was, view) -> tree.show(view.folders()));
    presenter.rowsProperty().addListener((property, was, rows) -> show(rows));
    presenter
        .sumsProperty()
        .addListener(
            (property, was, now) -> {
              table.node().refresh();
              showFacts();
            });
  }

  @Override
  public boolean moveTo(Place place) {
    if (!(place instanceof Place.ShelfAt then) || !then.shelf().equals(shelf)) {
      return false;
    }
    if (bar.isTypedIn()) {
      Keyboard.to(table.node());
    }
    bar.forgetTyped();
    table.turn(then.folder().equals(folder));
    if (!then.folder().equals(folder)) {
      folder = then.folder();
      name();
      crumbs.show(folder);
      tree.at(folder);
    }
    moment = then.moment();
    presenter.turnTo(folder, moment);
    bar.turned();
    return true;
  }

  /** Asks for what can be drawn before anybody looks: the beginning of the list. */
  public void prepare() {
    presenter.refreshBeginning();
  }

  private void name() {
    title.setText(folder.isRoot() ? shelf.name() : Shortened.name(folder));
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  @Override
  public List<Action> actions() {
    return List.of(
        Action.of("moment.compare", "Shortcut+E", compare::fire),
        Action.of("copy", "Shortcut+Shift+C", this::copyOut),
        Action.of("moment.before", "Alt+Left", () -> presenter.step(-1)),
        Action.of("moment.after", "Alt+Right", () -> presenter.step(1)));
  }

  private Place at(InnerPath folder) {
    return new Place.ShelfAt(shelf, folder, moment);
  }

  private void goTo(InnerPath folder) {
    context.go(at(folder));
  }

  private void copyOut() {
    table.inTurn(() -> new Recovering(context).copyOut(table.chosen()));
  }

  private void open(MomentRow row) {
    TreeEntry entry = row.entry().entry();
    if (entry.kind() == TreeEntry.EntryKind.FOLDER) {
      goTo(entry.path());
    } else {
      int revision = row.revision().map(Revision::number).orElse(entry.revision().orElseThrow());
      context.go(
          new Place.OneFile(
              new FileRef(shelf.store(), entry.file().orElseThrow()), Optional.of(revision)));
    }
  }

  private void show(MomentPresenter.Rows rows) {
    table.show(rows);
    showFacts();
  }

  /** Counts what is in the list and, as soon as that is known, what is in its folders. */
  private void showFacts() {
    MomentPresenter.Rows rows = presenter.rowsProperty().get();
    if (rows == null) {
      return;
    }
    Collection<FolderSum> sums = presenter.sumsProperty().get().values();
    long files = rows.files() + sums.stream().mapToLong(FolderSum::files).sum();
    long changed = rows.changed() + sums.stream().mapToLong(FolderSum::changed).sum();
    if (!rows.whole()) {
      facts.setText(Words.count("moment.files", rows.files()));
      return;
    }
    facts.setText(
        Words.count("moment.files", files)
            + " · "
            + (changed == 0 ? Words.of("moment.noneSince") : Words.count("moment.since", changed)));
  }
}
