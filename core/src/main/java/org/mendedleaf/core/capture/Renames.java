package org.mendedleaf.core.capture;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;

/**
 * Tells which new files are old ones under another path. Only a free new path and an old path gone
 * in the same capture can be a rename; a path that stays occupied keeps its file.
 *
 * <p>The rules, in this order: a change of case alone; key and equal content; equal content and
 * equal name; a folder whose files moved together; equal content, if it is unique on both sides;
 * key and at least half of the bytes shared. A key alone proves nothing, since keys are reused at
 * once; empty files are all alike and go by key only. Used once, by one thread.
 */
final class Renames {

  /** Tells how much of a new content is in an old one. */
  interface Sharing {
    /** From 0, nothing, to 1, all. */
    double shared(FileState before, FileState after) throws IOException;
  }

  private static final double ENOUGH = 0.5;

  private final Map<InnerPath, PresentFile> gone = new LinkedHashMap<>();
  private final Map<InnerPath, FileState> fresh = new LinkedHashMap<>();
  private final Map<InnerPath, PresentFile> pairs = new LinkedHashMap<>();
  private final Sharing sharing;

  /**
   * @param certain what is known to be renamed already
   */
  Renames(
      List<PresentFile> gone,
      List<FileState> fresh,
      List<UntouchedMoves.MovedFile> certain,
      Sharing sharing) {
    this.sharing = sharing;
    if (fresh.isEmpty()) {
      return;
    }
    Set<Long> known = new HashSet<>();
    for (UntouchedMoves.MovedFile one : certain) {
      known.add(one.before().file());
      pairs.put(one.state().path(), one.before());
    }
    gone.stream()
        .filter(file -> !known.contains(file.file()))
        .sorted(Comparator.comparing(file -> file.state().path()))
        .forEach(file -> this.gone.put(file.state().path(), file));
    fresh.stream()
        .sorted(Comparator.comparing(FileState::path))
        .forEach(state -> this.fresh.put(state.path(), state));
  }

  /**
   * The file that each of these new paths continues; new paths that are new files are left out. Of
   * those that are certain, none need be among them.
   */
  Map<InnerPath, PresentFile> decide() throws IOException {
    pairBy(state -> caseless(state.path()), this::alikeOrSameKey);
    pairBy(Renames::keyAndContent, (before, after) -> true);
    pairBy(Renames::contentAndName, (before, after) -> true);
    pairFolders();
    pairUnique();
    pairBySharing();
    return pairs;
  }

  /** Decides whether two states with the same label belong together. */
  private interface PairTest {
    boolean holds(FileState before, FileState after);
  }

  private void pairBy(Function<FileState, Optional<?>> label, PairTest test) {
    Map<Object, List<PresentFile>> labelled = new HashMap<>();
    for (PresentFile file : gone.values()) {
      label
          .apply(file.state())
          .ifPresent(key -> labelled.computeIfAbsent(key, k -> new ArrayList<>()).add(file));
    }
    for (FileState state : List.copyOf(fresh.values())) {
      List<PresentFile> candidates =
          label.apply(state).map(key -> labelled.getOrDefault(key, List.of())).orElse(List.of());
      candidates.stream()
          .filter(file -> gone.containsKey(file.state().path()) && test.holds(file.state(), state))
          .findFirst()
          .ifPresent(file -> pair(file, state));
    }
  }

  private void pair(PresentFile before, FileState after) {
    gone.remove(before.state().path());
    fresh.remove(after.path());
    pairs.put(after.path(), before);
  }

  private boolean alikeOrSameKey(FileState before, FileState after) {
    boolean sameKey = before.key().isPresent() && before.key().equals(after.key());
    return sameKey || (before.sameContent(after) && after.size() > 0);
  }

  private static Optional<?> caseless(InnerPath path) {
    return Optional.of(path.text().toLowerCase(Locale.ROOT));
  }

  private static Optional<?> keyAndContent(FileState state) {
    return state.key().map(key -> List.of(key, content(state)));
  }

  private static Optional<?> contentAndName(FileState state) {
    return state.size() == 0
        ? Optional.empty()
        : Optional.of(List.of(state.path().name(), content(state)));
  }

  private static Object content(FileState state) {
    return state.content().isPresent() ? state.content().get().id() : state.link().orElse("");
  }

  /**
   * A folder moved if at least half of its gone files were found again in one other folder under
   * the same names; the rest of those names then moved with it, even if their content changed.
   */
  private void pairFolders() {
    if (gone.isEmpty() || fresh.isEmpty()) {
      return;
    }
    Map<InnerPath, List<PresentFile>> lost = new HashMap<>();
    gone.values()
        .forEach(
            file ->
                lost.computeIfAbsent(file.state().path().folder(), k -> new ArrayList<>())
                    .add(file));
    Map<List<InnerPath>, Integer> moved = new LinkedHashMap<>();
    pairs.forEach(
        (after, before) -> {
          if (after.name().equals(before.state().path().name())) {
            moved.merge(List.of(before.state().path().folder(), after.folder()), 1, Integer::sum);
          }
        });
    moved.forEach(
        (folders, count) -> {
          List<PresentFile> left =
              lost.getOrDefault(folders.get(0), List.of()).stream()
                  .filter(file -> gone.containsKey(file.state().path()))
                  .filter(
                      file -> fresh.containsKey(folders.get(1).resolve(file.state().path().name())))
                  .toList();
          if (left.size() <= count) {
            left.forEach(
                file ->
                    pair(
                        file,
                        Objects.requireNonNull(
                            fresh.get(folders.get(1).resolve(file.state().path().name())))));
          }
        });
  }

  private void pairUnique() {
    Map<Object, List<PresentFile>> before = new HashMap<>();
    gone.values()
        .forEach(f -> before.computeIfAbsent(content(f.state()), k -> new ArrayList<>()).add(f));
    Map<Object, List<FileState>> after = new HashMap<>();
    fresh.values().forEach(s -> after.computeIfAbsent(content(s), k -> new ArrayList<>()).add(s));
    after.forEach(
        (content, states) -> {
          List<PresentFile> candidates = before.getOrDefault(content, List.of());
          if (states.size() == 1 && candidates.size() == 1 && states.get(0).size() > 0) {
            pair(candidates.get(0), states.get(0));
          }
        });
  }

  private void pairBySharing() throws IOException {
    Map<String, PresentFile> byKey = new HashMap<>();
    gone.values().forEach(file -> file.state().key().ifPresent(key -> byKey.put(key, file)));
    for (FileState state : List.copyOf(fresh.values())) {
      PresentFile before = state.key().map(byKey::get).orElse(null);
      if (before != null
          && gone.containsKey(before.state().path())
          && before.state().size() > 0
          && sharing.shared(before.state(), state) >= ENOUGH) {
        pair(before, state);
      }
    }
  }
}
