package org.mendedleaf.core.arrivals;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;

/**
 * Finds where the new files of a folder from outside belong: the folder lies on a shelf where its
 * other files do. May take long.
 */
final class InnerPlaces {

  private final FileLives files;
  private final Shelves shelves;
  private final List<Path> given;

  /**
   * @param given what was dropped or named, folders among it
   */
  InnerPlaces(FileLives files, Shelves shelves, List<Path> given) {
    this.files = files;
    this.shelves = shelves;
    this.given = given.stream().filter(Files::isDirectory).toList();
  }

  /** A folder of a shelf. */
  private record BaseFolder(String store, long shelf, InnerPath folder) {}

  /**
   * Finds the places of those arrivals that replace nothing.
   *
   * @param suggestions for all files of the folders, which vouch for the others
   * @return by arrival; those that no sure match vouches for are left out
   */
  public Map<Path, Addresses.Addressed> of(List<Suggestion> suggestions) throws IOException {
    Map<Path, Map<BaseFolder, Integer>> votes = new HashMap<>();
    for (Suggestion suggestion : suggestions) {
      Optional<Path> root = root(suggestion.arrival());
      Optional<FileRef> onto = onto(suggestion);
      if (root.isPresent() && onto.isPresent()) {
        FileLife life = files.life(onto.get());
        InnerPath inner = inner(root.get(), suggestion.arrival()).folder();
        base(life.file(), inner)
            .ifPresent(
                folder ->
                    votes
                        .computeIfAbsent(root.get(), given -> new HashMap<>())
                        .merge(
                            new BaseFolder(onto.get().store(), life.shelf().id(), folder),
                            1,
                            Integer::sum));
      }
    }
    Map<Path, Addresses.Addressed> places = new HashMap<>();
    for (Suggestion suggestion : suggestions) {
      Optional<Path> root = root(suggestion.arrival());
      if (suggestion.matches().isEmpty() && suggestion.same().isEmpty() && root.isPresent()) {
        Optional<BaseFolder> base = winner(votes.getOrDefault(root.get(), Map.of()));
        if (base.isPresent()) {
          InnerPath path = base.get().folder();
          for (String name : inner(root.get(), suggestion.arrival()).text().split("/", -1)) {
            path = path.resolve(name);
          }
          Shelf shelf = shelves.byId(base.get().store(), base.get().shelf());
          if (shelves.presentAt(shelf, path).isEmpty()) {
            places.put(suggestion.arrival(), new Addresses.Addressed(shelf, path));
          }
        }
      }
    }
    return places;
  }

  private static Optional<FileRef> onto(Suggestion suggestion) {
    if (suggestion.same().isPresent()) {
      return Optional.of(suggestion.same().get().file());
    }
    return suggestion
        .first()
        .filter(match -> match.confident())
        .map(match -> match.candidate().file());
  }

  private Optional<Path> root(Path arrival) {
    return given.stream().filter(arrival::startsWith).findFirst();
  }

  private static InnerPath inner(Path root, Path arrival) {
    return ShelfPaths.inner(root.toAbsolutePath(), arrival.toAbsolutePath());
  }

  /** The folder that has a file where the folder from outside has it. */
  private static Optional<InnerPath> base(RecordedFile file, InnerPath innerFolder) {
    InnerPath folder = file.path().folder();
    InnerPath inner = innerFolder;
    while (!inner.isRoot()) {
      if (folder.isRoot() || !folder.name().equalsIgnoreCase(inner.name())) {
        return Optional.empty();
      }
      folder = folder.folder();
      inner = inner.folder();
    }
    return Optional.of(folder);
  }

  /** Two that are equally likely are none. */
  private static Optional<BaseFolder> winner(Map<BaseFolder, Integer> votes) {
    int most = votes.values().stream().mapToInt(count -> count).max().orElse(0);
    List<BaseFolder> best =
        votes.entrySet().stream()
            .filter(entry -> entry.getValue() == most)
            .map(Map.Entry::getKey)
            .toList();
    return best.size() == 1 ? Optional.of(best.get(0)) : Optional.empty();
  }
}
