package org.mendedleaf.desktop.lost;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.keeping.LostAndFound.Lost;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.leftovers.Leftovers;
import org.mendedleaf.core.leftovers.LostLink;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.screening.MassEvents.ShelfEvent;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.lost.LostRow.EventRow;
import org.mendedleaf.desktop.lost.LostRow.LeftoverRow;
import org.mendedleaf.desktop.lost.LostRow.LinkRow;
import org.mendedleaf.desktop.lost.LostRow.RemovedRow;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.TakingLeftovers;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;

/**
 * What left the shelves, and the copies that programs left, in one list; knows no nodes. Copies
 * take longer to find and come when they are known. For the interface thread.
 */
final class LostPresenter {

  private final Context context;
  private final ReadOnlyObjectWrapper<List<LostRow>> rows = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyStringWrapper looked = new ReadOnlyStringWrapper(Words.of("lost.looking"));
  private List<LostRow> removed = List.of();
  private List<LostRow> left = List.of();
  private List<LostLink> names = List.of();
  private String typed = "";
  private boolean isLooking;

  LostPresenter(Context context) {
    this.context = context;
  }

  /** Those that fit what is typed, the latest first; null until it is known. */
  ReadOnlyObjectProperty<List<LostRow>> rowsProperty() {
    return rows.getReadOnlyProperty();
  }

  /** Where was looked for copies. */
  ReadOnlyStringProperty lookedProperty() {
    return looked.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(
        this::gone,
        gone -> {
          removed = gone;
          if (left.isEmpty()) {
            // What was found last is there at once, so that nothing moves when it is looked again.
            left = ofUse(context.office().leftovers().lastFound());
          }
          show();
        });
    if (!isLooking) {
      isLooking = true;
      context
          .background()
          .work(
              () ->
                  new Apart(
                      context.office().leftovers().look(Progress.NONE),
                      context.office().lostLinks().look()),
              this::found,
              problem -> {
                isLooking = false;
                context.navigator().complain(problem);
              });
    }
  }

  /** What is gone; what one event took, and nobody has decided on, is one line. */
  private List<LostRow> gone() throws IOException {
    List<Lost> lost = new ArrayList<>(context.office().lostAndFound().all());
    List<LostRow> all = new ArrayList<>();
    for (Shelf shelf : context.office().shelves().all()) {
      for (ShelfEvent event : context.office().massEvents().of(shelf)) {
        List<Lost> its = lost.stream().filter(one -> isOf(one, event)).toList();
        if (event.needsPerson() && its.size() > 1) {
          lost.removeAll(its);
          all.add(new EventRow(event, its.size(), its.stream().mapToLong(Lost::bytes).sum()));
        }
      }
    }
    lost.forEach(one -> all.add(new RemovedRow(one)));
    return all;
  }

  private static boolean isOf(Lost one, ShelfEvent event) {
    return one.shelf().id() == event.shelf().id()
        && one.shelf().store().equals(event.shelf().store())
        && one.newest()
            .filter(
                newest -> event.hurt().stream().anyMatch(hurt -> hurt.file().id() == newest.file()))
            .isPresent();
  }

  /** What is recorded already, or nothing, rescues nobody. */
  private static List<LostRow> ofUse(List<Leftover> found) {
    return found.stream()
        .filter(Leftover::isOfUse)
        .map(one -> (LostRow) new LeftoverRow(one))
        .toList();
  }

  /** What takes longer to find. */
  private record Apart(Leftovers.LookedForLeftovers copies, List<LostLink> names) {}

  private void found(Apart apart) {
    isLooking = false;
    names = apart.names();
    Leftovers.LookedForLeftovers found = apart.copies();
    left = ofUse(found.leftovers());
    String shelves = Words.count("lost.looked", found.onShelves().size());
    looked.set(
        found.apart().isEmpty()
            ? Words.of("lost.looked.only", shelves)
            : Words.of(
                "lost.looked.apart",
                shelves,
                String.join(", ", found.apart().stream().map(Shown::path).toList())));
    if (rows.get() != null) {
      show();
    }
  }

  /** Shows only what fits: every word is part of the name, the folder or the shelf. */
  void filter(String words) {
    typed = words;
    show();
  }

  private void show() {
    List<LostRow> all = new ArrayList<>(removed);
    all.addAll(left);
    // A name of what stands in the list already tells nothing new.
    names.stream()
        .filter(name -> all.stream().noneMatch(row -> isOf(row, name)))
        .forEach(name -> all.add(new LinkRow(name)));
    for (String word : typed.toLowerCase(Locale.ROOT).split("\\s+", -1)) {
      all.removeIf(
          row ->
              !(row.shelf().name() + "/" + row.path().shown())
                      .toLowerCase(Locale.ROOT)
                      .contains(word)
                  && !holds(row, word));
    }
    all.sort(Comparator.comparing(LostRow::at).reversed());
    rows.set(List.copyOf(all));
  }

