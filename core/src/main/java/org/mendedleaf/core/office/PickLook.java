package org.mendedleaf.core.office;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.FolderSum;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.catalog.TreeEntry;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.recover.Pick;

/** Finds out what a pick is. What its places hold is as recorded; the rehearsal looks closer. */
final class PickLook {

  private final Catalogue catalogue;

  PickLook(Catalogue catalogue) {
    this.catalogue = catalogue;
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
      if (entry.get().kind() != TreeEntry.Kind.FOLDER) {
        return file(shelf, entry.get().file().orElseThrow(), entry.get().revision().orElseThrow());
      }
    }
    FolderSum sum = catalogue.moments().sum(shelf.id(), of.path(), of.moment());
    long bytes =
        catalogue.trees().below(shelf.id(), of.path(), of.moment()).stream()
            .mapToLong(TreeEntry::size)
            .sum();
    return new PickFacts(
        shelf,
        of.path(),
        true,
        sum.files(),
        bytes,
        OptionalInt.empty(),
        of.moment().instant(),
        sum.changed() - sum.removed(),
        sum.removed());
  }

  private PickFacts file(Shelf shelf, long id, int number) throws IOException {
    RecordedFile file = catalogue.files().file(id).orElseThrow(() -> unknown(id, number));
    Revision revision =
        catalogue.files().revision(id, number).orElseThrow(() -> unknown(id, number));
    InnerPath path = file.path();
    Optional<RecordedFile> there = catalogue.files().presentAt(shelf.id(), path);
    Optional<Path> address = shelf.folder().map(folder -> ShelfPaths.resolve(folder, path));
    boolean lies = address.isPresent() && Files.exists(address.get(), LinkOption.NOFOLLOW_LINKS);
    boolean same =
        there.isPresent()
            && catalogue
                .files()
                .current(there.get().id())
                .map(now -> now.state().sameContent(revision.state()))
                .orElse(false);
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
