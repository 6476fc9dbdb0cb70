package org.mendedleaf.core.leftovers;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.progress.Progress;

/**
 * What a file could be that does not exist where somebody looks for it: recorded files that are or
 * were called so, and copies that programs left of one that is. Safe for several threads.
 */
public final class PossibleFiles {

  private static final int SEARCHED = 50;
  private static final int MOST = 8;

  private final Search search;
  private final Leftovers leftovers;

  public PossibleFiles(Search search, Leftovers leftovers) {
    this.search = search;
    this.leftovers = leftovers;
  }

  /**
   * Those of this name, the likeliest first: with the same ending before those with another.
   *
   * @param files recorded ones
   * @param copies those that programs left
   */
  public record Possible(List<Search.SearchHit> files, List<Leftover> copies) {
    public Possible {
      files = List.copyOf(files);
      copies = List.copyOf(copies);
    }

    public boolean isNothing() {
      return files.isEmpty() && copies.isEmpty();
    }
  }

  /**
   * What a path that leads nowhere could mean; may take long.
   *
   * @throws org.mendedleaf.core.progress.CancelledException if that was wanted
   */
  public Possible of(Path gone, Progress progress) throws IOException {
    String name = ShelfPaths.name(gone);
    String stem = stem(name);
    List<Leftover> copies =
        leftovers.look(progress).leftovers().stream()
            .filter(Leftover::isOfUse)
            .filter(copy -> isCalled(copy.place(), name))
            .limit(MOST)
            .toList();
    List<Search.SearchHit> files =
        search.find(stem, SEARCHED).files().stream()
            .filter(hit -> copies.stream().noneMatch(copy -> lies(hit, copy.path())))
            .filter(
                hit ->
                    isCalled(hit.file().path(), name)
                        || hit.formerly().filter(path -> isCalled(path, name)).isPresent())
            .sorted((a, b) -> Boolean.compare(hasName(b, name), hasName(a, name)))
            .limit(MOST)
            .toList();
    return new Possible(files, copies);
  }

  /** A copy on a shelf may be recorded itself. */
  private static boolean lies(Search.SearchHit hit, Path at) {
    return hit.shelf()
        .folder()
        .filter(folder -> ShelfPaths.resolve(folder, hit.file().path()).equals(at))
        .isPresent();
  }

  private static boolean hasName(Search.SearchHit hit, String name) {
    return hit.file().path().name().equalsIgnoreCase(name);
  }

  /** Whatever its ending is: programs save under another kind at times. */
  private static boolean isCalled(InnerPath path, String name) {
    return stem(path.name()).equalsIgnoreCase(stem(name));
  }

  private static String stem(String name) {
    int dot = name.lastIndexOf('.');
    return (dot < 1 ? name : name.substring(0, dot)).toLowerCase(Locale.ROOT);
  }
}
