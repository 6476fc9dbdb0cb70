package org.mendedleaf.core.watch;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.ClosedWatchServiceException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardWatchEventKinds;
import java.nio.file.WatchEvent;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.capture.TemporaryNames;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;

/**
 * Watches a folder and everything below it for saves. It only says that something happened, not
 * what: whoever records looks through the whole folder, so that lost events lose nothing. A folder
 * that disappears is waited for; where the system watches no more folders, all is due now and then.
 *
 * <p>For one thread at a time; {@link #look} is to be called every second or so and goes through
 * the folders only when it begins and when the system has lost count.
 */
public final class FolderWatch implements Closeable {

  /** The interval at which everything is due where the system does not report every change. */
  static final Duration LOOK_THROUGH = Duration.ofMinutes(5);

  private static final WatchEvent.Kind<?>[] KINDS = {
    StandardWatchEventKinds.ENTRY_CREATE,
    StandardWatchEventKinds.ENTRY_MODIFY,
    StandardWatchEventKinds.ENTRY_DELETE
  };

  private final Path root;
  private final LeftOut leftOut;
  private final Registering registering;
  private final Map<WatchKey, Path> folders = new HashMap<>();
  private final Settling settling = new Settling();
  private Optional<WatchService> service = Optional.empty();
  private Optional<String> incomplete = Optional.empty();
  private @Nullable Object identity;
  private Instant lookedThrough = Instant.MIN;

  /** Asks the system to watch a folder; fails where it can watch no more of them. */
  interface Registering {
    WatchKey register(Path folder, WatchService service, WatchEvent.Kind<?>... kinds)
        throws IOException;
  }

  /**
   * @param root need not be there yet
   * @param leftOut what happens there is no sign
   */
  public FolderWatch(Path root, LeftOut leftOut) {
    this(root, leftOut, Path::register);
  }

  FolderWatch(Path root, LeftOut leftOut, Registering registering) {
    this.root = root;
    this.leftOut = leftOut;
    this.registering = registering;
  }

  /** Takes note of what the system has told since it was looked last. */
  public void look(Instant now) throws IOException {
    Object is = identity();
    if (!Objects.equals(is, identity)) {
      // It came, went, or another drive was put in its place: what was watched is not what is seen.
      close();
      identity = is;
      if (is != null) {
        begin();
        settling.sign(now, false);
      }
    }
    if (service.isPresent()) {
      drain(service.get(), now);
    }
    if (incomplete.isPresent() && !now.isBefore(lookedThrough.plus(LOOK_THROUGH))) {
      settling.sign(now, false);
      lookedThrough = now;
    }
  }

  /** Which folder is there; null if none is. */
  private @Nullable Object identity() {
    try {
      BasicFileAttributes read =
          Files.readAttributes(root, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
      Object key = read.fileKey();
      return !read.isDirectory() ? null : key == null ? root : key;
    } catch (IOException e) {
      return null;
    }
  }

  private void begin() throws IOException {
    incomplete = Optional.empty();
    try {
      WatchService begun = root.getFileSystem().newWatchService();
      service = Optional.of(begun);
      watch(root, begun);
    } catch (UnsupportedOperationException e) {
      incomplete = Optional.of("this place does not tell of changes");
    } catch (IOException e) {
      // The system has no more watches to give, or the folder went this very moment.
      incomplete = Optional.of(String.valueOf(e.getMessage()));
    }
  }

  /** Watches a folder and all below it that is not left out. */
  private void watch(Path folder, WatchService begun) throws IOException {
    Files.walkFileTree(
        folder,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path one, BasicFileAttributes read) {
            if (!one.equals(root) && leftOut.matches(inner(one))) {
              return FileVisitResult.SKIP_SUBTREE;
            }
            try {
              folders.put(registering.register(one, begun, KINDS), one);
              return FileVisitResult.CONTINUE;
            } catch (java.nio.file.NoSuchFileException | java.nio.file.NotDirectoryException e) {
              return FileVisitResult.SKIP_SUBTREE;
            } catch (java.nio.file.AccessDeniedException e) {
              // A capture says that it cannot be read.
              return FileVisitResult.SKIP_SUBTREE;
            } catch (IOException e) {
              incomplete = Optional.of(String.valueOf(e.getMessage()));
              return FileVisitResult.TERMINATE;
            }
          }

          @Override
          public FileVisitResult visitFileFailed(Path one, IOException e) {
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult postVisitDirectory(Path one, IOException e) {
            return FileVisitResult.CONTINUE;
          }
        });
  }

  private InnerPath inner(Path below) {
    return ShelfPaths.inner(root, below);
  }

  private void drain(WatchService begun, Instant now) throws IOException {
    try {
      boolean lost = false;
      for (WatchKey key = begun.poll(); key != null; key = begun.poll()) {
        Path folder = folders.getOrDefault(key, root);
        for (WatchEvent<?> event : key.pollEvents()) {
          if (event.kind() == StandardWatchEventKinds.OVERFLOW) {
            lost = true;
            settling.sign(now, false);
          } else {
            happened(folder.resolve((Path) event.context()), event.kind(), begun, now);
          }
        }
        if (!key.reset()) {
          folders.remove(key);
        }
      }
      if (lost) {
        // Folders may have been made that nobody told of.
        watch(root, begun);
      }
    } catch (ClosedWatchServiceException e) {
      service = Optional.empty();
      identity = null;
    }
  }

  private void happened(Path file, WatchEvent.Kind<?> kind, WatchService begun, Instant now)
      throws IOException {
    if (TemporaryNames.isOne(ShelfPaths.name(file)) || leftOut.matches(inner(file))) {
      return;
    }
    settling.sign(now, kind == StandardWatchEventKinds.ENTRY_DELETE);
    if (kind == StandardWatchEventKinds.ENTRY_CREATE
        && incomplete.isEmpty()
        && Files.isDirectory(file, LinkOption.NOFOLLOW_LINKS)) {
      watch(file, begun);
    }
  }

  /** Whether something happened and has settled, so that it is time to record. */
  public boolean isDue(Instant now) {
    return identity != null && settling.isDue(now);
  }

  /** Somebody begins to record; what happens from now on is due again. */
  public void begun() {
    settling.begun();
  }

  /** The recording came to nothing: what it was begun for is still due. */
  public void missed(Instant now) {
    settling.sign(now, false);
  }

  /** The recording has ended; it rests for a while in proportion. */
  public void ended(Instant now, Duration took) {
    settling.ended(now, took);
  }

  public WatchState state() {
    if (identity == null) {
      return new WatchState.Away();
    }
    return incomplete.isPresent()
        ? new WatchState.LookingThrough(incomplete.get())
        : new WatchState.Watching(folders.size());
  }

  /** Watches no longer. */
  @Override
  public void close() throws IOException {
    identity = null;
    folders.clear();
    if (service.isPresent()) {
      service.get().close();
      service = Optional.empty();
    }
  }
}
