package org.mendedleaf.desktop.moment;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import org.mendedleaf.core.catalog.questions.ChangeQuestions;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.FolderSum;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Snapshot;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.office.When;
import org.mendedleaf.core.screening.MassEvents;
import org.mendedleaf.core.screening.Screenings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Moments;
import org.mendedleaf.desktop.drawings.MomentRibbon;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.EventWords;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * A folder of a shelf at a moment, or now; knows no nodes. Properties change on the interface
 * thread.
 */
final class MomentPresenter {

  /** The number of rows that fill a tall window and the first turns of the wheel. */
  private static final int SOON = 400;

  /** More marks would stand on each other. */
  private static final int TEARS = 60;

  private final Context context;
  private final Shelf shelf;
  private InnerPath folder;
  private Optional<Moment> moment;
  private final BooleanProperty withGone = new SimpleBooleanProperty(false);
  private final BooleanProperty withRevisions = new SimpleBooleanProperty(false);
  private final ReadOnlyObjectWrapper<Rows> rows = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<MomentView> view = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Map<InnerPath, FolderSum>> sums =
      new ReadOnlyObjectWrapper<>(Map.of());

  /**
   * @param moment empty for now
   */
  MomentPresenter(Context context, Shelf shelf, InnerPath folder, Optional<Moment> moment) {
    this.context = context;
    this.shelf = shelf;
    this.folder = folder;
    this.moment = moment;
  }

  /**
   * What the ribbon and the tree show; known soon.
   *
   * @param standing where the moment lies among the states of the folder
   * @param tears damage that is still there, and events on which nobody has decided
   */
  record MomentView(
      List<InnerPath> folders,
      List<ChangeQuestions.ShelfChange> changes,
      List<Snapshot> snapshots,
      Moments.MomentStanding standing,
      List<MomentRibbon.RibbonTear> tears) {}

  /**
   * The rows of the list; takes longer for a long one.
   *
   * @param folder what they lie in
   * @param moment when
   * @param rows a file's revisions stand under it where that is wanted
   * @param files how many files lay there
   * @param changed how many of those are another now; not known before the whole is
   * @param whole whether this is all of the list and not only its beginning
   * @param folders those in the list
   * @param largest size of a file in it, in bytes
   */
  record Rows(
      InnerPath folder,
      Moment moment,
      List<MomentRow> rows,
      long files,
      long changed,
      boolean whole,
      List<InnerPath> folders,
      long largest) {

    static Rows beginning(InnerPath folder, Moment moment, List<MomentRow> rows, long files) {
      return new Rows(folder, moment, rows, files, 0, false, List.of(), largest(rows));
    }

    static Rows of(InnerPath folder, Moment moment, List<MomentRow> rows) {
      List<MomentEntry> there =
          rows.stream()
              .filter(row -> row.revision().isEmpty() && row.entry().gone().isEmpty())
              .map(MomentRow::entry)
              .filter(row -> row.since().isPresent())
              .toList();
      long changed = there.stream().filter(row -> !row.since().get().isNothing()).count();
      List<InnerPath> folders =
          rows.stream()
              .map(row -> row.entry().entry())
              .filter(entry -> entry.kind() == TreeEntry.EntryKind.FOLDER)
              .map(TreeEntry::path)
              .toList();
      return new Rows(folder, moment, rows, there.size(), changed, true, folders, largest(rows));
    }

    private static long largest(List<MomentRow> rows) {
      return rows.stream().mapToLong(row -> row.entry().entry().size()).max().orElse(0);
    }
  }

  /** The list; null until it is known, and where the present is shown, which has its own. */
  ReadOnlyObjectProperty<Rows> rowsProperty() {
    return rows.getReadOnlyProperty();
  }

  /** What the folders in the list held; empty until it is known, which may take longer. */
  ReadOnlyObjectProperty<Map<InnerPath, FolderSum>> sumsProperty() {
    return sums.getReadOnlyProperty();
  }

  /** What is shown; null until it is known. */
  ReadOnlyObjectProperty<MomentView> viewProperty() {
    return view.getReadOnlyProperty();
  }

  /** Whether files that had been removed by then are shown as well. */
  BooleanProperty withGoneProperty() {
    return withGone;
  }

  /** Whether the revisions of each file stand under it. */
  BooleanProperty withRevisionsProperty() {
    return withRevisions;
  }

  Shelf shelf() {
    return shelf;
  }

  Optional<Moment> moment() {
    return moment;
  }

  /** Turns to another folder or moment; {@link #refresh} asks for it. */
  void turnTo(InnerPath otherFolder, Moment otherMoment) {
    folder = otherFolder;
    moment = Optional.of(otherMoment);
  }

  /** Turns to another folder at the same moment. */
  void moveTo(InnerPath otherFolder) {
    folder = otherFolder;
  }

  void refresh() {
    InnerPath here = folder;
    Optional<Moment> then = moment;
    Moment at = moment.orElseGet(() -> new Moment.Now(context.now()));
    boolean gone = withGone.get();
    boolean revisions = withRevisions.get();
    // Asked first: the list is what the eye waits for.
    if (then.isPresent() && (rows.get() == null || !isOf(rows.get(), here, at))) {
      openList(here, at, gone, revisions, true);
    } else if (then.isPresent()) {
      list(here, at, gone, revisions);
    }
    lookAround(here, then, at);
  }

  /** Asks for all but the rest of a long list. */
  void refreshBeginning() {
    Moment at = moment.orElseThrow();
    openList(folder, at, withGone.get(), withRevisions.get(), false);
    lookAround(folder, moment, at);
  }

