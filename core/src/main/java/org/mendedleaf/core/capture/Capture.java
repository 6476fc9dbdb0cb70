package org.mendedleaf.core.capture;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFileAttributes;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.LookedFile;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * Records what has changed on one shelf since the last capture.
 *
 * <p>A capture looks at everything ({@link Scanner}), reads what is new or changed ({@link
 * Reading}), decides what was renamed ({@link Renames}), and commits through the journal. Large
 * captures commit in parts, so that little is lost if the process dies: files that cannot be
 * renames go into the part that read them, all others into the last.
 *
 * <p>Safe for several threads as long as no two capture the same shelf at once.
 */
public final class Capture {

  private static final Duration ABANDONED = Duration.ofHours(1);

  private final Catalogue catalogue;
  private final Owners owners;
  private final FileTimes times;
  private final InstantSource clock;
  private final CaptureRun.CaptureTools tools;
  private final RecordedFiles recorded;

  /**
   * @param workers how many threads read and hash at once
   */
  public Capture(
      Catalogue catalogue,
      Journal journal,
      Owners owners,
      FileTimes times,
      InstantSource clock,
      int workers,
      PartSize partSize) {
    this.catalogue = catalogue;
    this.owners = owners;
    this.times = times;
    this.clock = clock;
    this.tools = new CaptureRun.CaptureTools(catalogue, journal, clock, workers, partSize);
    this.recorded = new RecordedFiles(catalogue);
  }

  /** What stands at a path now, as a capture would see it. */
  public Standing standing(Path file, InnerPath path) throws IOException {
    return Standing.of(file, path, clock.instant(), times);
  }

  /** Whether what stands there certainly is what is recorded, so that it need not be read. */
  public boolean isCertainly(Standing standing, PresentFile recorded) throws IOException {
    return standing.exists()
        && Stocktaking.same(
            recorded, standing.found(), catalogue.present().lookedAt(recorded.file()).orElse(null));
  }

  /** The state of a file that was just written with the content of another. */
  public FileState placed(
      Path file, InnerPath path, BasicFileAttributes attributes, FileState written) {
    Optional<String> owner =
        attributes instanceof PosixFileAttributes posix
            ? Optional.of(posix.owner().getName())
            : Optional.empty();
    return Found.of(file, path, attributes, times).holding(written, owner);
  }

  /**
   * What to capture.
   *
   * @param folder the folder that the shelf is bound to here
   * @param by the person who acts
   * @param takeAsRemoved whether a person has said that a suddenly empty folder was really emptied
   */
  public record CaptureRequest(long shelf, Path folder, String by, boolean takeAsRemoved) {}

  /** Captures a whole shelf. */
  public CaptureOutcome run(CaptureRequest request, Progress progress) throws IOException {
    Instant moment = clock.instant();
    if (!Files.isDirectory(request.folder(), LinkOption.NOFOLLOW_LINKS)) {
      return new CaptureOutcome.FolderMissing(request.folder());
    }
    catalogue.catchUp();
    progress.phase(Phase.LOOKING, 0, 0);
    // Of very many files, either takes as long as the other.
    CompletableFuture<List<PresentFile>> asked =
        CompletableFuture.supplyAsync(() -> recorded.asked(request.shelf()));
    Scanner scanner = new Scanner(request.folder(), times);
    LeftOut leftOut = leftOut(request.shelf());
    Scan scan = scanner.scan(leftOut, progress);
    List<PresentFile> known = answered(asked);
    if (scan.files().isEmpty() && scan.unseen().isEmpty() && !request.takeAsRemoved()) {
      long missed = known.stream().filter(file -> !leftOut.matches(file.state().path())).count();
      if (missed > 0) {
        return new CaptureOutcome.SuddenlyEmpty(request.folder(), missed);
      }
    }
    Map<Long, LookedFile> readings = catalogue.present().looked(request.shelf());
    Stocktaking stocktaking = Stocktaking.of(known, scan, readings);
    clearAway(scan.leftBehind(), moment);
    UntouchedMoves untouched = untouched(stocktaking, readings, scanner, moment);
    CaptureRun run = new CaptureRun(tools, request, moment, scan, stocktaking, untouched);
    return new CaptureOutcome.Done(run.capture(reader(scanner, progress), progress));
  }

  /** Where the store is damaged, whatever can be read again may make it whole. */
  private UntouchedMoves untouched(
      Stocktaking stocktaking, Map<Long, LookedFile> looked, Scanner scanner, Instant moment) {
    List<PresentFile> gone = catalogue.damage().any() ? List.of() : stocktaking.gone();
    return new UntouchedMoves(gone, looked, scanner, moment);
  }

  private static <T> T answered(CompletableFuture<T> asked) throws IOException {
    try {
      return asked.join();
    } catch (CompletionException e) {
      if (e.getCause() instanceof UncheckedIOException io) {
        throw io.getCause();
      }
      throw e;
    }
  }

