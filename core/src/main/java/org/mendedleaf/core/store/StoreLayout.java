package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * The names of everything in a store's folder.
 *
 * @param access with which new files and folders are made
 */
record StoreLayout(Path root, Access access) {

  static final String DESCRIPTION = "store.json";
  static final String PENDING = ".pending";
  static final String RESERVE = "reserve";

  Path description() {
    return root.resolve(DESCRIPTION);
  }

  /** The second copy of the description. */
  Path descriptionTwin() {
    return twin().resolve(DESCRIPTION);
  }

  Path reserve() {
    return root.resolve(RESERVE);
  }

  Path sheaves() {
    return root.resolve("sheaves");
  }

  Path sheaf(SheafId id) {
    return sheaves().resolve(id.text().substring(0, 2)).resolve(id.text() + ".sheaf");
  }

  /** All sheaves whose files are there, whether or not a commit mentions them. */
  List<SheafId> sheavesThere() throws IOException {
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

  Path log() {
    return root.resolve("log");
  }

  /** Holds all of the log a second time, and the description. */
  Path twin() {
    return root.resolve("twin");
  }
}
