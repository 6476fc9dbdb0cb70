package org.mendedleaf.desktop.work.picks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendedleaf.core.arrivals.ArrivalFolders;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.arrivals.Suggestion;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.intake.Doubt;
import org.mendedleaf.core.intake.Match;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;

/** Finds out what arrivals may replace; asks the office, so never on the interface thread. */
final class ArrivalSuggestions {

  private static final int OTHERS = 3;

  private final Office office;

  ArrivalSuggestions(Office office) {
    this.office = office;
  }

  /**
   * The arrivals that were found.
   *
   * @param gone files of the list that are there no longer
   * @param admitted what shelves let in automatically
   */
  record ArrivalFacts(
      List<Path> folders,
      List<ArrivalList.Waiting> fresh,
      Set<Path> gone,
      List<ArrivalList.Admitted> admitted) {}

  List<ArrivalList.Waiting> look(List<Path> paths, Optional<FileRef> onto, Progress progress)
      throws IOException {
    List<Path> files = office.intake().files(paths);
    List<ArrivalList.Waiting> found = new ArrayList<>();
    List<Suggestion> suggestions = office.intake().suggest(files, progress);
    Map<Path, Addresses.Addressed> places = office.intake().newPlaces(paths, suggestions);
    for (Suggestion suggestion : suggestions) {
      Addresses.Addressed place = places.get(suggestion.arrival());
      if (onto.isPresent()) {
        found.add(chosen(suggestion, onto.get()));
      } else if (place != null) {
        found.add(fresh(suggested(suggestion), place));
      } else {
        found.add(suggested(suggestion));
      }
    }
    return found;
  }

  private static ArrivalList.Waiting fresh(ArrivalList.Waiting one, Addresses.Addressed place) {
    return new ArrivalList.Waiting(
        one.file(),
        one.size(),
        one.saved(),
        one.suggestion(),
        Optional.empty(),
        Optional.of(new ArrivalList.Fresh(place.shelf(), place.path())),
        one.onto().stream().toList(),
        List.of(),
        one.doubles());
  }

  private ArrivalList.Waiting suggested(Suggestion suggestion) throws IOException {
    List<FileLife> lives = new ArrayList<>();
    for (Match<FileRef> match :
        suggestion.matches().subList(0, Math.min(OTHERS + 1, suggestion.matches().size()))) {
      lives.add(office.files().life(match.candidate().file()));
    }
    return new ArrivalList.Waiting(
        suggestion.arrival(),
        Files.size(suggestion.arrival()),
        Files.getLastModifiedTime(suggestion.arrival()).toInstant(),
        suggestion,
        lives.stream().findFirst(),
        Optional.empty(),
        lives.size() < 2 ? List.of() : lives.subList(1, lives.size()),
        named(suggestion.doubts()),
        0);
  }

  ArrivalList.Waiting chosen(Suggestion suggestion, FileRef onto) throws IOException {
    ArrivalList.Waiting as = suggested(suggestion);
    List<FileLife> others = new ArrayList<>(as.others());
    as.onto().ifPresent(first -> others.add(0, first));
    others.removeIf(other -> other.ref().equals(onto));
    return new ArrivalList.Waiting(
        as.file(),
        as.size(),
        as.saved(),
        suggestion,
        Optional.of(office.files().life(onto)),
        Optional.empty(),
        others,
        named(office.intake().doubts(as.file(), onto, Progress.NONE)),
        0);
  }

  private List<ArrivalList.NamedDoubt> named(List<Doubt<FileRef>> doubts) throws IOException {
    List<ArrivalList.NamedDoubt> named = new ArrayList<>();
    for (Doubt<FileRef> doubt : doubts) {
      Optional<FileRef> other = Optional.empty();
      if (doubt instanceof Doubt.BelongsElsewhere<FileRef> elsewhere) {
        other = Optional.of(elsewhere.other().file());
      } else if (doubt instanceof Doubt.CallsItselfOtherwise<FileRef> called) {
        other = Optional.of(called.other().file());
      }
      named.add(
          new ArrivalList.NamedDoubt(
              doubt,
              other.isPresent() ? office.files().life(other.get()).file().path().shown() : ""));
    }
    return named;
  }

  ArrivalList.Waiting written(ArrivalList.Waiting one, String written) throws IOException {
    Addresses.Addressed place =
        office.addresses().place(written.strip(), one.file().toAbsolutePath());
    Optional<RecordedFile> there = office.shelves().presentAt(place.shelf(), place.path());
    if (there.isPresent()) {
      return chosen(one.suggestion(), new FileRef(place.shelf().store(), there.get().id()))
          .withDoubles(one.doubles());
    }
    if (place.path().isRoot()) {
      throw new SentenceException(
          "A new file needs a name: write %s:name. Nothing was changed."
              .formatted(place.shelf().name()));
    }
    return fresh(one, place);
  }

  ArrivalFacts around(Set<Path> there) throws IOException {
    List<ArrivalFolders.Arrival> fresh =
        office.arrivals().waiting().stream().filter(one -> !there.contains(one.file())).toList();
    Set<Path> gone = there.stream().filter(Files::notExists).collect(Collectors.toSet());
    List<ArrivalList.Waiting> found = new ArrayList<>();
    List<ArrivalList.Admitted> admitted = new ArrayList<>();
    if (!fresh.isEmpty()) {
      List<Suggestion> suggestions =
          office
              .intake()
              .suggest(fresh.stream().map(ArrivalFolders.Arrival::file).toList(), Progress.NONE);
      for (int i = 0; i < fresh.size(); i++) {
        Optional<Intake.TakenIn> done = admitted(suggestions.get(i));
        if (done.isPresent()) {
          office.arrivals().dismiss(List.of(fresh.get(i).file()));
          admitted.add(
              new ArrivalList.Admitted(
                  fresh.get(i).file(), office.files().life(done.get().file()), done.get()));
        } else {
          found.add(suggested(suggestions.get(i)).withDoubles(fresh.get(i).doubles().size()));
        }
      }
    }
    return new ArrivalFacts(office.arrivals().folders(), found, gone, admitted);
  }

  /** What cannot come in automatically is for a person to look at. */
  private Optional<Intake.TakenIn> admitted(Suggestion suggestion) {
    try {
      return office.intake().admit(suggestion);
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
