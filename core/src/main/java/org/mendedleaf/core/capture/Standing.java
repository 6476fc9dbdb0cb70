package org.mendedleaf.core.capture;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;

/** The state of a path at one look: enough to tell whether it has changed since. */
public final class Standing {

  private final Path file;
  private final InnerPath path;
  private final Optional<Found> found;
  private final Instant lookedAt;
  private final FileTimes times;

  private Standing(
      Path file, InnerPath path, Optional<Found> found, Instant lookedAt, FileTimes times) {
    this.file = file;
    this.path = path;
    this.found = found;
    this.lookedAt = lookedAt;
    this.times = times;
  }

  static Standing of(Path file, InnerPath path, Instant now, FileTimes times) throws IOException {
    Scanner scanner = new Scanner(Objects.requireNonNull(file.toAbsolutePath().getParent()), times);
    return new Standing(file, path, scanner.look(file, path), now, times);
  }

  /** What a reading has found: it was the same before and after. */
  static Standing read(Found found, Instant readAt, FileTimes times) {
    return new Standing(found.file(), found.path(), Optional.of(found), readAt, times);
  }

  public Path file() {
    return file;
  }

  public boolean exists() {
    return found.isPresent();
  }

  /** Whether a look now finds the same: kind, size, time to the nanosecond, and key. */
  public boolean isStill() throws IOException {
    Optional<Found> now = of(file, path, lookedAt, times).found;
    return found.isPresent() == now.isPresent()
        && (found.isEmpty() || found.get().sameAs(now.get()));
  }

  /**
   * Whether it may have been saved since that look although {@link #isStill} finds the same, so
   * that only its bytes tell.
   */
  public boolean mayHideASave() {
    return found.isPresent() && ClockTick.mayHideASave(found.get().modified(), lookedAt);
  }

  Found found() {
    return found.orElseThrow();
  }

  /** The state of what stands here, if its bytes are those of another. */
  public FileState describe(FileState written) {
    Found now = found.orElseThrow();
    return now.holding(written, Owners.FILE_SYSTEM.ownerOf(now.file()));
  }
}
