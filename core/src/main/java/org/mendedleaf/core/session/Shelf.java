package org.mendedleaf.core.session;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.history.ShelfSettings;

/**
 * A shelf as this desk sees it.
 *
 * @param store id of its store
 * @param storeFolder where the store lies
 * @param folder the folder that it records here; empty if it is bound to none
 * @param files present files
 * @param capturedAt when something was recorded last
 * @param settings what people have said about it as a whole
 */
public record Shelf(
    String store,
    Path storeFolder,
    long id,
    String name,
    ShelfKind kind,
    Optional<Path> folder,
    RecordingState recording,
    long files,
    long revisions,
    Optional<Instant> capturedAt,
    ShelfSettings settings) {

  /** Whether revisions are brought in instead of captured from a folder. */
  public boolean isDeposit() {
    return kind == ShelfKind.DEPOSIT;
  }
}
