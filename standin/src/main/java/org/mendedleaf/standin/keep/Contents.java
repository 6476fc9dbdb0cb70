package org.mendedleaf.standin.keep;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;

/** What there is at this moment, as the changes so far have made it. */
final class Contents {

  private final Map<String, KeptFile> byId = new HashMap<>();
  private final NavigableMap<String, String> living = new TreeMap<>();
  private final Map<String, KeptFile> removed = new LinkedHashMap<>();
  private final NavigableSet<String> folders = new TreeSet<>();
  private final Map<String, KeptSnapshot> snapshots = new LinkedHashMap<>();
  private final Map<String, Map<String, String>> properties = new HashMap<>();
  private Terms terms = Terms.ALL;
  private long lastId;
  private long bytes;

  void apply(KeptChange change) {
    if (change.file() != null) {
      forget(change.file().id());
      remember(change.file());
    }
    if (change.fileGone() != null) {
      forget(change.fileGone());
      properties.remove(change.fileGone());
    }
    if (change.folder() != null) {
      folders.add(change.folder());
    }
    if (change.folderGone() != null) {
      folders.remove(change.folderGone());
      properties.remove(change.folderGone());
    }
    if (change.terms() != null) {
      terms = change.terms();
    }
    if (change.snapshot() != null) {
      snapshots.put(change.snapshot().id(), change.snapshot());
    }
    if (change.snapshotGone() != null) {
      snapshots.remove(change.snapshotGone());
    }
    if (change.of() != null && change.properties() != null) {
      properties.put(change.of(), Map.copyOf(change.properties()));
    }
    if (change.lastId() != null) {
      lastId = change.lastId();
    }
  }

  private void forget(String id) {
    KeptFile old = byId.remove(id);
    if (old == null) {
      return;
    }
    bytes -= size(old);
    removed.remove(id);
    living.remove(old.path(), id);
  }

  private void remember(KeptFile file) {
    byId.put(file.id(), file);
    bytes += size(file);
    if (file.removed() == null) {
      living.put(file.path(), file.id());
    } else {
      removed.put(file.id(), file);
    }
  }

  private static long size(KeptFile file) {
    return file.states().stream().mapToLong(KeptState::size).sum();
  }

  Optional<KeptFile> byId(String id) {
    return Optional.ofNullable(byId.get(id));
  }

  Optional<KeptFile> at(String path) {
    return Optional.ofNullable(living.get(path)).map(byId::get);
  }

  List<KeptFile> removed() {
    return List.copyOf(removed.values());
  }

  boolean isFolder(String path) {
    return path.isEmpty() || folders.contains(path);
  }

  /** Files in a folder at any depth. */
  List<KeptFile> within(String folder) {
    Map<String, String> inside =
        folder.isEmpty() ? living : living.subMap(folder + "/", folder + "0");
    return inside.values().stream().flatMap(id -> byId(id).stream()).toList();
  }

  /** Folders in a folder at any depth. */
  List<String> foldersWithin(String folder) {
    return folder.isEmpty()
        ? List.copyOf(folders)
        : List.copyOf(folders.subSet(folder + "/", folder + "0"));
  }

  /** The names of what lies in a folder itself. */
  List<String> names(String folder) {
    List<String> names = new ArrayList<>();
    names(folder, folders, names);
    names(folder, living.navigableKeySet(), names);
    return names;
  }

  /** Leaps over what lies deeper, so that a folder costs what lies in it. */
  private static void names(String folder, NavigableSet<String> paths, List<String> names) {
    String start = folder.isEmpty() ? "" : folder + "/";
    String path = paths.ceiling(start);
    while (path != null && path.startsWith(start)) {
      String rest = path.substring(start.length());
      int slash = rest.indexOf('/');
      if (slash < 0) {
        names.add(rest);
        path = paths.higher(path);
      } else {
        // The character after the slash.
        path = paths.ceiling(start + rest.substring(0, slash) + "0");
      }
    }
  }

  List<KeptSnapshot> snapshots() {
    return List.copyOf(snapshots.values());
  }

  Optional<KeptSnapshot> snapshot(String id) {
    return Optional.ofNullable(snapshots.get(id));
  }

  /** Whether a file has a state; it may have moved since. */
  boolean isInFile(KeptState state) {
    return byId.values().stream().anyMatch(one -> one.state(state.id()).isPresent());
  }

  /** Whether a state that its file has no more is still in a snapshot. */
  boolean isInSnapshot(KeptState state) {
    return snapshots.values().stream()
        .anyMatch(one -> one.files().values().stream().anyMatch(s -> s.id().equals(state.id())));
  }

  Map<String, String> properties(String of) {
    return properties.getOrDefault(of, Map.of());
  }

  Terms terms() {
    return terms;
  }

  long lastId() {
    return lastId;
  }

  /** Bytes of all states. */
  long bytes() {
    return bytes;
  }
}
