package org.mendedleaf.desktop.lost;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.keeping.LostAndFound.Lost;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;

/** The files that left the shelves and can come back; knows no nodes. For the interface thread. */
final class LostPresenter {

  private final Context context;
  private final ReadOnlyObjectWrapper<List<Lost>> lost = new ReadOnlyObjectWrapper<>();

  LostPresenter(Context context) {
    this.context = context;
  }

  /** Null until it is known. */
  ReadOnlyObjectProperty<List<Lost>> lostProperty() {
    return lost.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(() -> context.office().lostAndFound().all(), lost::set);
  }

  static long files(List<Lost> lost) {
    return lost.stream().mapToLong(Lost::files).sum();
  }

  /** Goes to the page of a file, or to a folder as it was before it went. */
  void open(Lost one) {
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
   * Brings back what is wanted.
   *
   * @param to a folder that is written, to get copies there; blank for the places where they were
   */
  void bringBack(List<Lost> wanted, String to) {
    if (wanted.isEmpty()) {
      return;
    }
    Optional<Path> elsewhere = to.isBlank() ? Optional.empty() : Optional.of(Shown.pathWritten(to));
    Recovering recovering = new Recovering(context);
    recovering.run(
        Words.count("lost.job", files(wanted)),
        progress -> context.office().lostAndFound().bringBack(wanted, elsewhere, progress),
        recovering::tell);
  }

  /** What a line stands for on the tray. */
  Optional<WantedPick> wanted(Lost one) {
    Pick pick =
        one.newest().isPresent()
            ? new Pick.OfRevision(one.newest().get().file(), one.newest().get().number())
            : new Pick.OfMoment(one.path(), before(one));
    return Optional.of(
        new WantedPick(
            new Tray.Entry(one.shelf().store(), one.shelf().id(), pick),
            one.path().name(),
            one.folder(),
            one.files(),
            one.bytes()));
  }
}
