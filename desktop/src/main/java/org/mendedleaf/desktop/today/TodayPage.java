package org.mendedleaf.desktop.today;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.office.Todays.Matter;
import org.mendedleaf.core.office.Todays.Today;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * What needs a person today, each with the one step that leads on; what happened since yesterday.
 */
public final class TodayPage implements Page {

  private final Context context;
  private final Consumer<Integer> counted;
  private final VBox needs = new VBox();
  private final VBox happened = new VBox();
  private final Label facts = Nodes.label("", "soft");
  private final ScrollPane scroll;
  private final VBox root;
  // Held here, since the arrivals outlive the page and hold it weakly.
  private final InvalidationListener follower = list -> show();
  private Today shown = new Today(List.of(), List.of());

  /**
   * @param counted hears how many matters there are
   */
  public TodayPage(Context context, Consumer<Integer> counted) {
    this.context = context;
    this.counted = counted;
    needs.setId("matters");
    happened.setId("happened");
    VBox sheets =
        new VBox(
            12,
            sheet(Nodes.label(Words.of("today.needs"), "sheet-head"), needs),
            sheet(Nodes.label(Words.of("today.happened"), "sheet-head"), happened));
    scroll = new ScrollPane(sheets);
    scroll.setFitToWidth(true);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    root =
        new VBox(
            12,
            Nodes.row(Nodes.titled(Nodes.label(Words.of("area.today"), "title"), facts)),
            scroll);
    root.getStyleClass().add("page");
    context.arrivals().waiting().addListener(new WeakInvalidationListener(follower));
  }

  private static Node sheet(Node... parts) {
    VBox sheet = new VBox(6, parts);
    sheet.getStyleClass().addAll("sheet", "padded");
    return sheet;
  }

  @Override
  public Node node() {
    return root;
  }

  @Override
  public Node firstFocus() {
    return scroll;
  }

  @Override
  public void refresh() {
    context
        .background()
        .ask(
            () -> context.office().todays().look(),
            found -> {
              shown = found;
              show();
            },
            context.navigator()::complain);
  }

  private void show() {
    List<Node> lines = new ArrayList<>();
    int arrivals = context.arrivals().waiting().size();
    for (Matter matter : shown.matters()) {
      lines.add(line(matter));
    }
    if (arrivals > 0) {
      lines.add(
          line(
              Words.count("today.arrivals", arrivals),
              "plain",
              Words.of("area.bringIn"),
              () -> context.navigator().go(new Place.BringIn())));
    }
    counted.accept(lines.size());
    // Of a whole day seconds are too much.
    facts.setText(Shown.full(context.now(), context.zone()).replaceFirst(":\\d\\d$", ""));
    if (lines.isEmpty()) {
      lines.add(Nodes.text(Words.of("today.nothing"), "soft"));
    }
    needs.getChildren().setAll(lines);
    List<Node> told = new ArrayList<>();
    for (Todays.Happened one : shown.happened()) {
      told.add(
          line(
              happened(one),
              "plain",
              Words.of("today.yesterday"),
              () -> context.navigator().go(before(one.shelf()))));
    }
    if (told.isEmpty()) {
      told.add(Nodes.text(Words.of("today.quiet"), "soft"));
    }
    happened.getChildren().setAll(told);
  }

  private static String happened(Todays.Happened one) {
    String saved = Words.count("today.saved", one.saved());
    return one.shelf().name()
        + ": "
        + (one.removed() == 0 ? saved : saved + ", " + Words.count("today.removed", one.removed()));
  }

  /** The shelf as it was when yesterday began. */
  private Place before(Shelf shelf) {
    return new Place.ShelfAt(
        shelf,
        InnerPath.ROOT,
        new Moment.At(
            context
                .now()
                .atZone(context.zone())
                .toLocalDate()
                .minusDays(1)
                .atStartOfDay(context.zone())
                .toInstant()));
  }

  private Node line(Matter matter) {
    if (matter instanceof Todays.StoreAway away) {
      return line(
          Words.of("today.away", Shown.path(away.store().folder())),
          "rust",
          Words.of("area.shelves"),
          () -> context.navigator().go(new Place.AllShelves()));
    } else if (matter instanceof Todays.NotRecorded off) {
      return line(
          Words.of(
              "today.off",
              off.shelf().name(),
              off.since().map(at -> Words.of("today.since", day(at))).orElse("")),
          "rust",
          Words.of("shelf.recordingAndPeople"),
          () -> context.navigator().go(new Place.RecordingOf(off.shelf())));
    } else if (matter instanceof Todays.FolderAway away) {
      return line(
          Words.of(
              "today.folderAway",
              away.shelf().name(),
              Shown.path(away.shelf().folder().orElseThrow())),
          "rust",
          Words.of("area.shelves"),
          () -> context.navigator().go(new Place.AllShelves()));
    } else if (matter instanceof Todays.Unwatched unwatched) {
      return line(
          Words.count("today.unwatched", unwatched.shelves()),
          "plain",
          Words.of("area.plans"),
          () -> context.navigator().go(new Place.Plans()));
    } else if (matter instanceof Todays.Missed missed) {
      return line(
          Words.of("today.missed", missed.shelf().name(), day(missed.due())),
          "rust",
          Words.of("shelf.capture"),
          () -> new Captures(context).capture(missed.shelf()));
    } else if (matter instanceof Todays.Erasing erasing) {
      return line(
          Words.count(
              erasing.next().isAfter(context.now()) ? "today.erasing" : "today.erasable",
              erasing.revisions(),
              erasing.shelf().name(),
              day(erasing.next())),
          "rust",
          Words.of("today.look"),
          () -> context.navigator().go(new Place.Thinning(erasing.shelf())));
    } else if (matter instanceof Todays.LastOne last) {
      return line(
          Words.of("today.last", last.lost().path().shown(), day(last.keptUntil())),
          "rust",
          Words.of("area.lost"),
          () -> context.navigator().go(new Place.Lost()));
    }
    return line(
        Words.of("today.sameDrive", Shown.path(((Todays.SameDrive) matter).store().folder())),
        "plain",
        Words.of("area.shelves"),
        () -> context.navigator().go(new Place.AllShelves()));
  }

  private String day(java.time.Instant at) {
    return Shown.moment(at, context.now(), context.zone());
  }

  private static Node line(String words, String style, String act, Runnable run) {
    Label text = Nodes.text(words, style);
    text.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(text, Priority.ALWAYS);
    Button button = Nodes.button(act, "", run, "link-like");
    button.setMinWidth(Region.USE_PREF_SIZE);
    HBox line = new HBox(12, text, button);
    line.setAlignment(Pos.CENTER_LEFT);
    line.getStyleClass().add("rule-line");
    return line;
  }
}
