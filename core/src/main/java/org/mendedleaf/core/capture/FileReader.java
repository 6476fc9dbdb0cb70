package org.mendedleaf.core.capture;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * Reads one file into the store so that what is recorded is one state of it: if it changed while it
 * was read, it is read again, and after three attempts it is reported as being written.
 */
final class FileReader {

  private static final int TRIES = 3;

  private final Scanner scanner;
  private final Owners owners;
  private final InstantSource clock;
  private final Progress progress;

  FileReader(Scanner scanner, Owners owners, InstantSource clock, Progress progress) {
    this.scanner = scanner;
    this.owners = owners;
    this.clock = clock;
    this.progress = progress;
  }

  /** Either a state or a problem. */
  sealed interface ReadOutcome {
    /**
     * @param at when its reading began
     * @param found what lay there before and after
     */
    record Read(FileState state, Instant at, Found found) implements ReadOutcome {}

    record Failed(Problem problem) implements ReadOutcome {}
  }

  /**
   * @param former the state before, to store the new one against
   * @throws IOException only if the store fails or the work is cancelled
   */
  ReadOutcome read(Found found, Optional<ContentRef> former, ContentWriter writer)
      throws IOException {
    Found before = found;
    try {
      for (int attempt = 0; attempt < TRIES; attempt++) {
        Instant at = clock.instant();
        FileState state = before.isLink() ? link(before) : file(before, former, writer);
        Optional<Found> after = scanner.look(found.file(), found.path());
        if (after.isEmpty()) {
          return failed(found, Problem.ProblemKind.VANISHED, "it vanished while it was read");
        }
        boolean whole = before.isLink() || state.size() == before.size();
        if (whole && before.sameAs(after.get())) {
          return new ReadOutcome.Read(state, at, before);
        }
        before = after.get();
      }
      return failed(found, Problem.ProblemKind.BEING_WRITTEN, "it kept changing while it was read");
    } catch (NoSuchFileException e) {
      return failed(found, Problem.ProblemKind.VANISHED, "it vanished before it was read");
    } catch (AccessDeniedException e) {
      return failed(found, Problem.ProblemKind.UNREADABLE, Scanner.reason(e));
    } catch (SourceReadException e) {
      return failed(
          found,
          Problem.ProblemKind.UNREADABLE,
          Scanner.reason(e.getCause() instanceof IOException io ? io : new IOException(e)));
    }
  }

  private FileState file(Found found, Optional<ContentRef> former, ContentWriter writer)
      throws IOException {
    InputStream opened;
    try {
      opened = Files.newInputStream(found.file(), LinkOption.NOFOLLOW_LINKS);
    } catch (NoSuchFileException | AccessDeniedException e) {
      throw e;
    } catch (IOException e) {
      throw new SourceReadException(e);
    }
    try (InputStream in = new SourceStream(opened, progress)) {
      ContentRef content = writer.write(in, former);
      return state(found, content.size(), Optional.of(content), Optional.empty());
    }
  }

  private FileState link(Found found) throws IOException {
    try {
      String target = ShelfPaths.target(Files.readSymbolicLink(found.file()));
      int size = Names.bytes(target).length;
      return state(found, size, Optional.empty(), Optional.of(target));
    } catch (NoSuchFileException e) {
      throw e;
    } catch (IOException e) {
      throw new SourceReadException(e);
    }
  }

  private FileState state(
      Found found, long size, Optional<ContentRef> content, Optional<String> link) {
    return new FileState(
        found.path(),
        size,
        found.modified(),
        found.mode(),
        owners.ownerOf(found.file()),
        found.key(),
        content,
        link);
  }

  private static ReadOutcome failed(Found found, Problem.ProblemKind kind, String detail) {
    return new ReadOutcome.Failed(new Problem(found.path(), kind, detail));
  }
}
