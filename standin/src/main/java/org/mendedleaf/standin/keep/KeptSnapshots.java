package org.mendedleaf.standin.keep;

import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** All that was once taken of a {@link Keep} as a whole. For several threads. */
public final class KeptSnapshots {

  private final Keep keep;
  private final Contents contents;
  private final KeepFolder folder;

  KeptSnapshots(Keep keep, Contents contents, KeepFolder folder) {
    this.keep = keep;
    this.contents = contents;
    this.folder = folder;
  }

  /** The newest first. */
  public List<KeptSnapshot> all() {
    synchronized (keep) {
      return contents.snapshots().stream()
          .sorted(Comparator.comparing(KeptSnapshot::at).reversed())
          .toList();
    }
  }

  public Optional<KeptSnapshot> byId(String id) {
    synchronized (keep) {
      return contents.snapshot(id);
    }
  }

  /**
   * Takes one of everything.
   *
   * @param cause of one that no person took
   */
  public KeptSnapshot take(@Nullable String label, @Nullable String cause) throws IOException {
    keep.need(cause == null ? Trait.SNAPSHOTS_BY_HAND : Trait.SCHEDULE);
    synchronized (keep) {
      long id = contents.lastId() + 1;
      Map<String, KeptState> files = new TreeMap<>();
      contents.within("").forEach(file -> files.put(file.path(), file.newest()));
      KeptSnapshot taken =
          new KeptSnapshot("s" + id, keep.now(), label, cause, contents.foldersWithin(""), files);
      keep.note(List.of(KeptChange.lastId(id), KeptChange.snapshot(taken)));
      return taken;
    }
  }

  /** Lets one go, with the bytes that nothing else has. */
  public void drop(String id) throws IOException {
    synchronized (keep) {
      KeptSnapshot old = contents.snapshot(id).orElseThrow(() -> Keep.none());
      keep.note(List.of(KeptChange.snapshotGone(id)));
      for (KeptState state : old.files().values()) {
        if (!contents.isInFile(state) && !contents.isInSnapshot(state)) {
          folder.drop(state);
        }
      }
    }
  }
}
