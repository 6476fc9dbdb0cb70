package org.mendedleaf.core.arrivals;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.Stream;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.ShelfSettings;
import org.mendedleaf.core.intake.Arriving;
import org.mendedleaf.core.intake.Candidate;
import org.mendedleaf.core.intake.Doubt;
import org.mendedleaf.core.intake.Guard;
import org.mendedleaf.core.intake.Match;
import org.mendedleaf.core.intake.Matching;
import org.mendedleaf.core.likeness.PlainName;
import org.mendedleaf.core.likeness.Traits;
import org.mendedleaf.core.place.ForbiddenPlaces;
import org.mendedleaf.core.place.PlacePlan;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.BringIn;
import org.mendedleaf.core.session.Anew;
import org.mendedleaf.core.session.FileContent;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.Turns;
import org.mendedleaf.core.shelves.Required;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.store.format.ContentId;

/**
 * Files from outside: which file each most likely replaces, what speaks against it, and bringing it
 * in. Safe for several threads; any method may take long.
 */
public final class Intake {

  private final FileLives files;
  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final CandidatePool pool;

  public Intake(FileLives files, Shelves shelves, OpenDesk desk, OfficeSettings settings) {
    this.files = files;
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
    this.pool = new CandidatePool(files, shelves, desk);
  }