  private List<MomentRibbon.RibbonTear> tears() throws IOException {
    List<MomentRibbon.RibbonTear> tears = new ArrayList<>();
    for (MassEvents.ShelfEvent one : context.office().massEvents().of(shelf)) {
      if (one.needsPerson()) {
        tears.add(
            new MomentRibbon.RibbonTear(
                one.event().from(), one.event().until(), EventWords.sentence(one, context)));
      }
    }
    for (Screenings.DamagedPlace one : context.office().screenings().damagedPlaces(shelf)) {
      String says =
          Words.of(
              "moment.tear",
              one.path().shown(),
              Shown.moment(one.since(), context.now(), context.zone()));
      tears.add(new MomentRibbon.RibbonTear(one.since(), one.since(), says));
    }
    return tears.subList(0, Math.min(TEARS, tears.size()));
  }

  private void lookAround(InnerPath here, Optional<Moment> then, Moment at) {
    context.ask(
        () -> {
          Moments moments = context.office().moments();
          return new MomentView(
              then.isPresent() ? moments.folders(shelf, at) : List.of(),
              moments.changes(shelf),
              context.office().snapshots().labelled(shelf),
              moments.standing(shelf, here, at),
              tears());
        },
        found -> {
          if (here.equals(folder) && then.equals(moment)) {
            view.set(found);
          }
        });
  }

  private static boolean isOf(Rows rows, InnerPath folder, Moment moment) {
    return rows.folder().equals(folder) && rows.moment().equals(moment);
  }

  private void set(Rows found) {
    if (rows.get() == null || !isOf(rows.get(), found.folder(), found.moment())) {
      sums.set(Map.of());
    }
    rows.set(found);
  }

  /** Whether this is still asked for; somebody may have gone on to another moment. */
  private boolean isWanted(Rows found) {
    return found.folder().equals(folder) && moment.filter(found.moment()::equals).isPresent();
  }

  /** Shows the beginning of the list before the whole of it. */
  private void openList(
      InnerPath here, Moment at, boolean gone, boolean revisions, boolean thenAll) {
    context.ask(
        () -> {
          Moments.FirstLines first =
              context.office().moments().firstLines(shelf, here, at, gone, SOON);
          List<MomentRow> found = withRevisions(first.rows(), revisions);
          return first.all()
              ? Rows.of(here, at, found)
              : Rows.beginning(here, at, found, first.files());
        },
        found -> {
          if (!isWanted(found)) {
            return;
          }
          set(found);
          if (!thenAll) {
            return;
          }
          if (found.whole()) {
            sum(found);
          } else {
            list(here, at, gone, revisions);
          }
        });
  }

  private void list(InnerPath here, Moment at, boolean gone, boolean revisions) {
    Rows shown = rows.get();
    context.ask(
        () -> {
          Moments moments = context.office().moments();
          List<MomentRow> found = withRevisions(moments.folder(shelf, here, at, gone), revisions);
          return shown.whole() && isOf(shown, here, at) && shown.rows().equals(found)
              ? shown
              : Rows.of(here, at, found);
        },
        found -> {
          if (isWanted(found)) {
            set(found);
            sum(found);
          }
        });
  }

  private List<MomentRow> withRevisions(List<MomentEntry> entries, boolean revisions)
      throws IOException {
    if (!revisions) {
      return entries.stream().map(MomentRow::of).toList();
    }
    List<Long> files =
        entries.stream().flatMap(row -> row.entry().file().stream().boxed()).toList();
    Map<Long, List<Revision>> histories =
        context.office().moments().histories(shelf, files).stream()
            .collect(Collectors.groupingBy(Revision::file));
    List<MomentRow> rows = new ArrayList<>();
    for (MomentEntry entry : entries) {
      rows.add(MomentRow.of(entry));
      if (entry.entry().file().isPresent()) {
        List<Revision> own = histories.getOrDefault(entry.entry().file().getAsLong(), List.of());
        for (int i = own.size() - 1; i >= 0; i--) {
          rows.add(new MomentRow(entry, Optional.of(own.get(i))));
        }
      }
    }
    return rows;
  }

  private void sum(Rows found) {
    if (!found.folders().isEmpty()) {
      context.ask(
          () -> context.office().moments().sums(shelf, found.folders(), found.moment()),
          held -> {
            if (isWanted(found)) {
              sums.set(held);
            }
          });
    }
  }

  /** Goes to another moment of the same folder. */
  void go(Moment other) {
    context.go(new Place.ShelfAt(shelf, folder, other));
  }

  /** Goes to the present of the same folder. */
  void goNow() {
    context.go(new Place.OneShelf(shelf, folder));
  }

  /** Goes to the change before or after; after the last one to the present. */
  void step(int direction) {
    if (view.get() == null) {
      return;
    }
    Moments.MomentStanding standing = view.get().standing();
    if (direction < 0) {
      standing.before().ifPresent(at -> go(new Moment.At(at)));
    } else if (standing.after().isPresent()) {
      go(new Moment.At(standing.after().get()));
    } else if (moment.isPresent()) {
      goNow();
    }
  }

  /** Goes to the moment that somebody wrote. */
  void goTo(String written) {
    try {
      Instant at = new When(context.zone()).parse(written, context.now());
      if (at.isBefore(context.now())) {
        go(new Moment.At(at));
      } else {
        goNow();
      }
    } catch (SentenceException e) {
      context.navigator().complain(e);
    }
  }
}
