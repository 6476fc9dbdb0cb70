package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Folders that go once nothing is left in them. */
public final class EmptiedFolders {

  private EmptiedFolders() {}

  /** A folder and those at any depth in it; what cannot be looked into counts as having none. */
  public static List<Path> from(Path top) {
    List<Path> all = new ArrayList<>();
    if (Files.isDirectory(top, LinkOption.NOFOLLOW_LINKS)) {
      all.add(top);
    }
    // Without recursion, since folders may lie thousands deep.
    for (int i = 0; i < all.size(); i++) {
      all.addAll(foldersIn(all.get(i)));
    }
    return all;
  }

  private static List<Path> foldersIn(Path folder) {
    List<Path> folders = new ArrayList<>();
    try (DirectoryStream<Path> inside = Files.newDirectoryStream(folder)) {
      for (Path one : inside) {
        if (Files.isDirectory(one, LinkOption.NOFOLLOW_LINKS)) {
          folders.add(one);
        }
      }
      return folders;
    } catch (IOException | DirectoryIteratorException e) {
      return folders;
    }
  }

  /**
   * Deletes those that are empty, the innermost first.
   *
   * @return those that went; one in which something is left, or that must not be deleted, stays
   */
  static List<Path> take(List<Path> folders) {
    List<Path> gone = new ArrayList<>();
    for (Path folder : folders.stream().sorted(Comparator.reverseOrder()).toList()) {
      if (isGone(folder)) {
        gone.add(folder);
      }
    }
    return gone;
  }

  private static boolean isGone(Path folder) {
    try {
      boolean there = Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS);
      if (there) {
        Files.delete(folder);
      }
      return there;
    } catch (IOException e) {
      return false;
    }
  }
}
