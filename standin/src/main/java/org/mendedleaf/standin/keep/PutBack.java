package org.mendedleaf.standin.keep;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Putting a file or a folder back to a snapshot; what came into a folder since is removed. */
public final class PutBack {

  private PutBack() {}

  /**
   * Does it.
   *
   * @param path of a file or folder in the snapshot; the whole is the empty one
   */
  public static void run(Keep keep, KeptSnapshot snapshot, String path, @Nullable String who)
      throws IOException {
    KeptState file = snapshot.files().get(path);
    keep.need(file == null ? Trait.FOLDER_BACK : Trait.FILE_BACK);
    // Nobody sees a half of it, nor changes something meanwhile.
    synchronized (keep) {
      if (file != null) {
        put(keep, path, file, who);
        return;
      }
      for (KeptFile one : keep.within(path)) {
        if (!snapshot.files().containsKey(one.path())) {
          keep.remove(one.path(), who);
        }
      }
      for (String folder : missing(keep, snapshot, path)) {
        keep.makeFolder(folder);
      }
      for (Map.Entry<String, KeptState> one : snapshot.files().entrySet()) {
        if (path.isEmpty() || one.getKey().startsWith(path + "/")) {
          put(keep, one.getKey(), one.getValue(), who);
        }
      }
    }
  }

  private static List<String> missing(Keep keep, KeptSnapshot snapshot, String path) {
    return snapshot.folders().stream()
        .filter(one -> path.isEmpty() || one.equals(path) || one.startsWith(path + "/"))
        .filter(one -> !keep.isFolder(one))
        .sorted()
        .toList();
  }

  private static void put(Keep keep, String path, KeptState state, @Nullable String who)
      throws IOException {
    Optional<KeptFile> now = keep.at(path);
    if (now.isPresent() && now.get().newest().sha256().equals(state.sha256())) {
      return;
    }
    try (InputStream in = keep.open(state)) {
      keep.put(path, in, who, Precondition.NONE);
    }
  }
}
