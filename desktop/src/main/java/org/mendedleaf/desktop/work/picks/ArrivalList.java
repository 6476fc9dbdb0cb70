package org.mendedleaf.desktop.work.picks;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.arrivals.Suggestion;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.intake.Doubt;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.jobs.Jobs;

/**
 * Files that wait to be brought in, each with the file it most likely replaces: those that somebody
 * has added, kept as long as the window is open, and those in the folders in which files arrive.
 * For the interface thread.
 */
public final class ArrivalList {

  /**
   * A file that waits.
   *
   * @param size in bytes
   * @param saved its own time, by which several for one file become its revisions in turn
   * @param suggestion what it may replace
   * @param onto the file that it will replace; empty if none is chosen
   * @param fresh where it becomes a new file instead
   * @param others further files that it may replace
   * @param doubts what speaks against the choice
   * @param doubles how many files with the very same bytes lie there too
   */
  public record Waiting(
      Path file,
      long size,
      Instant saved,
      Suggestion suggestion,
      Optional<FileLife> onto,
      Optional<Fresh> fresh,
      List<FileLife> others,
      List<NamedDoubt> doubts,
      int doubles) {

    Waiting withDoubles(int count) {
      return new Waiting(file, size, saved, suggestion, onto, fresh, others, doubts, count);
    }

    /** Tells whether it can be brought in as it is. */
    public boolean isReady() {
      return fresh.isPresent() || (onto.isPresent() && !isThereAlready());
    }

    /**
     * The number of the revision that this one becomes, if all of these are brought in together.
     */
    public int nextRevision(List<Waiting> together) {
      FileLife life = onto.orElseThrow();
      long before =
          together.stream()
              .filter(one -> one.isReady() && one.onto().isPresent())
              .filter(one -> one.onto().get().ref().equals(life.ref()))
              .filter(one -> one.saved().isBefore(saved))
              .count();
      return life.newest().number() + 1 + (int) before;
    }

    /** Whether the chosen file is exactly this already. */
    public boolean isThereAlready() {
      return suggestion.same().isPresent()
          && suggestion.same().get().current()
          && onto.isPresent()
          && onto.get().ref().equals(suggestion.same().get().file());
    }
  }

  /** A place for a new file. */
  public record Fresh(Shelf shelf, InnerPath path) {}

  /**
   * A doubt with the path of the other file it is about, where it is about one.
   *
   * @param other empty if it is about none
   */
  public record NamedDoubt(Doubt<FileRef> doubt, String other) {}

  private final Office office;
  private final ArrivalSuggestions suggestions;
  private final Background background;
  private final Jobs jobs;
  private final Consumer<Exception> complain;
  private final Consumer<List<Admitted>> told;
  private final ObservableList<Waiting> waiting = FXCollections.observableArrayList();
  private final ObservableList<Path> folders = FXCollections.observableArrayList();
  private final ObservableList<Path> folderView = FXCollections.unmodifiableObservableList(folders);
  // Until they are remembered as dismissed, a look around must not find them again.
  private final Set<Path> dismissed = new HashSet<>();
  private boolean looking;
  private String trouble = "";
  // One for all who look: a view of its own would be gone with its followers at any time.
  private final ObservableList<Waiting> view = FXCollections.unmodifiableObservableList(waiting);

  /**
   * @param complain tells what went wrong
   * @param told tells what came in automatically
   */
  public ArrivalList(
      Office office,
      Background background,
      Jobs jobs,
      Consumer<Exception> complain,
      Consumer<List<Admitted>> told) {
    this.told = told;
    this.office = office;
    this.suggestions = new ArrivalSuggestions(office);
    this.background = background;
    this.jobs = jobs;
    this.complain = complain;
  }

  public ObservableList<Waiting> waiting() {
    return view;
  }

  /**
   * Adds files, and those in folders.
   *
   * @param onto the file that they are for; empty to find that out
   */
  public void add(List<Path> paths, Optional<FileRef> onto) {
    jobs.start(
        Words.of("arrivals.looking"),
        progress -> suggestions.look(paths, onto, progress),
        found -> {
          // A look around may have found them meanwhile; somebody who adds them may mean them for a
          // file.
          Set<Path> added = found.stream().map(Waiting::file).collect(Collectors.toSet());
          waiting.removeIf(one -> added.contains(one.file()));
          waiting.addAll(0, found);
        },
        complain);
  }

  /** Chooses another file for it. */
  public void choose(Waiting one, FileRef onto) {
    background.ask(
        () -> suggestions.chosen(one.suggestion(), onto).withDoubles(one.doubles()),
        changed -> replace(one, changed),
        complain);
  }

  /**
   * Chooses the file that is meant by something written, or a new one where there is none.
   *
   * @param written as SHELF:path, or a path on a shelf's folder
   */
  public void choose(Waiting one, String written) {
    background.ask(
        () -> suggestions.written(one, written), changed -> replace(one, changed), complain);
  }

  private void replace(Waiting one, Waiting changed) {
    int at = waiting.indexOf(one);
    if (at >= 0) {
      waiting.set(at, changed);
    }
  }

  /** Takes these off the list for good; the files stay where they are. */
  public void dismiss(List<Waiting> some) {
    List<Path> files = some.stream().map(Waiting::file).toList();
    dismissed.addAll(files);
    waiting.removeAll(List.copyOf(some));
    background.ask(
        () -> {
          office.arrivals().dismiss(files);
          return files;
        },
        done -> dismissed.removeAll(done),
        complain);
  }

  // ---- folders in which files arrive

  /** The folders that are looked through. */
  public ObservableList<Path> folders() {
    return folderView;
  }

  /** Looks for arrivals in a folder from now on. */
  public void watch(Path folder) {
    change(() -> office.arrivals().add(folder));
  }

  /** Looks there no longer. */
  public void unwatch(Path folder) {
    change(() -> office.arrivals().remove(folder));
  }

  private interface ListChange {
    void make() throws IOException;
  }

  private void change(ListChange change) {
    background.ask(
        () -> {
          change.make();
          return true;
        },
        done -> lookAround(),
        complain);
  }

  /** An arrival that became a revision automatically. */
  public record Admitted(Path file, FileLife onto, Intake.TakenIn done) {}

  /** Looks once more what has arrived; one look at a time. */
  public void lookAround() {
    if (looking) {
      return;
    }
    looking = true;
    Set<Path> there = new HashSet<>(dismissed);
    waiting.forEach(one -> there.add(one.file()));
    background.ask(
        () -> suggestions.around(there),
        found -> {
          looking = false;
          trouble = "";
          show(found);
        },
        problem -> {
          looking = false;
          // Every few seconds the same would be said again.
          String said = String.valueOf(problem.getMessage());
          if (!said.equals(trouble)) {
            trouble = said;
            complain.accept(problem);
          }
        });
  }

  private void show(ArrivalSuggestions.ArrivalFacts found) {
    if (!folders.equals(found.folders())) {
      folders.setAll(found.folders());
    }
    if (!found.gone().isEmpty()) {
      waiting.removeIf(one -> found.gone().contains(one.file()));
    }
    if (!found.fresh().isEmpty()) {
      // Somebody may have added or dismissed some of them meanwhile.
      Set<Path> known = new HashSet<>(dismissed);
      waiting.forEach(one -> known.add(one.file()));
      waiting.addAll(0, found.fresh().stream().filter(one -> !known.contains(one.file())).toList());
    }
    if (!found.admitted().isEmpty()) {
      told.accept(found.admitted());
    }
  }
}
