package org.mendedleaf.outside.dav;

import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.outside.Outgoing;
import org.mendedleaf.core.outside.Seen;
import org.mendedleaf.core.outside.State;
import org.mendedleaf.core.outside.StorageException;
import org.mendedleaf.core.outside.StorageException.Trouble;
import org.mendedleaf.core.progress.Progress;

/**
 * Putting a new content only where what was looked at still stands: by its tag if that is a strong
 * one (RFC 9110, 13.1.1), else under a lock (RFC 4918, 6).
 */
final class Replacing {

  private static final Duration LONGEST_LOCK = Duration.ofHours(1);

  private final DavCalls calls;
  private final LookingThere there;
  private final RefusingChanged unchanged;

  /** Asks what stands somewhere. */
  interface LookingThere {
    Optional<DavTold> at(InnerPath path) throws IOException;
  }

  /** Passes, with what stands there, if it is what was seen. */
  interface RefusingChanged {
    Optional<DavTold> at(InnerPath path, Seen seen) throws IOException;
  }

  Replacing(DavCalls calls, LookingThere there, RefusingChanged unchanged) {
    this.calls = calls;
    this.there = there;
    this.unchanged = unchanged;
  }

  /** Puts it, and compares what arrived. */
  void put(InnerPath path, String at, Outgoing content, Seen seen, Progress progress)
      throws IOException {
    Optional<DavTold> before = unchanged.at(path, seen);
    makeFolders(calls, at.substring(0, at.length() - path.text().length() - 1), path);
    boolean isTagged = before.isEmpty() || strongTag(before.get()).isPresent();
    if (isTagged) {
      send(path, at, content, condition(before), progress);
    } else {
      locked(path, at, content, seen, progress);
    }
    compare(path, at, content);
  }

  private void locked(InnerPath path, String at, Outgoing content, Seen seen, Progress progress)
      throws IOException {
    String token = calls.lock(at, LONGEST_LOCK);
    try {
      unchanged.at(path, seen);
      send(path, at, content, Map.of("If", "(<" + token + ">)"), progress);
    } finally {
      unlock(at, token);
    }
  }

  /** What was done is done, even where the lock stays: it ends after its time. */
  private void unlock(String at, String token) throws IOException {
    try {
      calls.unlock(at, token);
    } catch (StorageException e) {
      // Nothing is lost by it, and the next to put something is told that it is locked.
    }
  }

  /** What broke off may have arrived all the same: then it is not sent again. */
  private void send(
      InnerPath path, String at, Outgoing content, Map<String, String> condition, Progress progress)
      throws IOException {
    try {
      calls.put(at, content, condition, progress);
    } catch (StorageException e) {
      Optional<DavTold> now = e.trouble() == Trouble.AWAY ? seen(path) : Optional.empty();
      if (now.isEmpty() || !isSame(at, now.get(), content)) {
        throw e;
      }
    }
  }

  private Optional<DavTold> seen(InnerPath path) {
    try {
      return there.at(path);
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private void compare(InnerPath path, String at, Outgoing content) throws IOException {
    Optional<DavTold> now = there.at(path);
    if (now.isEmpty() || !isSame(at, now.get(), content)) {
      throw new StorageException(
          Trouble.DAMAGED,
          "What arrived on %s as “%s” is not what was sent. What was there before is among its"
                  .formatted(calls.host(), path.shown())
              + " earlier states, if it keeps any; look at it before trying again.");
    }
  }

  private boolean isSame(String at, DavTold now, Outgoing content) throws IOException {
    State state = DavStates.newest(now);
    if (state.size() != content.size()) {
      return false;
    }
    try (InputStream ours = content.open()) {
      if (state.checksum().isPresent()) {
        return Digests.of(ours, state.checksum().get().algorithm())
            .equalsIgnoreCase(state.checksum().get().hex());
      }
      try (InputStream theirs = calls.get(at)) {
        return Digests.of(ours, "SHA-256").equals(Digests.of(theirs, "SHA-256"));
      }
    }
  }

  /** The headers under which something is changed only if it is still the same. */
  static Map<String, String> condition(Optional<DavTold> before) {
    if (before.isEmpty()) {
      return Map.of("If-None-Match", "*");
    }
    return strongTag(before.get()).map(tag -> Map.of("If-Match", tag)).orElse(Map.of());
  }

  private static Optional<String> strongTag(DavTold file) {
    return file.text(DavPropertyName.GETETAG).filter(tag -> tag.startsWith("\""));
  }

  /** Makes the folders above a file, as far as they are missing. */
  static void makeFolders(DavCalls calls, String root, InnerPath path) throws IOException {
    InnerPath folder = path.folder();
    if (folder.isRoot() || calls.one(root + "/" + folder.text(), DavNames.SNAPSHOT).isPresent()) {
      return;
    }
    makeFolders(calls, root, folder);
    try {
      calls.makeFolder(root + "/" + folder.text());
    } catch (StorageException e) {
      // Somebody else may have made it meanwhile.
      if (e.trouble() != Trouble.LACKING) {
        throw e;
      }
    }
  }
}