  /**
   * A file under one of our temporary names to which nobody has written for an hour belongs to a
   * writer that died; what it was to hold is in the store.
   */
  private static void clearAway(List<Scan.LeftBehind> leftBehind, Instant now) {
    for (Scan.LeftBehind one : leftBehind) {
      if (one.changed().isBefore(now.minus(ABANDONED))) {
        deleteIfAllowed(one.file());
      }
    }
  }

  private static void deleteIfAllowed(Path file) {
    try {
      Files.deleteIfExists(file);
    } catch (IOException e) {
      // It is in nobody's way; the next capture tries again.
      return;
    }
  }

  /** What a shelf leaves out by now. */
  public LeftOut leftOut(long id) throws IOException {
    return catalogue.shelves().all().stream()
        .filter(shelf -> shelf.id() == id)
        .map(shelf -> shelf.settings().leftOut())
        .findFirst()
        .orElse(LeftOut.NOTHING);
  }

  /**
   * Captures the one file that lies at this path of the shelf, if anything lies there and it is not
   * recorded as it is now.
   *
   * @return the problem, if it could not be recorded
   */
  public Optional<Problem> one(CaptureRequest request, InnerPath path) throws IOException {
    return some(request, List.of(path)).stream().findFirst();
  }

  /**
   * Captures the files that lie at these paths of the shelf, as far as anything lies there and it
   * is not recorded as it is now. What costs time is in proportion to the paths, not to the shelf.
   *
   * @return what could not be recorded
   */
  public List<Problem> some(CaptureRequest request, List<InnerPath> paths) throws IOException {
    Instant moment = clock.instant();
    catalogue.catchUp();
    Scanner scanner = new Scanner(request.folder(), times);
    Scan scan = new Scan();
    List<PresentFile> known = new ArrayList<>();
    Map<Long, LookedFile> looked = new HashMap<>();
    for (InnerPath path : paths) {
      try {
        Optional<Found> found = scanner.look(ShelfPaths.resolve(request.folder(), path), path);
        if (found.isPresent()) {
          scan.files().add(found.get());
          Optional<PresentFile> file = catalogue.present().at(request.shelf(), path);
          if (file.isPresent()) {
            known.add(file.get());
            catalogue
                .present()
                .lookedAt(file.get().file())
                .ifPresent(one -> looked.put(one.file(), one));
          }
        }
      } catch (FileSystemException e) {
        scan.problems().add(new Problem(path, Problem.ProblemKind.UNREADABLE, Scanner.reason(e)));
      }
    }
    Stocktaking stocktaking = Stocktaking.of(known, scan, looked);
    if (stocktaking.toRead().isEmpty() && stocktaking.touched().isEmpty()) {
      return scan.problems();
    }
    UntouchedMoves untouched = untouched(stocktaking, looked, scanner, moment);
    CaptureRun run = new CaptureRun(tools, request, moment, scan, stocktaking, untouched);
    return run.capture(reader(scanner, Progress.NONE), Progress.NONE).problems();
  }

  private FileReader reader(Scanner scanner, Progress progress) {
    return new FileReader(scanner, owners, clock, progress);
  }

  /**
   * What stands off the shelves and was stored.
   *
   * @param standing what it was when it was read
   */
  public record StoredFile(FileState state, Standing standing) {}

  /**
   * Stores what stands at a place off the shelves, in one state; a link is not followed.
   *
   * @throws IOException if it cannot be read, or keeps changing
   */
  public StoredFile store(Path file, ContentWriter writer) throws IOException {
    Scanner scanner = new Scanner(Objects.requireNonNull(file.toAbsolutePath().getParent()), times);
    return store(scanner, file, Optional.empty(), writer);
  }

  private StoredFile store(
      Scanner scanner, Path file, Optional<ContentRef> former, ContentWriter writer)
      throws IOException {
    InnerPath name = new InnerPath(ShelfPaths.name(file));
    Found found =
        scanner.look(file, name).orElseThrow(() -> new NoSuchFileException(file.toString()));
    FileReader.ReadOutcome outcome = reader(scanner, Progress.NONE).read(found, former, writer);
    if (outcome instanceof FileReader.ReadOutcome.Failed failed) {
      throw new FileSystemException(file.toString(), null, failed.problem().detail());
    }
    FileReader.ReadOutcome.Read read = (FileReader.ReadOutcome.Read) outcome;
    return new StoredFile(read.state(), Standing.read(read.found(), read.at(), times));
  }

  /**
   * Stores the content of a file off the shelf, in one state.
   *
   * @param former the state to store it against
   * @return its state under its own name
   * @throws IOException if it cannot be read, or keeps changing
   */
  public FileState outside(Path file, Optional<ContentRef> former, ContentWriter writer)
      throws IOException {
    Path real = file.toRealPath();
    return store(new Scanner(Objects.requireNonNull(real.getParent()), times), real, former, writer)
        .state();
  }
}
