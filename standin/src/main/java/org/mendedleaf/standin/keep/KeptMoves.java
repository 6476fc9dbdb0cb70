package org.mendedleaf.standin.keep;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** What changes where something is moved. */
final class KeptMoves {

  private KeptMoves() {}

  /** Of a file, or of a folder with all in it. */
  static List<KeptChange> of(Contents contents, String from, String to) {
    List<KeptChange> changes = new ArrayList<>();
    for (String path : contents.foldersWithin(from)) {
      changes.addAll(movedFolder(contents, path, to + path.substring(from.length())));
    }
    if (contents.isFolder(from)) {
      changes.addAll(movedFolder(contents, from, to));
    }
    for (KeptFile file : contents.within(from)) {
      changes.add(KeptChange.file(file.at(to + file.path().substring(from.length()))));
    }
    contents.at(from).ifPresent(file -> changes.add(KeptChange.file(file.at(to))));
    return changes;
  }

  private static List<KeptChange> movedFolder(Contents contents, String from, String to) {
    List<KeptChange> changes = new ArrayList<>();
    Map<String, String> properties = contents.properties(from);
    changes.add(KeptChange.folderGone(from));
    changes.add(KeptChange.folder(to));
    if (!properties.isEmpty()) {
      changes.add(KeptChange.properties(to, properties));
    }
    return changes;
  }
}
