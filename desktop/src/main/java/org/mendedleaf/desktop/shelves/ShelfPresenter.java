package org.mendedleaf.desktop.shelves;

import java.io.IOException;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.screening.Screenings;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.FolderRow;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.TurnWords;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;

/** A folder of a shelf as it lies there now; knows no nodes. For the interface thread. */
final class ShelfPresenter {

  private final Context context;
  private final Shelf shelf;
  private final ReadOnlyObjectWrapper<FolderFacts> facts = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<List<InnerPath>> folders =
      new ReadOnlyObjectWrapper<>(List.of());
  private InnerPath folder;

  ShelfPresenter(Context context, Shelf shelf, InnerPath folder) {
    this.context = context;
    this.shelf = shelf;
    this.folder = folder;
  }

  /**
   * The known facts about the folder.
   *
   * @param captured when the shelf was captured last
   * @param files how many lie directly in it
   * @param due how many of them are not recorded as they lie there
   * @param largest bytes of the largest
   * @param turn when the shelf is captured next, if its plan says so
   * @param hurt how many damaged files are in a line; without those that have none
   */
  record FolderFacts(
      Shelf shelf,
      List<FolderRow> rows,
      Optional<Instant> captured,
      long files,
      long due,
      long largest,
      Optional<Rhythms.ShelfRhythm> turn,
      Map<InnerPath, Integer> hurt) {

    /** Whether nothing of the shelf is recorded at the moment. */
    boolean isOff() {
      return shelf.settings().recording() != Recording.ON;
    }

    boolean canBeCaptured() {
      return !isOff() || shelf.recording() == RecordingState.NOT_YET;
    }
  }

  /** Null until it is known, and after another folder was chosen. */
  ReadOnlyObjectProperty<FolderFacts> factsProperty() {
    return facts.getReadOnlyProperty();
  }

  /** All folders of the shelf. */
  ReadOnlyObjectProperty<List<InnerPath>> foldersProperty() {
    return folders.getReadOnlyProperty();
  }

  InnerPath folder() {
    return folder;
  }

  /** Shows another folder from now on. */
  void moveTo(InnerPath other) {
    folder = other;
    facts.set(null);
  }

  void refresh() {
    List<FolderRow> before = facts.get() == null ? List.of() : facts.get().rows();
    InnerPath here = folder;
    context.ask(
        () -> look(here, before),
        found -> {
          if (here.equals(folder)) {
            facts.set(found);
          }
        });
    context.ask(() -> context.office().shelves().folders(shelf), folders::set);
  }

  /**
   * @param here the folder that was asked for
   * @param shown what the list shows already
   */
  private FolderFacts look(InnerPath here, List<FolderRow> shown) throws IOException {
    Shelf now = context.office().shelves().byId(shelf.store(), shelf.id());
    List<FolderRow> rows = context.office().shelves().browse(now, here);
    return new FolderFacts(
        now,
        rows.equals(shown) ? shown : rows,
        context.office().moments().capturedBefore(shelf, context.now()),
        rows.stream().filter(row -> row.kind() != FolderRow.RowKind.FOLDER).count(),
        rows.stream().filter(ShelfPresenter::isDue).count(),
        rows.stream().mapToLong(FolderRow::size).max().orElse(0),
        context.office().rhythms().of(now),
        hurt(here));
  }

  private Map<InnerPath, Integer> hurt(InnerPath here) throws IOException {
    Map<InnerPath, Integer> hurt = new HashMap<>();
    for (Screenings.DamagedPlace one : context.office().screenings().damagedPlaces(shelf)) {
      InnerPath line = one.path();
      while (!line.isRoot() && !line.folder().equals(here)) {
        line = line.folder();
      }
      if (!line.isRoot()) {
        hurt.merge(line, 1, Integer::sum);
      }
    }
    return hurt;
  }

  /** Whether a file is not recorded as it lies there. */
  static boolean isDue(FolderRow row) {
    return switch (row.standing()) {
      case RECORDED, LEFT_OUT -> false;
      case GONE, UNREADABLE -> true;
      case CHANGED_SINCE, NEW, BEING_WRITTEN -> row.kind() != FolderRow.RowKind.FOLDER;
    };
  }

  /** How many files lie there and whether they are recorded, in a sentence. */
  String told(FolderFacts found) {
    String recorded =
        found.due() > 0
            ? Words.count("shelf.due", found.due())
            : Words.of(found.files() > 0 ? "shelf.allRecorded" : "shelf.noneListed");
    String state =
        switch (found.shelf().recording()) {
          case NOT_YET -> folder.isRoot() ? Words.of("shelf.notYet") : recorded;
          case DEPOSIT -> Words.of("shelf.deposit");
          case PAUSED -> AllShelvesPresenter.paused(found.shelf(), context);
          default -> recorded;
        };
    String files = Words.count("shelf.files", found.files());
    if (found.due() > 0 && found.turn().isPresent()) {
      state = Words.of("shelf.nextCapture", state, new TurnWords(context).next(found.turn().get()));
    }
    return found.isOff() ? state + " · " + files : files + " · " + state;
  }

  /** What a line stands for on the tray: the newest that is captured. */
  Optional<WantedPick> wanted(FolderRow row) {
    boolean isFolder = row.kind() == FolderRow.RowKind.FOLDER;
    Pick pick;
    if (isFolder) {
      Instant captured =
          Optional.ofNullable(facts.get()).flatMap(FolderFacts::captured).orElse(Instant.EPOCH);
      pick = new Pick.OfMoment(row.path(), new Moment.Now(captured));
    } else if (row.file().isPresent() && row.revision().isPresent()) {
      pick = new Pick.OfRevision(row.file().getAsLong(), row.revision().getAsInt());
    } else {
      return Optional.empty();
    }
    return Optional.of(
        new WantedPick(
            new Tray.Entry(shelf.store(), shelf.id(), pick),
            row.path().name(),
            isFolder,
            isFolder ? 0 : 1,
            -1));
  }

  /** Goes into a folder, or to the page of a file. */
  void open(FolderRow row) {
    if (row.kind() == FolderRow.RowKind.FOLDER) {
      context.go(new Place.OneShelf(shelf, row.path()));
    } else if (row.file().isPresent()) {
      context.go(
          new Place.OneFile(new FileRef(shelf.store(), row.file().getAsLong()), Optional.empty()));
    } else {
      context.go(new Place.Stray(row.address()));
    }
  }

  /** Takes files and folders off the shelf, as far as they are there; one undo brings them back. */
  void remove(List<FolderRow> rows) {
    List<InnerPath> paths =
        rows.stream()
            .filter(row -> row.standing() != FolderRow.RowStanding.GONE)
            .map(FolderRow::path)
            .toList();
    if (paths.isEmpty()) {
      return;
    }
    String name =
        paths.size() == 1 ? paths.get(0).name() : Words.count("copy.several", paths.size());
    Recovering recovering = new Recovering(context);
    recovering.run(
        Words.of("remove.job", name),
        progress -> context.office().recoveries().remove(shelf, paths, progress),
        receipt ->
            context
                .navigator()
                .tell(Words.of("remove.done", name), () -> recovering.undo(receipt)));
  }
}
