package org.mendedleaf.core.shelves;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.TreeEntry;

/**
 * The differences between two moments of a folder. A file is the same file whatever it is called;
 * folders count only through what is in them.
 *
 * @param differences by path
 * @param same how many files are the same at both
 */
public record FolderComparison(List<FolderDifference> differences, long same) {

  public FolderComparison {
    differences = List.copyOf(differences);
  }

  /** The fate of a file between the two. */
  public enum DifferenceKind {
    ADDED,
    REMOVED,
    /** Other content at the same path. */
    CHANGED,
    /** The same content at another path. */
    MOVED,
    /** Another path and other content. */
    MOVED_AND_CHANGED
  }

  /**
   * A file that differs.
   *
   * @param earlier empty if it was not there at the first moment
   * @param later empty if it was not there at the second
   */
  public record FolderDifference(
      DifferenceKind kind, Optional<TreeEntry> earlier, Optional<TreeEntry> later) {

    /** Where it is, or was. */
    public InnerPath path() {
      return later.or(() -> earlier).orElseThrow().path();
    }

    /** How much larger it has become, in bytes. */
    public long growth() {
      return later.map(TreeEntry::size).orElse(0L) - earlier.map(TreeEntry::size).orElse(0L);
    }
  }

  /** Whether both are the same, file by file and byte for byte. */
  public boolean identical() {
    return differences.isEmpty();
  }

  public long count(DifferenceKind kind) {
    return differences.stream().filter(difference -> difference.kind() == kind).count();
  }

  /** Compares two trees of one shelf. */
  static FolderComparison of(List<TreeEntry> earlier, List<TreeEntry> later) {
    Map<Long, TreeEntry> before = new HashMap<>();
    for (TreeEntry entry : earlier) {
      entry.file().ifPresent(file -> before.put(file, entry));
    }
    List<FolderDifference> differences = new ArrayList<>();
    long same = 0;
    for (TreeEntry now : later) {
      if (now.file().isEmpty()) {
        continue;
      }
      TreeEntry was = before.remove(now.file().getAsLong());
      if (was == null) {
        differences.add(
            new FolderDifference(DifferenceKind.ADDED, Optional.empty(), Optional.of(now)));
        continue;
      }
      boolean moved = !was.path().equals(now.path());
      boolean changed = !sameContent(was, now);
      if (moved || changed) {
        DifferenceKind kind =
            !moved
                ? DifferenceKind.CHANGED
                : changed ? DifferenceKind.MOVED_AND_CHANGED : DifferenceKind.MOVED;
        differences.add(new FolderDifference(kind, Optional.of(was), Optional.of(now)));
      } else {
        same++;
      }
    }
    for (TreeEntry gone : before.values()) {
      differences.add(
          new FolderDifference(DifferenceKind.REMOVED, Optional.of(gone), Optional.empty()));
    }
    differences.sort(Comparator.comparing(FolderDifference::path));
    return new FolderComparison(differences, same);
  }

  private static boolean sameContent(TreeEntry a, TreeEntry b) {
    return a.content().map(content -> content.id()).equals(b.content().map(content -> content.id()))
        && a.link().equals(b.link());
  }
}