  /** The files among these, and in the folders among them at any depth, sorted. */
  public List<Path> files(List<Path> paths) throws IOException {
    List<Path> files = new ArrayList<>();
    for (Path path : paths) {
      if (Files.isDirectory(path)) {
        try (Stream<Path> inside = Files.walk(path)) {
          inside
              .filter(file -> Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS))
              .sorted()
              .forEach(files::add);
        }
      } else if (Files.isRegularFile(path)) {
        files.add(path);
      } else {
        throw new SentenceException(
            "There is no file %s, so nothing was brought in.".formatted(path));
      }
    }
    return files;
  }

  /**
   * Where the new files of folders among these belong, by arrival.
   *
   * @param given what {@link #files} was asked for
   * @param suggestions for what it answered
   */
  public Map<Path, Addresses.Addressed> newPlaces(List<Path> given, List<Suggestion> suggestions)
      throws IOException {
    return new InnerPlaces(files, shelves, given).of(suggestions);
  }

  /** Suggests for each file what it most likely replaces. */
  public List<Suggestion> suggest(List<Path> arrivals, Progress progress) throws IOException {
    List<Arriving> arriving = new ArrayList<>();
    progress.phase(Phase.READING, arrivals.size(), 0);
    for (Path file : arrivals) {
      progress.checkCancelled();
      arriving.add(arriving(file));
      progress.advanced(1, 0);
    }
    Matching<FileRef> matching = new Matching<>(pool.forThese(arriving, progress));
    Guard<FileRef> guard = new Guard<>(matching);
    List<Suggestion> suggestions = new ArrayList<>();
    for (int i = 0; i < arrivals.size(); i++) {
      Arriving one = arriving.get(i);
      List<Match<FileRef>> matches = matching.rank(one);
      List<Doubt<FileRef>> doubts =
          matches.isEmpty() ? List.of() : guard.look(one, matches.get(0).candidate());
      suggestions.add(
          new Suggestion(arrivals.get(i), matches, same(arrivals.get(i), one, matches), doubts));
    }
    return suggestions;
  }

  /**
   * Brings an arrival in automatically, where its file's shelf admits that: it has the file's name,
   * there is no question which file is meant, and nothing speaks against it.
   *
   * @return empty if a person has to look at it
   */
  public Optional<TakenIn> admit(Suggestion suggestion) throws IOException {
    if (!suggestion.isPlain()) {
      return Optional.empty();
    }
    FileRef onto = suggestion.first().orElseThrow().candidate().file();
    FileLife life = files.life(onto);
    ShelfSettings shelf = life.shelf().settings();
    boolean named = isCalled(suggestion.arrival(), life);
    for (Match<FileRef> other : suggestion.matches().subList(1, suggestion.matches().size())) {
      // Two files of that name: only a person knows which one is meant.
      named &= !isCalled(suggestion.arrival(), files.life(other.candidate().file()));
    }
    return shelf.admits() && !shelf.noteRequired() && named && life.file().present()
        ? Optional.of(bringIn(suggestion.arrival(), onto, "", false))
        : Optional.empty();
  }

  private static boolean isCalled(Path arrival, FileLife life) {
    return ShelfPaths.name(arrival).equalsIgnoreCase(life.file().path().name());
  }

  /** What speaks against bringing a file in onto another; empty if nothing does. */
  public List<Doubt<FileRef>> doubts(Path arrival, FileRef onto, Progress progress)
      throws IOException {
    Arriving arriving = arriving(arrival);
    List<Candidate<FileRef>> all = pool.forThese(List.of(arriving), progress);
    Optional<Candidate<FileRef>> target =
        all.stream().filter(one -> one.file().equals(onto)).findFirst();
    if (target.isEmpty()) {
      target = pool.candidate(onto);
      target.ifPresent(all::add);
    }
    return target.isEmpty()
        ? List.of()
        : new Guard<>(new Matching<>(all)).look(arriving, target.get());
  }

  private Arriving arriving(Path file) throws IOException {
    Traits traits = desk.insides().traits(new FileContent(file, Files.size(file)));
    List<String> folders = new ArrayList<>();
    if (file.toAbsolutePath().getParent() != null) {
      file.toAbsolutePath()
          .getParent()
          .forEach(name -> folders.addAll(CandidatePool.words(name.toString())));
    }
    return new Arriving(
        PlainName.of(ShelfPaths.name(file)),
        folders,
        traits,
        settings.fileTimes().onOfficeClock(Files.getLastModifiedTime(file).toInstant()));
  }

  /**
   * Looks for the very same bytes among everything that is recorded: first in what it most likely
   * replaces, and current revisions before earlier ones.
   */
  private Optional<Suggestion.SameAs> same(
      Path arrival, Arriving arriving, List<Match<FileRef>> matches) throws IOException {
    Optional<Suggestion.SameAs> earlier = Optional.empty();
    if (arriving.traits().size() == 0) {
      // Nothing is the same as nothing in any way that helps.
      return earlier;
    }
    List<FileRef> likeliest = matches.stream().map(one -> one.candidate().file()).toList();
    for (Shelf shelf : shelves.all()) {
      Catalogue catalogue = desk.store(shelf.store()).catalogue();
      Map<ContentId, Boolean> held = new HashMap<>();
      for (Revision revision : catalogue.files().ofSize(shelf.id(), arriving.traits().size())) {
        ContentId content = revision.state().content().orElseThrow().id();
        Boolean known = held.get(content);
        if (known == null) {
          known = holds(arrival, shelf.store(), revision);
          held.put(content, known);
        }
        if (known) {
          FileRef file = new FileRef(shelf.store(), revision.file());
          Suggestion.SameAs same =
              new Suggestion.SameAs(file, revision.number(), revision.isCurrent());
          if (likeliest.indexOf(file) == 0 && same.current()) {
            return Optional.of(same);
          }
          earlier = Optional.of(earlier.filter(one -> isNearer(one, same, likeliest)).orElse(same));
        }
      }
    }
    return earlier;
  }

  private static boolean isNearer(
      Suggestion.SameAs one, Suggestion.SameAs other, List<FileRef> likeliest) {
    if (one.current() != other.current()) {
      return one.current();
    }
    int here = likeliest.indexOf(one.file());
    int there = likeliest.indexOf(other.file());
    return here >= 0 && (there < 0 || here <= there);
  }

  private boolean holds(Path arrival, String store, Revision revision) throws IOException {
    return desk.store(store).bringIn().holds(arrival, revision);
  }

  /**
   * What was brought in.
   *
   * @param cleared whether the arrival was deleted
   */
  public record TakenIn(FileRef file, BringIn.Brought brought, boolean cleared) {}

  /**
   * Makes a file from outside the next revision of a file.
   *
   * @param note what the person says about it; empty if nothing
   * @param clear whether the arrival is deleted afterwards
   */
  public TakenIn bringIn(Path arrival, FileRef onto, String note, boolean clear)
      throws IOException {
    FileLife life = files.life(onto);
    return bring(
        arrival, life.shelf(), OptionalLong.of(onto.file()), life.file().path(), note, clear);
  }

  /** Makes a file from outside a new file on a shelf. */
  public TakenIn bringInNew(Path arrival, Shelf shelf, InnerPath path, String note, boolean clear)
      throws IOException {
    return bring(arrival, shelf, OptionalLong.empty(), path, note, clear);
  }

  private TakenIn bring(
      Path arrival, Shelf shelf, OptionalLong onto, InnerPath path, String note, boolean clear)
      throws IOException {
    TakingInEnded ended =
        bringInAll(List.of(new Wish(arrival, shelf, onto, path, note)), clear).get(0);
    return ended.done().orElseThrow(() -> new RefusedException(ended.why()));
  }

  /**
   * A file from outside and where it is to go.
   *
   * @param onto the file that it becomes the next revision of; empty for a new one
   * @param path that file's place, or where the new one goes
   * @param note what the person says about it; empty if nothing
   */
  public record Wish(Path arrival, Shelf shelf, OptionalLong onto, InnerPath path, String note) {}

  /**
   * The outcome for one file.
   *
   * @param done empty if it was not brought in
   * @param why it was not
   */
  public record TakingInEnded(Optional<TakenIn> done, String why) {}

  /**
   * Brings files in together: several for one file become its revisions in the order of their
   * times, each shelf gets one act, and taking any of these back takes all back.
   *
   * @param clear whether the arrivals are deleted afterwards
   * @return how each ended, in the order of the wishes
   */
  public List<TakingInEnded> bringInAll(List<Wish> wishes, boolean clear) throws IOException {
    Map<Shelf, List<Wish>> shelves = new LinkedHashMap<>();
    for (Wish wish : wishes) {
      requireAllowed(wish, clear);
      shelves.computeIfAbsent(wish.shelf(), shelf -> new ArrayList<>()).add(wish);
    }
    Optional<String> run =
        wishes.size() > 1
            ? Optional.of("%012x".formatted(settings.random().nextLong() & 0xffff_ffff_ffffL))
            : Optional.empty();
    IdentityHashMap<Wish, TakingInEnded> ended = new IdentityHashMap<>();
    for (Map.Entry<Shelf, List<Wish>> of : shelves.entrySet()) {
      List<TakingInEnded> results = bringInto(of.getKey(), of.getValue(), run, clear);
      for (int i = 0; i < results.size(); i++) {
        ended.put(of.getValue().get(i), results.get(i));
      }
    }
    return wishes.stream().map(ended::get).toList();
  }

  private void requireAllowed(Wish wish, boolean clear) throws IOException {
    Shelf shelf = wish.shelf();
    shelves.require(shelf.store(), shelf.id(), Right.BRING_IN);
    if (shelf.settings().noteRequired() && wish.note().isBlank()) {
      throw new SentenceException(
          "The shelf “%s” takes nothing in without a note of what changed. Nothing was brought in; %s is untouched."
              .formatted(shelf.name(), wish.arrival()));
    }
    if (clear) {
      ForbiddenPlaces.requireOutside(wish.arrival());
    }
  }

  private List<TakingInEnded> bringInto(
      Shelf shelf, List<Wish> wishes, Optional<String> run, boolean clear) throws IOException {
    PlacePlan.Where where =
        shelf.isDeposit()
            ? new PlacePlan.Where.InLog(shelf.name())
            : new PlacePlan.Where.OnShelf(shelf.id(), Required.folder(shelf));
    List<BringIn.BringInRequest> requests = new ArrayList<>();
    for (Wish wish : wishes) {
      requests.add(
          new BringIn.BringInRequest(
              wish.arrival(),
              shelf.id(),
              where,
              wish.onto(),
              wish.path(),
              wish.note(),
              settings.person()));
    }
    BringIn bringIn = desk.store(shelf.store()).bringIn();
    List<TakingInEnded> ended = new ArrayList<>();
    try (Turns.Turn unusedTurn = desk.turns().take(shelf)) {
      List<BringIn.Ended> results = Anew.ifErased(() -> bringIn.bringAll(requests, run));
      for (int i = 0; i < results.size(); i++) {
        Optional<TakenIn> done = Optional.empty();
        if (results.get(i).brought().isPresent()) {
          BringIn.Brought brought = results.get(i).brought().get();
          boolean cleared =
              clear
                  && bringIn.clearAway(wishes.get(i).arrival(), brought.file(), brought.revision());
          done =
              Optional.of(
                  new TakenIn(new FileRef(shelf.store(), brought.file()), brought, cleared));
        }
        ended.add(new TakingInEnded(done, results.get(i).why()));
      }
    }
    return ended;
  }
}
