package org.mendedleaf.core.capture;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.InnerPath;

/** What stood at a path at one look: enough to tell whether it has changed since. */
public final class Standing {

  private final Optional<Found> found;
  private final FileTimes times;

  private Standing(Optional<Found> found, FileTimes times) {
    this.found = found;
    this.times = times;
  }

  static Standing of(Path file, InnerPath path, FileTimes times) throws IOException {
    Scanner scanner = new Scanner(file.toAbsolutePath().getParent(), times);
    return new Standing(scanner.look(file, path), times);
  }

  public boolean exists() {
    return found.isPresent();
  }

  /** Whether a new look finds the same. */
  public boolean isStill(Path file, InnerPath path) throws IOException {
    Optional<Found> now = of(file, path, times).found;
    return found.isPresent() == now.isPresent()
        && (found.isEmpty() || found.get().sameAs(now.get()));
  }

  /** Whether it is what was recorded, as far as size and time tell. */
  public boolean isAsRecorded(FileState state) {
    return found.isPresent()
        && found.get().size() == state.size()
        && found.get().modified().equals(state.modified())
        && found.get().isLink() == state.link().isPresent();
  }

  /** The state of a file that was just written with the content of another. */
  public FileState describe(FileState written) {
    Found now = found.orElseThrow();
    return new FileState(
        now.path(),
        written.size(),
        now.modified(),
        now.mode(),
        Owners.FILE_SYSTEM.ownerOf(now.file()),
        now.key(),
        written.content(),
        written.link());
  }
}
