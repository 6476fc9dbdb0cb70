package org.mendedleaf.core.capture;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.history.InnerPath;

/** The direct contents of one folder of a shelf, as a capture would see them. */
public final class FolderLook {

  private FolderLook() {}

  /**
   * One entry.
   *
   * @param problem why a capture could not record it
   */
  public record LookEntry(
      Path file,
      InnerPath path,
      boolean isFolder,
      boolean isLink,
      long size,
      Instant modified,
      Optional<String> problem) {}

  /** The entries of this folder; empty if the folder is not there. */
  public static List<LookEntry> at(Path root, InnerPath folder, FileTimes times)
      throws IOException {
    Path place = ShelfPaths.resolve(root, folder);
    if (!Files.isDirectory(place)) {
      return List.of();
    }
    return entries(new Scanner(root, times).listOne(place, folder));
  }

  /** One of these entries, without listing the rest; empty if it is not there. */
  public static Optional<LookEntry> of(Path root, InnerPath path, FileTimes times)
      throws IOException {
    Path place = ShelfPaths.resolve(root, path);
    if (!Files.exists(place, LinkOption.NOFOLLOW_LINKS)) {
      return Optional.empty();
    }
    return entries(new Scanner(root, times).lookAt(place, path.folder())).stream().findFirst();
  }

  private static List<LookEntry> entries(Scan scan) {
    Map<InnerPath, Problem> problems = new HashMap<>();
    scan.problems().forEach(problem -> problems.put(problem.path(), problem));
    List<LookEntry> entries = new ArrayList<>();
    scan.folders().forEach(found -> entries.add(entry(found, true, problems)));
    scan.files().forEach(found -> entries.add(entry(found, false, problems)));
    return entries;
  }

  private static LookEntry entry(Found found, boolean isFolder, Map<InnerPath, Problem> problems) {
    Optional<String> problem = Optional.ofNullable(problems.get(found.path())).map(Problem::detail);
    if (problem.isEmpty() && !found.isLink() && !Files.isReadable(found.file())) {
      problem = Optional.of("no permission to read it");
    }
    return new LookEntry(
        found.file(),
        found.path(),
        isFolder,
        found.isLink(),
        found.size(),
        found.modified(),
        problem);
  }
}
