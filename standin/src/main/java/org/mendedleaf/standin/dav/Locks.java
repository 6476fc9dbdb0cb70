package org.mendedleaf.standin.dav;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavServletResponse;
import org.apache.jackrabbit.webdav.lock.ActiveLock;
import org.apache.jackrabbit.webdav.lock.LockInfo;
import org.apache.jackrabbit.webdav.lock.LockManager;
import org.apache.jackrabbit.webdav.lock.Scope;
import org.apache.jackrabbit.webdav.lock.Type;
import org.jspecify.annotations.Nullable;

/**
 * Write locks (RFC 4918, 6), exclusive and shared, which end with the process. For several threads.
 */
final class Locks implements LockManager {

  /** The longest that somebody may lock something without saying so again. */
  private static final long LONGEST = 3_600_000;

  private record Held(String path, WriteLock lock, long until) {}

  private final Map<String, Held> byToken = new LinkedHashMap<>();
  private final InstantSource clock;

  Locks(InstantSource clock) {
    this.clock = clock;
  }

  @Override
  public synchronized ActiveLock createLock(LockInfo info, DavResource on) throws DavException {
    String path = on.getResourcePath();
    boolean isShared = Scope.SHARED.equals(info.getScope());
    for (Held held : all()) {
      boolean isInTheWay = covers(held, path) || (info.isDeep() && isWithin(held.path(), path));
      if (isInTheWay && !(isShared && Scope.SHARED.equals(held.lock().getScope()))) {
        throw new DavException(DavServletResponse.SC_LOCKED);
      }
    }
    WriteLock lock = new WriteLock(info.getScope(), info.getOwner(), info.isDeep());
    lock.setLockroot(on.getHref());
    remember(path, lock, info);
    return lock;
  }

  private void remember(String path, WriteLock lock, LockInfo info) {
    long wanted = info.getTimeout();
    long timeout = wanted <= 0 || wanted > LONGEST ? LONGEST : wanted;
    lock.setTimeout(timeout);
    byToken.put(lock.getToken(), new Held(path, lock, clock.millis() + timeout));
  }

  @Override
  public synchronized ActiveLock refreshLock(LockInfo info, String token, DavResource on)
      throws DavException {
    Held held = held(token, on);
    remember(held.path(), held.lock(), info);
    return held.lock();
  }

  private Held held(String token, DavResource on) throws DavException {
    return all().stream()
        .filter(one -> one.lock().getToken().equals(token))
        .filter(one -> covers(one, on.getResourcePath()))
        .findFirst()
        .orElseThrow(() -> new DavException(DavServletResponse.SC_PRECONDITION_FAILED));
  }

  @Override
  public synchronized void releaseLock(String token, DavResource on) throws DavException {
    boolean isItsOwn =
        all().stream()
            .anyMatch(
                one -> one.lock().getToken().equals(token) && covers(one, on.getResourcePath()));
    if (!isItsOwn) {
      throw new DavException(DavServletResponse.SC_CONFLICT);
    }
    byToken.remove(token);
  }

  @Override
  public synchronized @Nullable ActiveLock getLock(Type type, Scope scope, DavResource on) {
    return Arrays.stream(on(on.getResourcePath()))
        .filter(one -> one.getScope().equals(scope))
        .findFirst()
        .orElse(null);
  }

  @Override
  public synchronized boolean hasLock(String token, DavResource on) {
    return Arrays.stream(on(on.getResourcePath())).anyMatch(one -> one.isLockedByToken(token));
  }

  synchronized ActiveLock[] on(String path) {
    return all().stream()
        .filter(one -> covers(one, path))
        .map(Held::lock)
        .toArray(ActiveLock[]::new);
  }

  /**
   * Passes where nobody else's lock covers a path, or anything in it.
   *
   * @throws DavException 423 if one does
   */
  synchronized void refuse(String path, boolean isDeep, Caller caller) throws DavException {
    List<Held> there =
        all().stream()
            .filter(one -> covers(one, path) || (isDeep && isWithin(one.path(), path)))
            .toList();
    // Of shared locks one's own is enough; each thing with a lock needs one.
    for (Held held : there) {
      boolean isOwn =
          there.stream()
              .filter(one -> one.path().equals(held.path()))
              .anyMatch(one -> caller.holds(one.lock().getToken()));
      if (!isOwn) {
        throw new DavException(DavServletResponse.SC_LOCKED);
      }
    }
  }

  /** What lay in a path is gone, and so are its locks. */
  synchronized void drop(String path) {
    byToken.values().removeIf(one -> isWithin(one.path(), path));
  }

  private List<Held> all() {
    byToken.values().removeIf(one -> one.until() <= clock.millis());
    return new ArrayList<>(byToken.values());
  }

  private static boolean covers(Held held, String path) {
    return held.path().equals(path) || (held.lock().isDeep() && isWithin(path, held.path()));
  }

  private static boolean isWithin(String path, String folder) {
    return path.equals(folder) || path.startsWith(folder.equals("/") ? folder : folder + "/");
  }
}
