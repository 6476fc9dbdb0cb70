package org.mendedleaf.core.store.format;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.drive.Access;

/**
 * The names of everything in a store's folder.
 *
 * @param access with which new files and folders are made
 */
public record StoreLayout(Path root, Access access) {

  public static final String DESCRIPTION = "store.json";
  public static final String PENDING = ".pending";

  /** The name under which a file is written before it counts; no other writer has the same. */
  public static Path pending(Path file, RandomGenerator random) {
    return file.resolveSibling(
        "%s-%08x%s".formatted(file.getFileName(), random.nextInt(), PENDING));
  }

  public static final String RESERVE = "reserve";

  public Path description() {
    return root.resolve(DESCRIPTION);
  }

  /** The second copy of the description. */
  public Path descriptionTwin() {
    return twin().resolve(DESCRIPTION);
  }

  public Path reserve() {
    return root.resolve(RESERVE);
  }

  public Path sheaves() {
    return root.resolve("sheaves");
  }

  public Path sheaf(SheafId id) {
    return sheaves().resolve(id.text().substring(0, 2)).resolve(id.text() + ".sheaf");
  }

  /** Whether anything of the store lies there: its drive may have been taken away. */
  public boolean isThere() {
    return Files.isDirectory(sheaves())
        || Files.exists(description())
        || Files.exists(descriptionTwin());
  }

  /**
   * Makes a folder of the store that is missing.
   *
   * @throws NoSuchFileException if the store itself is gone: where its drive was, nothing is made
   */
  public void makeFolder(Path folder) throws IOException {
    if (!isThere()) {
      throw new NoSuchFileException(root.toString(), null, "no store lies there");
    }
    access.makeFolders(folder);
  }

  /** All sheaves whose files are there, whether or not a commit mentions them. */
  public List<SheafId> sheavesThere() throws IOException {
    List<SheafId> there = new ArrayList<>();
    try (DirectoryStream<Path> folders = Files.newDirectoryStream(sheaves())) {
      for (Path folder : folders) {
        if (Files.isDirectory(folder)) {
          try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "*.sheaf")) {
            for (Path file : files) {
              String name = file.getFileName().toString().replaceAll("\\.sheaf$", "");
              if (SheafId.isOne(name)) {
                there.add(new SheafId(name));
              }
            }
          }
        }
      }
    }
    return there;
  }

  public Path log() {
    return root.resolve("log");
  }

  /** Holds all of the log a second time, and the description. */
  public Path twin() {
    return root.resolve("twin");
  }
}
