package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.catalog.questions.FileQuestions;
import org.mendedleaf.core.catalog.questions.PresentQuestions;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;

/**
 * Gives the proposals of one act their numbers, on top of everything that is committed now. What
 * another desk has made pointless since the proposals were made is left out: the same path, content
 * and time recorded already, a file moved or removed twice. Used once, by one thread.
 */
final class Assignment {

  private final Catalogue catalogue;
  private final FileQuestions files;
  private final PresentQuestions present;
  private final OptionalLong shelf;
  private final List<Detail.MetadataPlace> places;
  private final Map<InnerPath, Long> taken = new HashMap<>();
  private final List<Proposal.MoveFolder> folders = new ArrayList<>();
  private final Map<Long, Integer> numbers = new HashMap<>();
  private long nextFile;
  private long items;
  private OptionalLong newShelf = OptionalLong.empty();

  /**
   * @param places where the metadata of each proposal stands; null where it has none
   */
  Assignment(Catalogue catalogue, OptionalLong shelf, List<Detail.MetadataPlace> places)
      throws IOException {
    this.catalogue = catalogue;
    this.files = catalogue.files();
    this.present = catalogue.present();
    this.shelf = shelf;
    this.places = places;
    this.nextFile = files.lastFile() + 1;
  }

  OptionalLong newShelf() {
    return newShelf;
  }

  List<Detail> assign(List<Proposal> proposals) throws IOException {
    List<Detail> details = new ArrayList<>();
    int firstNumber =
        shelf.isPresent() && catalogue.shelves().firstCaptureDone(shelf.getAsLong()) ? 1 : 0;
    for (int i = 0; i < proposals.size(); i++) {
      Optional<? extends Detail> detail = assign(proposals.get(i), places.get(i), firstNumber);
      detail.ifPresent(details::add);
    }
    return details;
  }

  private Optional<? extends Detail> assign(
      Proposal proposal, Detail.MetadataPlace place, int firstNumber) throws IOException {
    if (proposal instanceof Proposal.Save save) {
      return save(save, place, firstNumber);
    } else if (proposal instanceof Proposal.Move move) {
      Optional<RecordedFile> file = present(move.file());
      Optional<RecordedFile> there = files.presentAt(shelf.orElseThrow(), move.state().path());
      if (file.isEmpty() || (there.isPresent() && there.get().id() != move.file())) {
        return Optional.empty();
      }
      taken.put(move.state().path(), move.file());
      return Optional.of(new Detail.Moved(move.file(), place));
    } else if (proposal instanceof Proposal.MoveFolder move) {
      return moveFolder(move, place);
    } else if (proposal instanceof Proposal.Touch touch) {
      return present(touch.file()).map(file -> new Detail.Touched(file.id(), place));
    } else if (proposal instanceof Proposal.Remove remove) {
      return present(remove.file()).map(file -> new Detail.Removed(file.id()));
    } else if (proposal instanceof Proposal.NewShelf) {
      newShelf = OptionalLong.of(files.lastShelf() + 1);
      return Optional.of(new Detail.ShelfAdded(newShelf.getAsLong(), place));
    } else if (proposal instanceof Proposal.TakeSnapshot) {
      return Optional.of(new Detail.SnapshotTaken(files.lastSnapshot() + 1, place));
    } else if (proposal instanceof Proposal.Item) {
      return Optional.of(new Detail.ItemDone(++items, place));
    } else if (proposal instanceof Proposal.Issue issue) {
      int letter = files.lastLetter(issue.file()) + 1;
      return Optional.of(new Detail.Issued(issue.revision(), issue.file(), letter));
    }
    return Optional.of(((Proposal.Unnumbered) proposal).line(place));
  }

  private Optional<Detail> moveFolder(Proposal.MoveFolder move, Detail.MetadataPlace place)
      throws IOException {
    if (!present.anyIn(shelf.orElseThrow(), move.before())
        || present.anyInTheWay(shelf.getAsLong(), move.before(), move.now())) {
      return Optional.empty();
    }
    folders.add(move);
    return Optional.of(new Detail.FolderMoved(place));
  }

  /** Where a file lies whose folder this act has moved. */
  private InnerPath now(InnerPath path) {
    InnerPath at = path;
    for (Proposal.MoveFolder move : folders) {
      at = at.isWithin(move.before()) ? at.moved(move.before(), move.now()) : at;
    }
    return at;
  }

  private Optional<Detail> save(Proposal.Save save, Detail.MetadataPlace place, int firstNumber)
      throws IOException {
    InnerPath path = save.state().path();
    Optional<RecordedFile> file = fileFor(save);
    if (file.isEmpty()) {
      long id = taken.containsKey(path) ? taken.get(path) : nextFile++;
      taken.put(path, id);
      int number = numbers.merge(id, firstNumber, (had, first) -> had + 1);
      return Optional.of(
          new Detail.Revised(id, number, save.origin(), save.from(), save.was(), place));
    }
    RecordedFile known = file.get();
    if (!save.always() && known.present() && numbers.get(known.id()) == null) {
      Optional<Revision> current = files.current(known.id());
      if (current.isPresent()
          && current.get().state().sameContent(save.state())
          && current.get().state().modified().equals(save.state().modified())
          && known.path().equals(path)) {
        return Optional.empty();
      }
    }
    int number = numbers.merge(known.id(), known.lastNumber() + 1, (had, first) -> had + 1);
    taken.put(path, known.id());
    Origin origin =
        !known.present() && save.origin() == Origin.CAPTURE ? Origin.RETURN : save.origin();
    return Optional.of(
        new Detail.Revised(known.id(), number, origin, save.from(), save.was(), place));
  }

  /** The file that this save belongs to: the one named, else the one that is or was last there. */
  private Optional<RecordedFile> fileFor(Proposal.Save save) throws IOException {
    InnerPath path = save.state().path();
    if (save.file().isPresent()) {
      Optional<RecordedFile> named = files.file(save.file().getAsLong());
      boolean stillThere =
          named.isPresent()
              && (now(named.get().path()).equals(path)
                  || Optional.of(named.get().id()).equals(Optional.ofNullable(taken.get(path))));
      if (stillThere || save.always()) {
        return named;
      }
    }
    if (taken.containsKey(path)) {
      return files.file(taken.get(path));
    }
    return files.lastAt(shelf.orElseThrow(), path);
  }

  private Optional<RecordedFile> present(long file) throws IOException {
    return files.file(file).filter(RecordedFile::present);
  }
}
