package org.mendedleaf.desktop.find;

import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;

/** Searches for what is typed; knows no nodes. For the interface thread. */
final class FoundPresenter {

  private static final int LIMIT = 200;

  private final Context context;
  private final ReadOnlyObjectWrapper<Search.Hits> hits = new ReadOnlyObjectWrapper<>();
  private String typed;
  private boolean openFirst;

  FoundPresenter(Context context, String typed) {
    this.context = context;
    this.typed = typed;
  }

  /** Null while it is being looked for. */
  ReadOnlyObjectProperty<Search.Hits> hitsProperty() {
    return hits.getReadOnlyProperty();
  }

  String typed() {
    return typed;
  }

  /** Means something else from now on. */
  void type(String other) {
    typed = other;
    openFirst = false;
  }

  void refresh() {
    String asked = typed;
    hits.set(null);
    context.ask(
        () -> context.office().search().find(asked, LIMIT),
        answer -> {
          // Answers may overtake each other while somebody types.
          if (asked.equals(typed)) {
            show(answer);
          }
        });
  }

  private void show(Search.Hits answer) {
    hits.set(answer);
    if (openFirst && !answer.files().isEmpty()) {
      openFirst = false;
      open(answer.files().get(0));
    }
  }

  /** How many were found, as a sentence. */
  String told() {
    int found = hits.get().files().size();
    return hits.get().more()
        ? Words.of("find.more", Shown.count(found))
        : Words.count("find.files", found);
  }

  /** Opens the chosen file, or the first as soon as it is found. */
  void openBest(Optional<Search.SearchHit> chosen) {
    if (hits.get() == null) {
      openFirst = true;
    } else {
      chosen.or(() -> hits.get().files().stream().findFirst()).ifPresent(this::open);
    }
  }

  void open(Search.SearchHit found) {
    context.go(new Place.OneFile(found.ref(), Optional.empty()));
  }

  /** What a line stands for on the tray. */
  static Optional<WantedPick> wanted(Search.SearchHit found) {
    Pick pick = new Pick.OfRevision(found.ref().file(), found.newest().number());
    return Optional.of(
        new WantedPick(
            new Tray.Entry(found.shelf().store(), found.shelf().id(), pick),
            found.file().path().name(),
            false,
            1,
            found.newest().state().size()));
  }
}
