package org.mendedleaf.desktop.work;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.intake.Doubt;
import org.mendedleaf.core.intake.Match;
import org.mendedleaf.core.office.Addresses;
import org.mendedleaf.core.office.FileLife;
import org.mendedleaf.core.office.FileRef;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.SentenceException;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.core.office.Suggestion;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.desktop.words.Words;

/**
 * Files that wait to be brought in, each with the file it most likely replaces. Kept as long as the
 * window is open. For the interface thread.
 */
public final class ArrivalList {

  /**
   * A file that waits.
   *
   * @param size in bytes
   * @param suggestion what it may replace
   * @param onto the file that it will replace; empty if none is chosen
   * @param fresh where it becomes a new file instead
   * @param others further files that it may replace
   * @param doubts what speaks against the choice
   */
  public record Waiting(
      Path file,
      long size,
      Suggestion suggestion,
      Optional<FileLife> onto,
      Optional<Fresh> fresh,
      List<FileLife> others,
      List<Named> doubts) {

    /** Whether it can be brought in as it is. */
    public boolean isReady() {
      return fresh.isPresent() || (onto.isPresent() && !isThereAlready());
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
  public record Named(Doubt<FileRef> doubt, String other) {}

  private static final int OTHERS = 3;

  private final Office office;
  private final Background background;
  private final Jobs jobs;
  private final Consumer<Exception> complain;
  private final ObservableList<Waiting> waiting = FXCollections.observableArrayList();
  // One for all who look: a view of its own would be gone with its followers at any time.
  private final ObservableList<Waiting> view = FXCollections.unmodifiableObservableList(waiting);

  /**
   * @param complain tells what went wrong
   */
  public ArrivalList(
      Office office, Background background, Jobs jobs, Consumer<Exception> complain) {
    this.office = office;
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
   * @param onto the file that they are for; empty if that is to be found out
   */
  public void add(List<Path> paths, Optional<FileRef> onto) {
    Set<Path> there = new HashSet<>();
    waiting.forEach(one -> there.add(one.file()));
    jobs.start(
        Words.of("arrivals.looking"),
        progress -> look(paths, there, onto, progress),
        found -> waiting.addAll(0, found),
        complain);
  }

  private List<Waiting> look(
      List<Path> paths, Set<Path> there, Optional<FileRef> onto, Progress progress)
      throws IOException {
    List<Path> files = new ArrayList<>(office.intake().files(paths));
    files.removeIf(there::contains);
    List<Waiting> found = new ArrayList<>();
    for (Suggestion suggestion : office.intake().suggest(files, progress)) {
      found.add(onto.isPresent() ? chosen(suggestion, onto.get()) : suggested(suggestion));
    }
    return found;
  }

  private Waiting suggested(Suggestion suggestion) throws IOException {
    List<FileLife> lives = new ArrayList<>();
    for (Match<FileRef> match :
        suggestion.matches().subList(0, Math.min(OTHERS + 1, suggestion.matches().size()))) {
      lives.add(office.files().life(match.candidate().file()));
    }
    return new Waiting(
        suggestion.arrival(),
        Files.size(suggestion.arrival()),
        suggestion,
        lives.stream().findFirst(),
        Optional.empty(),
        lives.size() < 2 ? List.of() : lives.subList(1, lives.size()),
        named(suggestion.doubts()));
  }

  private Waiting chosen(Suggestion suggestion, FileRef onto) throws IOException {
    Waiting as = suggested(suggestion);
    List<FileLife> others = new ArrayList<>(as.others());
    as.onto().ifPresent(first -> others.add(0, first));
    others.removeIf(other -> other.ref().equals(onto));
    return new Waiting(
        as.file(),
        as.size(),
        suggestion,
        Optional.of(office.files().life(onto)),
        Optional.empty(),
        others,
        named(office.intake().doubts(as.file(), onto, Progress.NONE)));
  }

  private List<Named> named(List<Doubt<FileRef>> doubts) throws IOException {
    List<Named> named = new ArrayList<>();
    for (Doubt<FileRef> doubt : doubts) {
      Optional<FileRef> other = Optional.empty();
      if (doubt instanceof Doubt.BelongsElsewhere<FileRef> elsewhere) {
        other = Optional.of(elsewhere.other().file());
      } else if (doubt instanceof Doubt.CallsItselfOtherwise<FileRef> called) {
        other = Optional.of(called.other().file());
      }
      named.add(
          new Named(
              doubt,
              other.isPresent() ? office.files().life(other.get()).file().path().shown() : ""));
    }
    return named;
  }

  /** Chooses another file for it. */
  public void choose(Waiting one, FileRef onto) {
    background.ask(
        () -> chosen(one.suggestion(), onto), changed -> replace(one, changed), complain);
  }

  /**
   * Chooses the file that is meant by something written, or a new one where there is none.
   *
   * @param written as SHELF:path, or a path on a shelf's folder
   */
  public void choose(Waiting one, String written) {
    background.ask(() -> written(one, written), changed -> replace(one, changed), complain);
  }

  private Waiting written(Waiting one, String written) throws IOException {
    Addresses.Place place = office.addresses().place(written.strip(), one.file().toAbsolutePath());
    Optional<RecordedFile> there = office.shelves().presentAt(place.shelf(), place.path());
    if (there.isPresent()) {
      return chosen(one.suggestion(), new FileRef(place.shelf().store(), there.get().id()));
    }
    if (place.path().isRoot()) {
      throw new SentenceException(
          "A new file needs a name: write %s:name. Nothing was changed."
              .formatted(place.shelf().name()));
    }
    return new Waiting(
        one.file(),
        one.size(),
        one.suggestion(),
        Optional.empty(),
        Optional.of(new Fresh(place.shelf(), place.path())),
        one.onto().stream().toList(),
        List.of());
  }

  private void replace(Waiting one, Waiting changed) {
    int at = waiting.indexOf(one);
    if (at >= 0) {
      waiting.set(at, changed);
    }
  }

  /** Takes these off the list; the files stay where they are. */
  public void dismiss(List<Waiting> some) {
    waiting.removeAll(List.copyOf(some));
  }
}
