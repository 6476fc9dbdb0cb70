package org.mendedleaf.desktop.shelves;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.findings.MassEventSentence;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.screening.MassEvents;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.ShelfPlaces;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.TurnWords;

/** Words the row of each shelf; knows no nodes. For the interface thread. */
final class AllShelvesPresenter {

  private final Context context;
  private final ReadOnlyObjectWrapper<ShelvesFacts> shelves = new ReadOnlyObjectWrapper<>();

  AllShelvesPresenter(Context context) {
    this.context = context;
  }

  /**
   * The state of the page.
   *
   * @param turns of those that are captured automatically
   * @param damaged what is damaged on each, in the same order; empty where nothing is
   */
  record ShelvesFacts(List<Shelf> shelves, List<Rhythms.ShelfRhythm> turns, List<String> damaged) {}

  /** Null until it is known; changes only where a row says something new. */
  ReadOnlyObjectProperty<ShelvesFacts> shelvesProperty() {
    return shelves.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(this::look, this::show);
  }

  private ShelvesFacts look() throws IOException {
    List<Shelf> all = context.office().shelves().all();
    List<String> damaged = new ArrayList<>();
    for (Shelf shelf : all) {
      damaged.add(lookForDamage(shelf));
    }
    return new ShelvesFacts(all, context.office().rhythms().all(), damaged);
  }

  private String lookForDamage(Shelf shelf) throws IOException {
    List<String> sentences = new ArrayList<>();
    for (MassEvents.ShelfEvent one : context.office().massEvents().of(shelf)) {
      if (one.needsPerson()) {
        sentences.add(MassEventSentence.of(one.event()));
      }
    }
    int files = context.office().screenings().damaged(shelf);
    if (files > 0) {
      sentences.add(Words.count("shelf.damaged", files));
    }
    return String.join(" ", sentences);
  }

  /** What is damaged on a shelf, in sentences; empty where nothing is. */
  String damaged(Shelf shelf) {
    return shelves.get().damaged().get(shelves.get().shelves().indexOf(shelf));
  }

  private void show(ShelvesFacts found) {
    if (!found.equals(shelves.get())) {
      shelves.set(found);
    }
  }

  /** Whether it is recorded, since when, and when next. */
  String state(Shelf shelf) {
    return switch (shelf.recording()) {
      case RECORDING -> recording(shelf);
      case NOT_YET -> Words.of("shelf.notYet");
      case PAUSED -> paused(shelf, context);
      case DEPOSIT -> Words.of("shelf.deposit");
      case NOT_HERE -> Words.of("shelf.notHere");
    };
  }

  /** When it was captured, and when it will be next. */
  private String recording(Shelf shelf) {
    String last =
        Words.of(
            "shelf.recording",
            shelf
                .capturedAt()
                .map(at -> Shown.moment(at, context.now(), context.zone()))
                .orElse(""));
    return shelves.get().turns().stream()
        .filter(turn -> turn.shelf().equals(shelf))
        .findFirst()
        .map(turn -> last + " · " + new TurnWords(context).next(turn))
        .orElse(last);
  }

  /** What lies there and is not recorded. */
  private static String leftOut(Shelf shelf) {
    List<LeftOut.Rule> rules = shelf.settings().leftOut().rules();
    return rules.isEmpty()
        ? ""
        : " · "
            + Words.of(
                "shelf.leftOut",
                rules.stream().map(LeftOut.Rule::pattern).collect(Collectors.joining(", ")));
  }

  /** Since when a shelf is paused. */
  static String paused(Shelf shelf, Context context) {
    return Words.of(
        "shelf.paused",
        shelf
            .settings()
            .recordingSince()
            .map(at -> Shown.moment(at, context.now(), context.zone()))
            .orElse(""));
  }

  /** How much there is, and what is left out. */
  String counts(Shelf shelf) {
    return Words.count("shelf.files", shelf.files())
        + " · "
        + Words.count("shelf.revisions", shelf.revisions())
        + leftOut(shelf);
  }

  /** Where it lies, and where its revisions. */
  String where(Shelf shelf) {
    if (shelf.isDeposit()) {
      return Words.of("shelf.where.deposit", Shown.path(shelf.storeFolder()));
    }
    String folder = shelf.folder().map(Shown::path).orElse(Words.of("shelf.noFolder"));
    String text = Words.of("shelf.where", folder, Shown.path(shelf.storeFolder()));
    boolean risky =
        shelf.folder().map(f -> ShelfPlaces.sameDrive(f, shelf.storeFolder())).orElse(false);
    return risky ? text + " " + Words.of("shelf.sameDrive") : text;
  }
}
