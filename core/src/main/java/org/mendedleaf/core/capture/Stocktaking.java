package org.mendedleaf.core.capture;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LookedFile;
import org.mendedleaf.core.history.PresentFile;

/**
 * Compares what lies on a shelf with what is recorded of it, as far as can be told without reading
 * contents.
 *
 * @param recorded present files by path
 * @param toRead new files, and those whose size, time or key differ
 * @param touched files of which only the permissions differ, by id
 * @param gone recorded files whose place was looked at and is free
 */
record Stocktaking(
    Map<InnerPath, PresentFile> recorded,
    List<Found> toRead,
    Map<Long, FileState> touched,
    List<PresentFile> gone) {

  /**
   * @param looked what this desk has found out by reading, by file
   */
  static Stocktaking of(List<PresentFile> recorded, Scan scan, Map<Long, LookedFile> looked) {
    Map<InnerPath, PresentFile> known = new HashMap<>(recorded.size() * 2);
    recorded.forEach(file -> known.put(file.state().path(), file));
    List<Found> toRead = new ArrayList<>();
    Map<Long, FileState> touched = new LinkedHashMap<>();
    int stayed = 0;
    for (Found found : scan.files()) {
      PresentFile file = known.get(found.path());
      stayed += file == null ? 0 : 1;
      if (file == null || !same(file, found, looked.get(file.file()))) {
        toRead.add(found);
      } else if (!file.state().mode().equals(found.mode())) {
        touched.put(file.file(), withMode(file.state(), found));
      }
    }
    return new Stocktaking(known, toRead, touched, gone(recorded, scan, stayed));
  }

  /**
   * @param stayed how many recorded files lie where they are recorded
   */
  private static List<PresentFile> gone(List<PresentFile> recorded, Scan scan, int stayed) {
    if (stayed == recorded.size()) {
      return List.of();
    }
    Set<InnerPath> there = new HashSet<>();
    if (stayed > 0) {
      scan.files().forEach(found -> there.add(found.path()));
    }
    scan.problems().stream()
        .filter(problem -> problem.kind() == Problem.ProblemKind.UNREADABLE)
        .forEach(problem -> there.add(problem.path()));
    return recorded.stream()
        .filter(file -> !there.contains(file.state().path()))
        .filter(file -> scan.couldSee(file.state().path()))
        .toList();
  }

  /**
   * Whether a file need not be read: it is certainly as it is recorded.
   *
   * @param looked what this desk found out by reading it later; may be null
   */
  static boolean same(PresentFile file, Found found, @Nullable LookedFile looked) {
    FileState state = file.state();
    boolean alike =
        state.size() == found.size()
            && state.modified().equals(found.modified())
            && state.link().isPresent() == found.isLink();
    if (!alike) {
      return false;
    }
    if (looked != null && looked.revision() == file.revision()) {
      return looked.key().equals(found.key())
          && !ClockTick.mayHideASave(found.modified(), looked.at());
    }
    boolean sameKey =
        state.key().isEmpty() || found.key().isEmpty() || state.key().equals(found.key());
    return sameKey && !ClockTick.mayHideASaveSince(found.modified(), file.currentFrom());
  }

  private static FileState withMode(FileState state, Found found) {
    return new FileState(
        state.path(),
        state.size(),
        state.modified(),
        found.mode(),
        state.owner(),
        state.key(),
        state.content(),
        state.link());
  }
}
