package org.mendedleaf.core.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Optional;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;

/** Answers whether a path is recorded. */
public final class Coverages {

  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("EEE d MMM uuuu", Locale.ENGLISH);

  private final Shelves shelves;
  private final Addresses addresses;
  private final OfficeSettings settings;

  public Coverages(Shelves shelves, Addresses addresses, OfficeSettings settings) {
    this.shelves = shelves;
    this.addresses = addresses;
    this.settings = settings;
  }

  private String day(Instant at) {
    return DAY.format(at.atZone(settings.zone()));
  }

  /** The store that cannot be reached and has a shelf of this desk whose folder this is in. */
  private Optional<Shelves.Unreached> away(Path path) throws IOException {
    for (Shelves.Unreached one : shelves.unreached()) {
      if (shelves.foldersOf(one.store()).stream().anyMatch(path::startsWith)) {
        return Optional.of(one);
      }
    }
    return Optional.empty();
  }

  /** Whether and how a path is recorded, in one sentence. */
  public Coverage of(Path asked) throws IOException {
    Path path = asked.toAbsolutePath().normalize();
    Optional<Addresses.Addressed> found = addresses.placeOf(path);
    Optional<Shelves.Unreached> away = found.isEmpty() ? away(path) : Optional.empty();
    if (away.isPresent()) {
      return new Coverage(
          path,
          Optional.empty(),
          Coverage.CoverageState.UNKNOWN,
          "It lies in the folder of a shelf, but what is recorded of it cannot be told now: "
              + away.get().sentence());
    }
    if (found.isEmpty()) {
      return new Coverage(
          path,
          Optional.empty(),
          Coverage.CoverageState.UNCOVERED,
          "It lies in no shelf's folder, so nothing of it is recorded.");
    }
    Addresses.Addressed place = found.get();
    Optional<Coverage> off = whereNotRecorded(path, place);
    return off.isPresent() ? off.get() : recorded(path, place);
  }

  /** What a shelf leaves out, and one that is not recorded at present. */
  private Optional<Coverage> whereNotRecorded(Path path, Addresses.Addressed place)
      throws IOException {
    Shelf shelf = place.shelf();
    String name = "“" + shelf.name() + "”";
    Optional<LeftOut.Rule> rule = shelf.settings().leftOut().rule(place.path());
    if (rule.isPresent()) {
      boolean known = shelves.lastAt(shelf, place.path()).isPresent();
      return covered(
          path,
          shelf,
          known ? Coverage.CoverageState.NO_LONGER : Coverage.CoverageState.UNCOVERED,
          "It lies on the shelf %s, which leaves out “%s” since %s%s."
              .formatted(
                  name,
                  rule.get().pattern(),
                  day(rule.get().since()),
                  known ? "; what was recorded of it before is kept" : ""));
    }
    if (shelf.recording() == RecordingState.PAUSED) {
      return covered(
          path,
          shelf,
          Coverage.CoverageState.NO_LONGER,
          "It lies on the shelf %s, whose recording is paused since %s; what is recorded is kept."
              .formatted(name, day(shelf.settings().recordingSince().orElseThrow())));
    }
    if (shelf.recording() == RecordingState.NOT_YET) {
      return covered(
          path,
          shelf,
          Coverage.CoverageState.NOT_YET,
          shelf.settings().recording() == Recording.ON
              ? "It lies on the shelf %s, which has not been captured yet.".formatted(name)
              : "It lies on the shelf %s, whose recording has not been switched on yet."
                  .formatted(name));
    }
    return Optional.empty();
  }

  private static Optional<Coverage> covered(
      Path path, Shelf shelf, Coverage.CoverageState state, String sentence) {
    return Optional.of(new Coverage(path, Optional.of(shelf), state, sentence));
  }

  private Coverage recorded(Path path, Addresses.Addressed place) throws IOException {
    Shelf shelf = place.shelf();
    String name = "“" + shelf.name() + "”";
    if (place.path().isRoot() || Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) {
      return new Coverage(
          path,
          Optional.of(shelf),
          Coverage.CoverageState.RECORDED,
          "Everything in this folder is recorded on the shelf %s.".formatted(name));
    }
    Optional<RecordedFile> file = shelves.lastAt(shelf, place.path());
    if (file.isEmpty()) {
      return new Coverage(
          path,
          Optional.of(shelf),
          Coverage.CoverageState.NOT_YET,
          "It lies on the shelf %s and will be recorded by the next capture.".formatted(name));
    }
    String number = Revision.numbered(file.get().lastNumber());
    return new Coverage(
        path,
        Optional.of(shelf),
        Coverage.CoverageState.RECORDED,
        file.get().present()
            ? "It is recorded on the shelf %s; its current revision is %s.".formatted(name, number)
            : "It was removed from the shelf %s; its revisions up to %s are kept."
                .formatted(name, number));
  }
}
