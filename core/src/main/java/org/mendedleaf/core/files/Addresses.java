package org.mendedleaf.core.files;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.stores.Stores;

/**
 * Finds a file by what a person writes: a path on a shelf's folder, SHELF:inner/path, or id:12; and
 * a revision: 15, r15, first, earliest, last-good.
 */
public final class Addresses {

  private final Stores stores;
  private final Shelves shelves;

  public Addresses(Stores stores, Shelves shelves) {
    this.stores = stores;
    this.shelves = shelves;
  }

  /** A place on a shelf, whether or not a file is recorded there. */
  public record Addressed(Shelf shelf, InnerPath path) {}

  /**
   * @throws SentenceException if no such file has ever been recorded
   */
  public FileRef file(String written, Path from) throws IOException {
    if (FileAddress.isOne(written)) {
      return FileAddress.parse(written).file();
    }
    if (written.startsWith("id:")) {
      return new FileRef(stores.id(Optional.empty()), number(written.substring(3)));
    }
    Addressed place = place(written, from);
    RecordedFile file =
        shelves
            .lastAt(place.shelf(), place.path())
            .orElseThrow(
                () ->
                    new SentenceException(
                        "Nothing has been recorded at %s on the shelf “%s”."
                            .formatted(place.path().shown(), place.shelf().name())));
    return new FileRef(place.shelf().store(), file.id());
  }

  /**
   * The shelf that has an address.
   *
   * @throws SentenceException if there is none on this desk
   */
  public Shelf shelf(ShelfAddress address) throws IOException {
    return shelves.all().stream()
        .filter(shelf -> shelf.store().equals(address.store()) && shelf.id() == address.shelf())
        .findFirst()
        .orElseThrow(
            () ->
                new SentenceException(
                    "No shelf of this desk has the address %s.".formatted(address.uri())));
  }

  /** The place that is meant by a path or by SHELF:inner/path. */
  public Addressed place(String written, Path from) throws IOException {
    Path path = from.resolve(written).toAbsolutePath().normalize();
    Optional<Addressed> onFolder = placeOf(path);
    if (onFolder.isPresent()) {
      return onFolder.get();
    }
    int colon = written.indexOf(':');
    if (colon > 0) {
      String inner = written.substring(colon + 1);
      return new Addressed(
          shelves.named(written.substring(0, colon)),
          new InnerPath(inner.replaceAll("^/+|/+$", "")));
    }
    throw new SentenceException(
        "%s lies on no shelf. “mended-leaf shelf list” shows the shelves and their folders."
            .formatted(path));
  }

  /** Where a path lies, if it lies on a shelf. */
  public Optional<Addressed> placeOf(Path path) throws IOException {
    Path real = realParent(path);
    for (Shelf shelf : shelves.all()) {
      if (shelf.folder().isPresent()) {
        Path folder = shelf.folder().get();
        if (path.startsWith(folder)) {
          return Optional.of(new Addressed(shelf, ShelfPaths.inner(folder, path)));
        }
        if (real.startsWith(folder)) {
          return Optional.of(new Addressed(shelf, ShelfPaths.inner(folder, real)));
        }
      }
    }
    return Optional.empty();
  }

  /** The number of a revision as it is written. */
  public static int revision(String written, FileLife life) throws SentenceException {
    return switch (written) {
      case "first" -> 0;
      case "earliest" -> life.revisions().get(0).number();
      case "last-good" ->
          life.findings()
              .lastGood()
              .orElseThrow(
                  () ->
                      new SentenceException(
                          "No revision of %s is known to be good: either something is doubtful about each, or they were not examined yet. Nothing was changed."
                              .formatted(life.file().path().shown())));
      default -> {
        String digits = written.startsWith("r") ? written.substring(1) : written;
        long number = number(digits);
        if (number < 0 || number > Integer.MAX_VALUE) {
          throw new SentenceException(
              "%s has no revision %s. Nothing was changed."
                  .formatted(life.file().path().shown(), written));
        }
        yield (int) number;
      }
    };
  }

  private static long number(String digits) throws SentenceException {
    try {
      return Long.parseLong(digits);
    } catch (NumberFormatException e) {
      throw new SentenceException("“%s” is not a number.".formatted(digits), e);
    }
  }

  // A shelf may be reached over a link to it; the file itself may be a link and is not followed.
  private static Path realParent(Path path) {
    try {
      Path parent = path.getParent();
      return parent == null ? path : parent.toRealPath().resolve(path.getFileName());
    } catch (IOException e) {
      return path;
    }
  }
}
