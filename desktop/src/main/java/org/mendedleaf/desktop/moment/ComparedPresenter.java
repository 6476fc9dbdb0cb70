package org.mendedleaf.desktop.moment;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.shelves.FolderComparison;
import org.mendedleaf.core.shelves.FolderComparison.DifferenceKind;
import org.mendedleaf.core.shelves.FolderComparison.FolderDifference;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;

/** A folder at two moments side by side; knows no nodes. For the interface thread. */
final class ComparedPresenter {

  // What is missing is looked for first; most of what changed was meant to.
  private static final Comparator<FolderDifference> LOST_FIRST =
      Comparator.comparing((FolderDifference row) -> row.kind() != DifferenceKind.REMOVED)
          .thenComparing(row -> row.kind() != DifferenceKind.ADDED)
          .thenComparing(row -> row.kind() == DifferenceKind.CHANGED)
          .thenComparing(FolderDifference::path);

  private final Context context;
  private final Place.Compared place;
  private final ReadOnlyObjectWrapper<FolderComparison> comparison = new ReadOnlyObjectWrapper<>();

  ComparedPresenter(Context context, Place.Compared place) {
    this.context = context;
    this.place = place;
  }

  /** Null until it is known. */
  ReadOnlyObjectProperty<FolderComparison> comparisonProperty() {
    return comparison.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(
        () ->
            context
                .office()
                .moments()
                .compare(place.shelf(), place.folder(), place.earlier(), place.later()),
        comparison::set);
  }

  /** What differs, what is missing first. */
  List<FolderDifference> rows() {
    return comparison.get().differences().stream().sorted(LOST_FIRST).toList();
  }

  /** The moments that are meant. */
  String which() {
    return Words.of("compared.which", words(place.earlier()), words(place.later()));
  }

  private String words(Moment moment) {
    String at = Shown.moment(moment.instant(), context.now(), context.zone());
    if (moment instanceof Moment.InSnapshot in) {
      return Words.of("compared.snapshot", in.snapshot().label(), at);
    }
    return moment.instant().isBefore(context.now()) ? at : Words.of("compared.now");
  }

  /** How much of what differs. */
  String summary() {
    FolderComparison found = comparison.get();
    if (found.identical()) {
      return Words.count("compared.identical", found.same());
    }
    List<String> words = new ArrayList<>();
    for (DifferenceKind kind : DifferenceKind.values()) {
      if (found.count(kind) > 0) {
        words.add(Words.of("compared.count." + kind.name(), Shown.count(found.count(kind))));
      }
    }
    words.add(Words.of("compared.same", Shown.count(found.same())));
    return String.join(" · ", words);
  }

  /** Goes to the later of the two revisions, or to the one that there is. */
  void open(FolderDifference difference) {
    TreeEntry entry = difference.later().or(difference::earlier).orElseThrow();
    context.go(
        new Place.OneFile(
            new FileRef(place.shelf().store(), entry.file().orElseThrow()),
            Optional.of(entry.revision().orElseThrow())));
  }
}
