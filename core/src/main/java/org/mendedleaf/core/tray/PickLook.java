package org.mendedleaf.core.tray;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.session.Shelf;

/**
 * Finds out what a pick is, and what its places hold: what lies there by its size and time, against
 * what is recorded of it. The rehearsal looks closer.
 */
final class PickLook {

  private final Catalogue catalogue;
  private final FileTimes times;

  PickLook(Catalogue catalogue, FileTimes times) {
    this.catalogue = catalogue;
    this.times = times;
  }

  PickFacts look(Shelf shelf, Pick pick) throws IOException {
    if (pick instanceof Pick.OfRevision of) {
      return file(shelf, of.file(), of.revision());
    }
    Pick.OfMoment of = (Pick.OfMoment) pick;
    if (!of.path().isRoot()) {
      Optional<TreeEntry> entry =
          catalogue.trees().folder(shelf.id(), of.path().folder(), of.moment()).stream()
              .filter(one -> one.path().equals(of.path()))
              .findFirst();
      if (entry.isEmpty()) {
        throw new RefusedException(
            "%s was not on the shelf at that moment.".formatted(of.path().shown()));
      }
      if (entry.get().kind() != TreeEntry.EntryKind.FOLDER) {
        return file(shelf, entry.get().file().orElseThrow(), entry.get().revision().orElseThrow());
      }
    }
    Map<InnerPath, TreeEntry> now = new HashMap<>();
    for (TreeEntry entry :
        catalogue.trees().below(shelf.id(), of.path(), new Moment.Now(Instant.MAX))) {
      now.put(entry.path(), entry);
    }
    long files = 0;
    long bytes = 0;
    long differing = 0;
    long missing = 0;
    for (TreeEntry then : catalogue.trees().below(shelf.id(), of.path(), of.moment())) {
      bytes += then.size();
      if (then.kind() == TreeEntry.EntryKind.FOLDER) {
        continue;
      }
      files++;
      switch (there(shelf, then, Optional.ofNullable(now.get(then.path())))) {
        case NOTHING -> missing++;
        case ANOTHER -> differing++;
        case THE_SAME -> {}
      }
    }
    return new PickFacts(
        shelf,
        of.path(),
        true,
        files,
        bytes,
        OptionalInt.empty(),
        of.moment().instant(),
        differing,
        missing);
  }

  /** Compares what a place holds with what is wanted there. */
  private enum There {
    NOTHING,
    ANOTHER,
    THE_SAME
  }

  /**
   * @param now what is recorded to be there; only if that lies there can be told what it is
   */
  private There there(Shelf shelf, TreeEntry wanted, Optional<TreeEntry> now) throws IOException {
    boolean sameRecorded =
        now.isPresent()
            && now.get().content().equals(wanted.content())
            && now.get().link().equals(wanted.link());
    if (shelf.folder().isEmpty()) {
      return now.isEmpty() ? There.NOTHING : sameRecorded ? There.THE_SAME : There.ANOTHER;
    }
    Optional<BasicFileAttributes> lying =
        lying(ShelfPaths.resolve(shelf.folder().get(), wanted.path()));
    if (lying.isEmpty()) {
      return There.NOTHING;
    }
    return sameRecorded
            && isAs(
                lying.get(), now.get().link().isPresent(), now.get().size(), now.get().modified())
        ? There.THE_SAME
        : There.ANOTHER;
  }

  private static Optional<BasicFileAttributes> lying(Path place) throws IOException {
    try {
      return Optional.of(
          Files.readAttributes(place, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS));
    } catch (FileSystemException e) {
      // It is gone, or something that is no folder lies where one of its folders was.
      return Optional.empty();
    }
  }

  private boolean isAs(BasicFileAttributes lying, boolean isLink, long size, Instant modified) {
    boolean same =
        lying.size() == size
            && times.onOfficeClock(lying.lastModifiedTime().toInstant()).equals(modified);
    return lying.isSymbolicLink() == isLink && (isLink || same);
  }

  private PickFacts file(Shelf shelf, long id, int number) throws IOException {
    RecordedFile file = catalogue.files().file(id).orElseThrow(() -> unknown(id, number));
    Revision revision =
        catalogue.files().revision(id, number).orElseThrow(() -> unknown(id, number));
    InnerPath path = file.path();
    Optional<RecordedFile> there = catalogue.files().presentAt(shelf.id(), path);
    Optional<BasicFileAttributes> lying =
        shelf.folder().isPresent()
            ? lying(ShelfPaths.resolve(shelf.folder().get(), path))
            : Optional.empty();
    Optional<FileState> now =
        there.isEmpty()
            ? Optional.empty()
            : catalogue.files().current(there.get().id()).map(Revision::state);
    boolean lies = lying.isPresent();
    boolean same =
        lies
            && now.isPresent()
            && now.get().sameContent(revision.state())
            && isAs(
                lying.get(), now.get().link().isPresent(), now.get().size(), now.get().modified());
    return new PickFacts(
        shelf,
        path,
        false,
        1,
        revision.state().size(),
        OptionalInt.of(number),
        revision.currentFrom(),
        lies && !same ? 1 : 0,
        lies ? 0 : 1);
  }

  private static RefusedException unknown(long file, int number) {
    return new RefusedException("The file id:%d has no revision r%d.".formatted(file, number));
  }
}
