package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.store.ContentReader;

/** Checks that a place holds a recorded state, byte for byte. */
public final class TargetCheck {

  private final ContentReader contents;
  private final int workers;

  /**
   * @param workers how many threads hash
   */
  public TargetCheck(ContentReader contents, int workers) {
    this.contents = contents;
    this.workers = workers;
  }

  /** Whether it holds that now; false where nothing stands. */
  public boolean holds(Path target, FileState state) throws IOException {
    return Files.exists(target, LinkOption.NOFOLLOW_LINKS)
        && holds(
            target,
            Files.readAttributes(target, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS),
            state);
  }

  /**
   * @param found what stands there, links not followed
   */
  public boolean holds(Path target, BasicFileAttributes found, FileState state) throws IOException {
    if (found.isSymbolicLink() || state.link().isPresent()) {
      return found.isSymbolicLink()
          && state.link().isPresent()
          && ShelfPaths.target(Files.readSymbolicLink(target)).equals(state.link().get());
    }
    if (!found.isRegularFile() || found.size() != state.size()) {
      return false;
    }
    try (FileChannel channel = FileChannel.open(target, StandardOpenOption.READ)) {
      return contents.isIn(channel, state.content().orElseThrow(), workers);
    }
  }
}
