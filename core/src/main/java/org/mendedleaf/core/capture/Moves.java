package org.mendedleaf.core.capture;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;

/**
 * Decides what the log says of files that were found again under other paths: a line for each
 * folder that moved as a whole, and one for each other file. For one thread.
 */
final class Moves {

  private final List<WholeFolders.MovedPair> pairs = new ArrayList<>();

  /** Adds a file that is found again, as it is now. */
  void add(PresentFile before, FileState now) {
    pairs.add(new WholeFolders.MovedPair(before, now));
  }

  int size() {
    return pairs.size();
  }

  /** The ids of the files. */
  Set<Long> files() {
    Set<Long> files = new HashSet<>();
    pairs.forEach(pair -> files.add(pair.file().file()));
    return files;
  }

  /**
   * @param staying the paths of files that are where they were, or cannot be seen
   */
  List<Proposal> inOrder(Supplier<List<InnerPath>> staying) {
    List<WholeFolders.MovedFolder> folders = WholeFolders.of(pairs, staying);
    Set<InnerPath> leaving = new HashSet<>();
    List<Proposal> moved = new ArrayList<>();
    List<Proposal> touched = new ArrayList<>();
    Set<WholeFolders.MovedPair> covered = Collections.newSetFromMap(new IdentityHashMap<>());
    for (WholeFolders.MovedFolder folder : folders) {
      leaving.add(folder.before());
      moved.add(new Proposal.MoveFolder(folder.before(), folder.now()));
      for (WholeFolders.MovedPair pair : folder.files()) {
        if (differsOutside(pair)) {
          touched.add(new Proposal.Touch(pair.file().file(), pair.state()));
        }
      }
    }
    List<Proposal> order = new ArrayList<>();
    List<Proposal> then = new ArrayList<>();
    if (folders.stream().mapToInt(folder -> folder.files().size()).sum() < pairs.size()) {
      folders.forEach(folder -> covered.addAll(folder.files()));
      for (WholeFolders.MovedPair pair : pairs) {
        if (!covered.contains(pair)) {
          // What does not go along leaves the folder before it moves.
          (isLeaving(pair.before(), leaving) ? order : then).add(move(pair));
        }
      }
    }
    order.addAll(moved);
    order.addAll(then);
    order.addAll(touched);
    return order;
  }

  private static Proposal move(WholeFolders.MovedPair pair) {
    FileState before = pair.file().state();
    boolean same = pair.state().sameContent(before);
    return new Proposal.Move(pair.file().file(), same ? pair.state() : before.at(pair.now()));
  }

  private static boolean differsOutside(WholeFolders.MovedPair pair) {
    FileState before = pair.file().state();
    FileState now = pair.state();
    return now.sameContent(before)
        && !(now.modified().equals(before.modified()) && now.mode().equals(before.mode()));
  }

  private static boolean isLeaving(InnerPath path, Set<InnerPath> leaving) {
    InnerPath at = path;
    while (!at.isRoot()) {
      at = at.folder();
      if (leaving.contains(at)) {
        return true;
      }
    }
    return false;
  }
}
