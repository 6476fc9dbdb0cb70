package org.mendedleaf.core.shelves;

import java.io.IOException;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.questions.ChangeQuestions;
import org.mendedleaf.core.catalog.questions.MomentQuestions;
import org.mendedleaf.core.history.FolderSum;
import org.mendedleaf.core.history.Gap;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Shelf;

/**
 * Shelves at a moment: what stood where, what became of it since, and when anything changed. Safe
 * for several threads; any method may take long.
 */
public final class Moments {

  private static final Comparator<MomentEntry> FOLDERS_FIRST =
      Comparator.comparing((MomentEntry row) -> row.entry().kind() != TreeEntry.EntryKind.FOLDER)
          .thenComparing(row -> row.entry().path().text(), String.CASE_INSENSITIVE_ORDER);

  private final OpenDesk desk;

  public Moments(OpenDesk desk) {
    this.desk = desk;
  }

  /** The contents of a folder of a shelf at a moment, at any depth, sorted by path. */
  public List<TreeEntry> tree(Shelf shelf, InnerPath folder, Moment moment) throws IOException {
    return catalogue(shelf).trees().below(shelf.id(), folder, moment);
  }

  /**
   * What lay directly in a folder at a moment, folders first, each with what became of it.
   *
   * @param withGone whether files that had been removed before are told as well
   */
  public List<MomentEntry> folder(Shelf shelf, InnerPath folder, Moment moment, boolean withGone)
      throws IOException {
    return catalogue(shelf).moments().folder(shelf.id(), folder, moment, withGone).stream()
        .sorted(FOLDERS_FIRST)
        .toList();
  }

  /**
   * The first lines of a folder at a moment.
   *
   * @param rows as {@link #folder} gives them
   * @param files how many files the whole folder held, those already gone left out
   * @param all whether there are no more
   */
  public record FirstLines(List<MomentEntry> rows, long files, boolean all) {}

  /**
   * The first lines of what {@link #folder} would give, known long before it where it is long.
   *
   * @param most how many lines at most
   */
  public FirstLines firstLines(
      Shelf shelf, InnerPath folder, Moment moment, boolean withGone, int most) throws IOException {
    MomentQuestions moments = catalogue(shelf).moments();
    List<MomentEntry> found =
        moments.first(shelf.id(), folder, moment, withGone, most + 1).stream()
            .sorted(FOLDERS_FIRST)
            .toList();
    return new FirstLines(
        found.subList(0, Math.min(most, found.size())),
        moments.files(shelf.id(), folder, moment),
        found.size() <= most);
  }

  /** The revisions of several files of a shelf, file by file, oldest first. */
  public List<Revision> histories(Shelf shelf, List<Long> files) throws IOException {
    return catalogue(shelf).files().histories(files);
  }

  /** What each of these folders held, at any depth, and what became of it. */
  public Map<InnerPath, FolderSum> sums(Shelf shelf, List<InnerPath> folders, Moment moment)
      throws IOException {
    Map<InnerPath, FolderSum> sums = new LinkedHashMap<>();
    for (InnerPath folder : folders) {
      sums.put(folder, catalogue(shelf).moments().sum(shelf.id(), folder, moment));
    }
    return sums;
  }

  /** The same for a folder and everything in it, sorted by path. */
  public List<MomentEntry> rows(Shelf shelf, InnerPath folder, Moment moment, boolean withGone)
      throws IOException {
    return catalogue(shelf).moments().below(shelf.id(), folder, moment, withGone).stream()
        .sorted(Comparator.comparing(row -> row.entry().path()))
        .toList();
  }

  /** The folders of a shelf at a moment, the shelf's own left out, sorted. */
  public List<InnerPath> folders(Shelf shelf, Moment moment) throws IOException {
    return catalogue(shelf).trees().folders(shelf.id(), moment);
  }

  /** Compares a folder at one moment with the same folder at another. */
  public FolderComparison compare(Shelf shelf, InnerPath folder, Moment earlier, Moment later)
      throws IOException {
    return FolderComparison.of(tree(shelf, folder, earlier), tree(shelf, folder, later));
  }

  /** Every act that changed a shelf, oldest first. */
  public List<ChangeQuestions.ShelfChange> changes(Shelf shelf) throws IOException {
    return catalogue(shelf).changes().of(shelf.id());
  }

  /**
   * Where a moment lies among the states of a folder.
   *
   * @param state which state of the folder it was, from 1; 0 before the first
   * @param states how many there were in all
   * @param captured when the shelf had been captured last; empty if it had not been
   * @param savedSince how many files had been saved but not yet captured
   * @param before when the folder had its state before that, if it had one
   * @param after when it got its next state, if it did
   */
  public record MomentStanding(
      int state,
      int states,
      Optional<Instant> captured,
      long savedSince,
      Optional<Instant> before,
      Optional<Instant> after) {}

  /** Where a moment lies among the states of a folder. */
  public MomentStanding standing(Shelf shelf, InnerPath folder, Moment moment) throws IOException {
    Catalogue catalogue = catalogue(shelf);
    List<Instant> moments = catalogue.changes().moments(shelf.id(), folder);
    Instant at = moment.instant();
    int state = 0;
    while (state < moments.size() && !moments.get(state).isAfter(at)) {
      state++;
    }
    return new MomentStanding(
        state,
        moments.size(),
        catalogue.trees().capturedBefore(shelf.id(), at),
        catalogue.changes().savedNotYetCaptured(shelf.id(), at),
        state >= 2 ? Optional.of(moments.get(state - 2)) : Optional.empty(),
        state < moments.size() ? Optional.of(moments.get(state)) : Optional.empty());
  }

  /** When a shelf was captured last before a moment. */
  public Optional<Instant> capturedBefore(Shelf shelf, Instant at) throws IOException {
    return catalogue(shelf).trees().capturedBefore(shelf.id(), at);
  }

  /** What was recorded on a shelf and cannot be read any more, oldest first. */
  public List<Gap> gaps(Shelf shelf) throws IOException {
    return catalogue(shelf).gaps().onShelf(shelf.id());
  }

  private Catalogue catalogue(Shelf shelf) throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    catalogue.lookForNews();
    return catalogue;
  }
}
