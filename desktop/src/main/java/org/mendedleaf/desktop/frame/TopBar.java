package org.mendedleaf.desktop.frame;

import java.util.List;
import java.util.function.Supplier;
import javafx.beans.InvalidationListener;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.OverrunStyle;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * The bar above the page: the search, the state of the stores or the job that runs, and what is on
 * the tray; it counts what waits at the areas.
 */
final class TopBar {

  private final Context context;
  private final AreaStem areas;
  private final Hyperlink storeState = new Hyperlink();
  private final Button onTray = new Button();
  private List<StoreFacts> stores = List.of();
  private final HBox node;

  TopBar(Context context, AreaStem areas, SearchField search) {
    this.context = context;
    this.areas = areas;
    storeState.setId("store-state");
    storeState.getStyleClass().addAll("soft", "store-state");
    storeState.setMaxWidth(Double.MAX_VALUE);
    storeState.setOnAction(event -> lookAtStore());
    storeState.setTextOverrun(OverrunStyle.ELLIPSIS);
    Region room = new RunningJobs(context.jobs(), storeState).node();
    HBox.setHgrow(room, Priority.ALWAYS);
    onTray.setId("on-tray");
    onTray.getStyleClass().addAll("quiet", "on-tray");
    onTray.setGraphic(trayLeaf());
    Tip.on(onTray, "Ctrl+3");
    onTray.setMinWidth(Region.USE_PREF_SIZE);
    onTray.managedProperty().bind(onTray.visibleProperty());
    onTray.setOnAction(event -> context.go(new Place.OnTray()));
    context.tray().versionProperty().addListener((property, before, now) -> showCounts());
    context.arrivals().waiting().addListener((InvalidationListener) list -> showCounts());
    showCounts();
    node = new HBox(22, search.node(), room, onTray);
    node.getStyleClass().add("top");
    node.setAlignment(Pos.CENTER_LEFT);
  }

  HBox node() {
    return node;
  }

  private static Region trayLeaf() {
    Region leaf = new Region();
    leaf.getStyleClass().add("pick-leaf");
    leaf.pseudoClassStateChanged(PseudoClass.getPseudoClass("picked"), true);
    return leaf;
  }

  /** What waits is counted at its area. */
  private void showCounts() {
    int picks = context.tray().picks().size();
    onTray.setVisible(picks > 0);
    onTray.setText(Words.count("tray.picks", picks));
    areas.count(Words.of("area.tray"), picks);
    areas.count(Words.of("area.bringIn"), context.arrivals().waiting().size());
  }

  private record KnownPlaces(List<Shelf> shelves, List<StoreFacts> stores) {}

  /** Asks how the stores are, and which areas there are at a place. */
  void refresh(Supplier<Place> place) {
    context
        .background()
        .ask(
            () ->
                new KnownPlaces(
                    context.office().shelves().all(), context.office().stores().known()),
            known -> show(known, place.get()),
            problem -> showStoreState(Complaint.sentence(problem), true));
  }

  private void show(KnownPlaces known, Place place) {
    areas.show(new Areas(context.navigator()).at(place, known.shelves()));
    stores = known.stores();
    showStoreState(
        StoreSentence.of(known.shelves(), known.stores(), context),
        StoreSentence.away(known.stores()).isPresent());
  }

  /** The page of the store of which it is told: one that is away, else the first. */
  private void lookAtStore() {
    StoreSentence.away(stores)
        .or(() -> stores.stream().findFirst())
        .ifPresent(store -> context.go(new Place.StoreOf(store.id())));
  }

  private void showStoreState(String sentence, boolean wrong) {
    storeState.setText(sentence);
    storeState.getStyleClass().setAll("hyperlink", wrong ? "rust" : "soft", "store-state");
    // Where the search field leaves no room for all of it.
    Tip.on(storeState, sentence);
  }
}