  /** Whether a file of an event is called so. */
  private static boolean holds(LostRow row, String word) {
    return row instanceof EventRow event
        && event.event().hurt().stream()
            .anyMatch(one -> one.file().path().shown().toLowerCase(Locale.ROOT).contains(word));
  }

  private static boolean isOf(LostRow row, LostLink name) {
    boolean isAbove =
        row instanceof RemovedRow one
            && one.lost().folder()
            && name.place().text().startsWith(row.path().text() + "/");
    return row.shelf().id() == name.shelf().id()
        && row.shelf().store().equals(name.shelf().store())
        && (isAbove || row.path().equals(name.place()));
  }

  static long files(List<LostRow> rows) {
    return rows.stream().mapToLong(LostRow::files).sum();
  }

  /**
   * Goes to the page of a file, to a folder as it was before it went, or to what a copy looks like
   * inside.
   */
  void open(LostRow row) {
    if (row instanceof LeftoverRow copy) {
      context.go(TakingLeftovers.place(copy.leftover()));
      return;
    }
    if (row instanceof LinkRow name) {
      context.go(
          name.lostLink()
              .file()
              .<Place>map(file -> new Place.OneFile(file, Optional.empty()))
              .orElseGet(() -> new Place.Found(row.path().name())));
      return;
    }
    if (row instanceof EventRow event) {
      context.go(new Place.OneShelf(event.shelf(), InnerPath.ROOT));
      return;
    }
    Lost one = ((RemovedRow) row).lost();
    if (one.folder()) {
      context.go(new Place.ShelfAt(one.shelf(), one.path(), before(one)));
    } else {
      long file = one.newest().orElseThrow().file();
      context.go(new Place.OneFile(new FileRef(one.shelf().store(), file), Optional.empty()));
    }
  }

  private static Moment before(Lost one) {
    return new Moment.At(one.at().minusNanos(1));
  }

  /**
   * Brings back what is wanted; copies that programs left become what they stand for, and stay.
   *
   * @param to a folder that is written, to get copies there; blank for the places where they were
   */
  void bringBack(List<LostRow> wanted, String to) {
    List<Lost> gone = new ArrayList<>();
    List<Leftover> copies = new ArrayList<>();
    for (LostRow row : wanted) {
      if (row instanceof RemovedRow one) {
        gone.add(one.lost());
      } else if (row instanceof LeftoverRow copy && to.isBlank()) {
        copies.add(copy.leftover());
      } else if (row instanceof EventRow event && to.isBlank()) {
        // So many are rehearsed first.
        context.go(new Place.Rehearsed(event.event().tray()));
      }
    }
    if (!gone.isEmpty()) {
      Optional<Path> elsewhere =
          to.isBlank() ? Optional.empty() : Optional.of(Shown.pathWritten(to));
      Recovering recovering = new Recovering(context);
      recovering.run(
          Words.count("lost.job", gone.stream().mapToLong(Lost::files).sum()),
          progress -> context.office().lostAndFound().bringBack(gone, elsewhere, progress),
          recovering::tell);
    }
    if (!copies.isEmpty()) {
      new TakingLeftovers(context).take(copies);
    }
  }

  /** Says no more of copies, which can be taken back. */
  void dismiss(List<Leftover> copies) {
    if (!copies.isEmpty()) {
      dismiss(copies, true);
    }
  }

  private void dismiss(List<Leftover> copies, boolean isDismissed) {
    context.ask(
        () -> {
          for (Leftover one : copies) {
            context.office().leftovers().dismiss(one, isDismissed);
          }
          return copies;
        },
        done -> {
          if (isDismissed) {
            context
                .navigator()
                .tell(Words.count("lost.dismissed", copies.size()), () -> dismiss(copies, false));
            left = left.stream().filter(row -> !isOneOf(row, copies)).toList();
            show();
          } else {
            refresh();
          }
        });
  }

  private static boolean isOneOf(LostRow row, List<Leftover> copies) {
    return row instanceof LeftoverRow copy && copies.contains(copy.leftover());
  }

  /** What a line stands for on the tray; a copy is nothing that a store has. */
  Optional<WantedPick> wanted(LostRow row) {
    if (!(row instanceof RemovedRow one)) {
      return Optional.empty();
    }
    Lost lost = one.lost();
    Pick pick =
        lost.newest().isPresent()
            ? new Pick.OfRevision(lost.newest().get().file(), lost.newest().get().number())
            : new Pick.OfMoment(lost.path(), before(lost));
    return Optional.of(
        new WantedPick(
            new Tray.Entry(lost.shelf().store(), lost.shelf().id(), pick),
            lost.path().name(),
            lost.folder(),
            lost.files(),
            lost.bytes()));
  }
}
