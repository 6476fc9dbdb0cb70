package org.mendedleaf.core.office;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.catalog.RecordedFile;

/** Answers whether a path is recorded. */
final class Coverages {

  private final Office office;

  Coverages(Office office) {
    this.office = office;
  }

  Coverage of(Path path) throws IOException {
    Optional<Addresses.Place> found = office.addresses().placeOf(path);
    if (found.isEmpty()) {
      return new Coverage(
          path,
          Optional.empty(),
          Coverage.State.UNCOVERED,
          "It lies in no shelf's folder, so nothing of it is recorded.");
    }
    Addresses.Place place = found.get();
    Shelf shelf = place.shelf();
    String name = "“" + shelf.name() + "”";
    if (shelf.recording() == RecordingState.NOT_YET) {
      return new Coverage(
          path,
          Optional.of(shelf),
          Coverage.State.NOT_YET,
          "It lies on the shelf %s, which has not been captured yet.".formatted(name));
    }
    if (place.path().isRoot() || Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) {
      return new Coverage(
          path,
          Optional.of(shelf),
          Coverage.State.RECORDED,
          "Everything in this folder is recorded on the shelf %s.".formatted(name));
    }
    Optional<RecordedFile> file = office.shelves().lastAt(shelf, place.path());
    if (file.isEmpty()) {
      return new Coverage(
          path,
          Optional.of(shelf),
          Coverage.State.NOT_YET,
          "It lies on the shelf %s and will be recorded by the next capture.".formatted(name));
    }
    String number = FileLife.numbered(file.get().lastNumber());
    return new Coverage(
        path,
        Optional.of(shelf),
        Coverage.State.RECORDED,
        file.get().present()
            ? "It is recorded on the shelf %s; its current revision is %s.".formatted(name, number)
            : "It was removed from the shelf %s; its revisions up to %s are kept."
                .formatted(name, number));
  }
}
