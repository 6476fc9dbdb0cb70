package org.mendedleaf.core.capture;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;

/**
 * Tells which folders moved with everything in them, so that one line of the log says it for all
 * their files. A folder from which anything recorded stays where it is did not; what leaves it for
 * elsewhere is told first.
 */
final class WholeFolders {

  /** For fewer files, a line each is no more to write, and less to look through later. */
  static final int LEAST = 64;

  private final Set<InnerPath> staying;
  private final List<MovedFolder> whole = new ArrayList<>();

  private WholeFolders(Set<InnerPath> staying) {
    this.staying = staying;
  }

  /** A file that is found again, as it is now. */
  record MovedPair(PresentFile file, FileState state) {
    InnerPath before() {
      return file.state().path();
    }

    InnerPath now() {
      return state.path();
    }
  }

  /** A folder and the files that moved with it. */
  record MovedFolder(InnerPath before, InnerPath now, List<MovedPair> files) {}

  private record Ends(InnerPath before, InnerPath now) {}

  /**
   * @param moved all files that are found again elsewhere
   * @param staying the paths of the files that are where they were, or cannot be seen
   * @return in an order in which they can be done one after another
   */
  static List<MovedFolder> of(List<MovedPair> moved, Supplier<List<InnerPath>> staying) {
    if (moved.size() < LEAST) {
      return List.of();
    }
    WholeFolders folders = new WholeFolders(ancestors(staying.get()));
    Set<InnerPath> entered = new HashSet<>();
    Map<Ends, List<MovedPair>> groups = new LinkedHashMap<>();
    Ends last = new Ends(InnerPath.ROOT, InnerPath.ROOT);
    List<MovedPair> group = new ArrayList<>();
    for (MovedPair pair : moved) {
      // Mostly a file lies in the folder of the one before.
      if (!pair.now().isDirectlyIn(last.now()) || !pair.before().isDirectlyIn(last.before())) {
        last = new Ends(pair.before().folder(), pair.now().folder());
        group = groups.computeIfAbsent(highest(last), k -> new ArrayList<>());
        entered.add(last.now());
      }
      if (pair.before().isNamedAs(pair.now())) {
        group.add(pair);
      }
    }
    groups.forEach((ends, files) -> folders.add(ends.before(), ends.now(), files));
    return folders.inOrder(entered);
  }

  private static Set<InnerPath> ancestors(Collection<InnerPath> files) {
    Set<InnerPath> folders = new HashSet<>();
    for (InnerPath file : files) {
      InnerPath at = file;
      while (!at.isRoot()) {
        at = at.folder();
        if (!folders.add(at)) {
          break;
        }
      }
    }
    return folders;
  }

  /** The highest folders that can have moved: below them, all names of both paths are the same. */
  private static Ends highest(Ends lowest) {
    InnerPath before = lowest.before();
    InnerPath now = lowest.now();
    while (!before.isRoot() && !now.isRoot() && before.name().equals(now.name())) {
      before = before.folder();
      now = now.folder();
    }
    return new Ends(before, now);
  }

  private void add(InnerPath before, InnerPath now, List<MovedPair> files) {
    if (files.size() < LEAST) {
      return;
    }
    boolean nested = before.isWithin(now) || now.isWithin(before);
    if (!nested && !staying.contains(before)) {
      whole.add(new MovedFolder(before, now, files));
      return;
    }
    Map<String, List<MovedPair>> below = new LinkedHashMap<>();
    int from = before.isRoot() ? 0 : before.text().length() + 1;
    for (MovedPair pair : files) {
      int end = pair.before().text().indexOf('/', from);
      if (end > 0) {
        below
            .computeIfAbsent(pair.before().text().substring(from, end), k -> new ArrayList<>())
            .add(pair);
      }
    }
    below.forEach((name, some) -> add(before.resolve(name), now.resolve(name), some));
  }

  /**
   * Folders in others come first. Where anything comes to lie in a folder that moves away in the
   * same capture, that folder's files are told one by one: done one after another, it would go
   * along.
   */
  private List<MovedFolder> inOrder(Set<InnerPath> into) {
    if (whole.isEmpty()) {
      return whole;
    }
    Set<InnerPath> leaving = new HashSet<>();
    whole.forEach(folder -> leaving.add(folder.before()));
    Set<InnerPath> entered = new HashSet<>();
    Set<InnerPath> looked = new HashSet<>();
    for (InnerPath folder : into) {
      InnerPath at = folder;
      while (looked.add(at)) {
        if (leaving.contains(at)) {
          entered.add(at);
        }
        at = at.folder();
      }
    }
    List<MovedFolder> order = new ArrayList<>(whole);
    order.removeIf(folder -> entered.contains(folder.before()));
    order.sort((a, b) -> Integer.compare(depth(b.before()), depth(a.before())));
    return order;
  }

  private static int depth(InnerPath path) {
    return (int) path.text().chars().filter(c -> c == '/').count();
  }
}
