package org.mendedleaf.core.leftovers;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Stream;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.arrivals.Suggestion;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.intake.Match;
import org.mendedleaf.core.leftovers.LeftoverFiles.FoundCopy;
import org.mendedleaf.core.leftovers.LeftoverRule.ProperName;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;

/**
 * Finds the copies that programs left, tells whose they are and what they are beside that file's
 * history, and takes them. A leftover itself is never touched. Safe for several threads; any method
 * may take long.
 */
public final class Leftovers {

  /** What lies longer in a scratch folder is nobody's rescue any more. */
  private static final Duration RECENT = Duration.ofDays(60);

  /** So many of a scratch folder are looked into, the last saved first. */
  private static final int LOOKED_INTO = 200;

  private static final double LIKELY = 0.7;
  private static final double FAR = 0.3;
  private static final double MUCH = 0.5;
  private static final long TOO_LARGE = 200_000_000;
  private static final int SEARCHED = 50;

  private final LeftoverPlaces places;
  private final CopyJudge judge;
  private final Shelves shelves;
  private final FileLives files;
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
    this.shelves = shelves;
    this.files = files;
    this.search = search;
    this.intake = intake;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * What was found, and where was looked.
   *
   * @param leftovers the last saved first
   * @param onShelves shelves' folders
   * @param apart scratch folders
   */
  public record LookedForLeftovers(
      List<Leftover> leftovers, List<Path> onShelves, List<Path> apart) {
    public LookedForLeftovers {
      leftovers = List.copyOf(leftovers);
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
          unlessGone(one, () -> onShelf(shelf, one, disk)).ifPresent(found::add);
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
        found.addAll(inScratch(there, progress));
      }
    }
    found.sort(Comparator.comparing(Leftover::saved).reversed());
    last = List.copyOf(found);
    looked.removeAll(onShelves);
    return new LookedForLeftovers(found, onShelves, List.copyOf(looked));
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
    return look(progress).leftovers().stream()
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

  private List<Leftover> inScratch(List<FoundCopy> there, Progress progress) throws IOException {
    Instant since = settings.clock().instant().minus(RECENT);
    List<FoundCopy> recent =
        there.stream()
            .filter(one -> one.attributes().size() > 0 && one.attributes().size() < TOO_LARGE)
            .filter(one -> judge.saved(one.attributes()).isAfter(since))
            .limit(LOOKED_INTO)
            .toList();
    if (recent.isEmpty()) {
      return List.of();
    }
    List<Suggestion> suggestions = suggestions(recent, progress);
    List<Leftover> found = new ArrayList<>();
    for (Suggestion suggestion : suggestions) {
      FoundCopy copy =
          recent.stream()
              .filter(one -> one.path().equals(suggestion.arrival()))
              .findFirst()
              .orElseThrow();
      unlessGone(copy, () -> inScratch(copy, suggestion)).ifPresent(found::add);
    }
    return found;
  }

  private Optional<Leftover> inScratch(FoundCopy copy, Suggestion suggestion) throws IOException {
    Optional<FileRef> named = named(copy);
    Optional<FileRef> file = named.isPresent() ? named : alike(suggestion);
    if (file.isEmpty()) {
      return Optional.empty();
    }
    FileLife life = files.life(file.get());
    return Optional.of(judge.judged(copy, life.shelf(), life.file().path(), file.get()));
  }

  /**
   * Programs take their copies away at any time: of one that is gone, or closed, nothing is said.
   */
  private List<Suggestion> suggestions(List<FoundCopy> copies, Progress progress)
      throws IOException {
    List<Path> there = new ArrayList<>(copies.stream().map(FoundCopy::path).toList());
    while (true) {
      try {
        return intake.suggest(there, progress);
      } catch (IOException e) {
        if (!there.removeIf(path -> !Files.isReadable(path))) {
          throw e;
        }
      }
    }
  }

  /** A question about a copy. */
  private interface CopyQuestion {
    Optional<Leftover> ask() throws IOException;
  }

  private static Optional<Leftover> unlessGone(FoundCopy copy, CopyQuestion question)
      throws IOException {
    try {
      return question.ask();
    } catch (IOException e) {
      if (!Files.isReadable(copy.path()) || Files.size(copy.path()) != copy.attributes().size()) {
        return Optional.empty();
      }
      throw e;
    }
  }

  /**
   * The file that it is by its content. What programs call their working copies tells nothing, so
   * less is asked than where a name is known; but no second file may be near.
   */
  private static Optional<FileRef> alike(Suggestion suggestion) {
    List<Match<FileRef>> matches = suggestion.matches();
    if (matches.isEmpty()) {
      return Optional.empty();
    }
    Match<FileRef> first = matches.get(0);
    double next = matches.size() == 1 ? 0 : matches.get(1).likelihood();
    boolean isAlone = first.likelihood() >= LIKELY && next <= FAR;
    boolean hasMuch = first.evidence().content().strongest() >= MUCH;
    return first.confident() || (isAlone && hasMuch)
        ? Optional.of(first.candidate().file())
        : Optional.empty();
  }

  /** The one file anywhere whose name it stands for; several may be meant, and then none is. */
  private Optional<FileRef> named(FoundCopy looked) throws IOException {
    for (ProperName name : looked.names()) {
      List<FileRef> hits =
          search.find(name.text(), SEARCHED).files().stream()
              .filter(hit -> name.isOf(hit.file().path().name()))
              .map(Search.SearchHit::ref)
              .toList();
      if (hits.size() == 1) {
        return Optional.of(hits.get(0));
      }
    }
    return Optional.empty();
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
    last = last.stream().filter(one -> !one.path().equals(leftover.path())).toList();
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
    last = last.stream().filter(one -> !leftovers.contains(one)).toList();
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
