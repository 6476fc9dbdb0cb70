package org.mendedleaf.core.capture;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.LookedFile;
import org.mendedleaf.core.history.PresentFile;

/**
 * Tells which new files need not be read because they certainly are recorded ones whose folder has
 * another name now. Key, name, size and time alone do not prove that, since keys are reused at once
 * and an unpacked file may have any time; but nothing of a file that was made or written since then
 * is older than its reading, and no program can set the time at which a drive last changed what it
 * knows of a file.
 */
final class UntouchedMoves {

  private final Map<String, PresentFile> gone;
  // Links to one file have one key.
  private final Map<String, List<PresentFile>> others = new HashMap<>();
  private final Map<Long, LookedFile> looked;
  private final Scanner scanner;
  private final Instant now;

  UntouchedMoves(
      List<PresentFile> gone, Map<Long, LookedFile> looked, Scanner scanner, Instant now) {
    this.now = now;
    this.looked = looked;
    this.scanner = scanner;
    this.gone = new HashMap<>(gone.size() * 2);
    for (PresentFile file : gone) {
      key(file).ifPresent(key -> add(key, file));
    }
  }

  /**
   * A recorded file under its new path.
   *
   * @param state what is recorded of it, with what can be seen without reading
   * @param found what lies there
   */
  record MovedFile(PresentFile before, FileState state, Found found) {}

  private void add(String key, PresentFile file) {
    if (gone.putIfAbsent(key, file) != null) {
      others.computeIfAbsent(key, k -> new ArrayList<>()).add(file);
    }
  }

  private Optional<String> key(PresentFile file) {
    LookedFile later = looked(file);
    return later == null ? file.state().key() : later.key();
  }

  private @Nullable LookedFile looked(PresentFile file) {
    LookedFile later = looked.get(file.file());
    return later != null && later.revision() == file.revision() ? later : null;
  }

  /** Those of the files to be read that are recorded ones; each is found once. */
  List<MovedFile> find(Stocktaking stocktaking) {
    if (gone.isEmpty()) {
      return List.of();
    }
    List<MovedFile> alike = new ArrayList<>();
    for (Found found : stocktaking.toRead()) {
      if (!found.isLink() && !stocktaking.recorded().containsKey(found.path())) {
        found.key().flatMap(key -> alike(key, found)).ifPresent(alike::add);
      }
    }
    // The drive is asked once more for each.
    return alike.parallelStream().filter(this::isUntouched).toList();
  }

  private Optional<MovedFile> alike(String key, Found found) {
    PresentFile first = gone.get(key);
    if (first != null && isAlike(first, found)) {
      gone.remove(key);
      return Optional.of(moved(first, found));
    }
    List<PresentFile> more = others.getOrDefault(key, List.of());
    Optional<PresentFile> other = more.stream().filter(file -> isAlike(file, found)).findFirst();
    other.ifPresent(more::remove);
    return other.map(file -> moved(file, found));
  }

  private static boolean isAlike(PresentFile file, Found found) {
    FileState state = file.state();
    return state.link().isEmpty()
        && state.size() == found.size()
        && state.modified().equals(found.modified())
        && state.path().name().equals(found.path().name());
  }

  private boolean isUntouched(MovedFile moved) {
    PresentFile file = moved.before();
    LookedFile later = looked(file);
    Instant readAt = later == null ? file.currentFrom() : later.at();
    if (readAt.isAfter(now)) {
      // The clock went ahead then, so it does not tell what came later.
      return false;
    }
    try {
      Optional<Instant> changed = scanner.changed(moved.found());
      return changed.isPresent() && ClockTick.isBefore(changed.get(), readAt);
    } catch (IOException e) {
      // Then it is read, and reading says what is wrong.
      return false;
    }
  }

  private static MovedFile moved(PresentFile file, Found found) {
    return new MovedFile(file, state(file.state(), found), found);
  }

  private static FileState state(FileState before, Found found) {
    return new FileState(
        found.path(),
        before.size(),
        before.modified(),
        found.mode(),
        before.owner(),
        found.key(),
        before.content(),
        before.link());
  }
}
