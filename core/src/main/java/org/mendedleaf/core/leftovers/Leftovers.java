package org.mendedleaf.core.leftovers;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.leftovers.LeftoverFiles.FoundCopy;
import org.mendedleaf.core.leftovers.LeftoverRule.ProperName;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.CopyRevision;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.Turns;
import org.mendedleaf.core.shelves.Shelves;

/**
 * Finds the copies that programs left, tells whose they are and what they are beside that file's
 * history, and takes them. A leftover itself is never touched. Safe for several threads; any method
 * may take long.
 */
public final class Leftovers {

  private static final int SEARCHED = 50;

  private final LeftoverPlaces places;
  private final CopyJudge judge;
  private final ScratchCopies scratch;
  private final Shelves shelves;
  private final Search search;
  private final Intake intake;
  private final OpenDesk desk;
  private final OfficeSettings settings;
  private volatile List<Leftover> last = List.of();

  public Leftovers(
      Shelves shelves,
      FileLives files,
      Search search,
      Intake intake,
      OpenDesk desk,
      OfficeSettings settings) {
    this.places = new LeftoverPlaces(settings);
    this.judge = new CopyJudge(files, desk, settings);
    this.scratch = new ScratchCopies(judge, files, search, intake, settings);
    this.shelves = shelves;
    this.search = search;
    this.intake = intake;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * What was found, and where was looked.
   *
   * @param leftovers the last saved first
   * @param dismissed those that somebody does not want to hear of
   * @param onShelves shelves' folders
   * @param apart scratch folders
   */
  public record LookedForLeftovers(
      List<Leftover> leftovers, List<Leftover> dismissed, List<Path> onShelves, List<Path> apart) {
    public LookedForLeftovers {
      leftovers = List.copyOf(leftovers);
      dismissed = List.copyOf(dismissed);
      onShelves = List.copyOf(onShelves);
      apart = List.copyOf(apart);
    }

    /** All of them. */
    public List<Path> places() {
      return Stream.concat(onShelves.stream(), apart.stream()).toList();
    }
  }

  /** Where is looked, and by which rules. */
  public LeftoverPlaces places() {
    return places;
  }

  /** Looks on all shelves and in all scratch folders. */
  public LookedForLeftovers look(Progress progress) throws IOException {
    LeftoverFiles disk = new LeftoverFiles(places.rules());
    List<Leftover> found = new ArrayList<>();
    Set<Path> looked = new LinkedHashSet<>();
    progress.phase(Phase.LOOKING, 0, 0);
    List<Shelf> all = shelves.all();
    for (Shelf shelf : all) {
      if (shelf.folder().filter(Files::isDirectory).isPresent()) {
        looked.add(shelf.folder().get());
        for (FoundCopy one : disk.onShelf(shelf.folder().get(), progress)) {
          CopyJudge.unlessGone(one, () -> onShelf(shelf, one, disk)).ifPresent(found::add);
        }
      }
    }
    List<Path> onShelves = List.copyOf(looked);
    Set<String> endings = endings(all);
    for (Path folder : places.folders()) {
      // A shelf in a scratch folder was looked through already.
      if (Files.isDirectory(folder) && looked.add(folder)) {
        List<FoundCopy> there = new ArrayList<>(disk.inScratch(folder, progress));
        there.removeIf(one -> lieOnShelf(all, one.path()) || !mayBeOurs(one, endings));
        found.addAll(scratch.of(there, progress));
      }
    }
    found.sort(Comparator.comparing(Leftover::saved).reversed());
    Set<DismissedCopy> gone = places.dismissed();
    List<Leftover> wanted =
        found.stream().filter(one -> !gone.contains(DismissedCopy.of(one))).toList();
    List<Leftover> dismissed = found.stream().filter(one -> !wanted.contains(one)).toList();
    last = wanted;
    looked.removeAll(onShelves);
    return new LookedForLeftovers(wanted, dismissed, onShelves, List.copyOf(looked));
  }

  /** Those in scratch folders alone that were saved since then; much quicker than all. */
  public List<Leftover> lookForWorkingCopies(Instant since, Progress progress) throws IOException {
    LeftoverFiles disk = new LeftoverFiles(places.rules());
    List<Shelf> all = shelves.all();
    List<FoundCopy> there = new ArrayList<>();
    for (Path folder : places.folders()) {
      if (Files.isDirectory(folder)) {
        there.addAll(disk.inScratch(folder, progress));
      }
    }
    there.removeIf(
        one -> judge.saved(one.attributes()).isBefore(since) || lieOnShelf(all, one.path()));
    if (there.isEmpty()) {
      return List.of();
    }
    Set<String> endings = endings(all);
    there.removeIf(one -> !mayBeOurs(one, endings));
    return scratch.of(there, progress);
  }

  /**
   * Records a leftover as a revision of its file, which itself is not touched and stays current.
   *
   * @return the number of the revision; empty where that content is recorded already, the leftover
   *     is gone by now, or its store is away, so that the file's history is not at hand
   */
  public OptionalInt record(Leftover leftover) throws IOException {
    if (leftover.file().isEmpty()) {
      return OptionalInt.empty();
    }
    try (Turns.Turn unusedTurn = desk.turns().take(leftover.shelf())) {
      OpenStore store = desk.store(leftover.shelf().store());
      if (store.isSpool()) {
        return OptionalInt.empty();
      }
      return new CopyRevision(store.catalogue(), store.journal(), store.capture(), settings.clock())
          .record(leftover.file().get().file(), leftover.path(), settings.person());
    } catch (NoSuchFileException e) {
      // Programs take their copies away at any time; what else is missing is said.
      if (Files.exists(leftover.path())) {
        throw e;
      }
      return OptionalInt.empty();
    }
  }

  /**
   * The endings of names on shelves: a scratch folder is full of what has no other on any shelf.
   */
  private Set<String> endings(List<Shelf> all) throws IOException {
    Set<String> endings = new HashSet<>();
    for (Shelf shelf : all) {
      for (PresentFile file : desk.store(shelf.store()).catalogue().present().of(shelf.id())) {
        endings.add(ending(file.state().path().name()));
      }
    }
    return endings;
  }

  private static boolean mayBeOurs(FoundCopy copy, Set<String> endings) {
    return !copy.names().isEmpty() || endings.contains(ending(ShelfPaths.name(copy.path())));
  }

  private static String ending(String name) {
    return name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
  }

  /** Those of use that were found when it was looked last, as far as they are still there. */
  public List<Leftover> lastFound() {
    return last.stream().filter(Leftover::isOfUse).filter(one -> Files.exists(one.path())).toList();
  }

  /** Those of one file. */
  public List<Leftover> lastFoundOf(FileRef file) {
    return lastFound().stream().filter(one -> one.file().filter(file::equals).isPresent()).toList();
  }

  private static boolean lieOnShelf(List<Shelf> all, Path path) {
    return all.stream().anyMatch(shelf -> shelf.folder().filter(path::startsWith).isPresent());
  }

  /**
   * The leftover at a path.
   *
   * @throws SentenceException if there is none
   */
  public Leftover at(Path path, Progress progress) throws IOException {
    Path wanted = path.toAbsolutePath().normalize();
    LookedForLeftovers looked = look(progress);
    return Stream.concat(looked.leftovers().stream(), looked.dismissed().stream())
        .filter(one -> one.path().equals(wanted))
        .findFirst()
        .orElseThrow(
            () ->
                new SentenceException(
                    "%s is no leftover of any file on a shelf, as far as its name and content tell. Nothing was changed; “bring-in” takes any file."
                        .formatted(wanted)));
  }

  private Optional<Leftover> onShelf(Shelf shelf, FoundCopy looked, LeftoverFiles disk)
      throws IOException {
    InnerPath folder = ShelfPaths.inner(shelf.folder().orElseThrow(), looked.path()).folder();
    for (ProperName name : looked.names()) {
      Optional<RecordedFile> file = recorded(shelf, folder, name, disk);
      if (file.isPresent()) {
        return Optional.of(
            judge.judged(
                looked, shelf, file.get().path(), new FileRef(shelf.store(), file.get().id())));
      }
    }
    ProperName first = looked.names().get(0);
    String proper = first.isWhole() ? first.text() : first.text() + judge.ending(looked);
    InnerPath place = folder.resolve(proper);
    // What lies there and is not recorded needs no rescue.
    return Files.exists(ShelfPaths.resolve(shelf.folder().get(), place), LinkOption.NOFOLLOW_LINKS)
        ? Optional.empty()
        : Optional.of(judge.survivor(looked, shelf, place));
  }

  private Optional<RecordedFile> recorded(
      Shelf shelf, InnerPath folder, ProperName name, LeftoverFiles disk) throws IOException {
    if (name.isWhole()) {
      return shelves.lastAt(shelf, folder.resolve(name.text()));
    }
    return search.find(name.text(), SEARCHED).files().stream()
        .filter(hit -> hit.shelf().id() == shelf.id() && hit.shelf().store().equals(shelf.store()))
        .map(Search.SearchHit::file)
        .filter(file -> file.path().folder().equals(folder) && name.isOf(file.path().name()))
        .filter(file -> disk.isProper(file.path().name()))
        .findFirst();
  }

  /** Says no more of a leftover, as long as it stays as it is; or says it again. */
  public void dismiss(Leftover leftover, boolean isDismissed) throws IOException {
    places.dismiss(DismissedCopy.of(leftover), isDismissed);
    if (isDismissed) {
      forget(List.of(leftover));
    }
  }

  private void forget(List<Leftover> gone) {
    Set<Path> paths = gone.stream().map(Leftover::path).collect(Collectors.toSet());
    last = last.stream().filter(one -> !paths.contains(one.path())).toList();
  }

  /**
   * Makes a leftover the next revision of its file, or the missing file under its proper name.
   *
   * @param note what the person says about it; empty for what it is
   * @param anyway also if it looks damaged
   * @throws SentenceException if it is recorded already, or looks damaged
   */
  public Intake.TakenIn take(Leftover leftover, String note, boolean anyway) throws IOException {
    require(leftover, anyway);
    Intake.TakingInEnded ended = intake.bringInAll(List.of(wish(leftover, note)), false).get(0);
    Intake.TakenIn taken = ended.done().orElseThrow(() -> new RefusedException(ended.why()));
    forget(List.of(leftover));
    return taken;
  }

  /**
   * The same for several; taking one of them back takes all back.
   *
   * @return those that were taken
   * @throws SentenceException if none was
   */
  public List<Intake.TakenIn> takeAll(List<Leftover> leftovers) throws IOException {
    List<Intake.Wish> wishes = new ArrayList<>();
    for (Leftover one : leftovers) {
      require(one, false);
      wishes.add(wish(one, ""));
    }
    List<Intake.TakingInEnded> ended = intake.bringInAll(wishes, false);
    List<Intake.TakenIn> taken =
        ended.stream().map(Intake.TakingInEnded::done).flatMap(Optional::stream).toList();
    if (taken.isEmpty() && !ended.isEmpty()) {
      throw new RefusedException(ended.get(0).why());
    }
    forget(leftovers);
    return taken;
  }

  private static Intake.Wish wish(Leftover leftover, String note) {
    String said =
        note.isBlank() ? "taken from the leftover " + ShelfPaths.name(leftover.path()) : note;
    return new Intake.Wish(
        leftover.path(),
        leftover.shelf(),
        leftover.file().map(FileRef::file).map(OptionalLong::of).orElseGet(OptionalLong::empty),
        leftover.place(),
        said);
  }

  private static void require(Leftover leftover, boolean anyway) throws IOException {
    if (!Files.exists(leftover.path())) {
      throw new NoSuchFileException(leftover.path().toString());
    }
    if (leftover.same().isPresent()) {
      String number = Revision.numbered(leftover.same().getAsInt());
      throw new SentenceException(
          "%s is %s of %s to the byte, so there is nothing to take. “mend” with %s makes that one current; nothing was changed."
              .formatted(leftover.path(), number, leftover.place().shown(), number));
    }
    if (leftover.verdict() == LeftoverVerdict.DAMAGED && !anyway) {
      throw new SentenceException(
          "%s looks damaged: nothing is in it, or it does not open as what it is. Nothing was changed; --anyway takes it all the same."
              .formatted(leftover.path()));
    }
  }
}
