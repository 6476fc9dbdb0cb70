package org.mendedleaf.standin.dav;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.DavServletResponse;
import org.apache.jackrabbit.webdav.MultiStatusResponse;
import org.apache.jackrabbit.webdav.lock.ActiveLock;
import org.apache.jackrabbit.webdav.lock.LockDiscovery;
import org.apache.jackrabbit.webdav.lock.LockInfo;
import org.apache.jackrabbit.webdav.lock.Scope;
import org.apache.jackrabbit.webdav.lock.SupportedLock;
import org.apache.jackrabbit.webdav.lock.Type;
import org.apache.jackrabbit.webdav.property.DavProperty;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.apache.jackrabbit.webdav.property.PropEntry;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.standin.keep.Trait;

/** A file or folder where people work. */
abstract class PathNode extends Node {

  private final String path;

  /**
   * @param path inside of the files; the whole is the empty one
   */
  PathNode(Served served, DavResourceLocator locator, Caller caller, String path) {
    super(served, locator, caller);
    this.path = path;
  }

  final String path() {
    return path;
  }

  /** By what its properties are kept. */
  abstract String owner() throws IOException;

  /** What clients cannot change. */
  abstract DavPropertySet live() throws IOException;

  /**
   * Changes one of its own properties.
   *
   * @return whether it is one that can be changed
   */
  abstract boolean set(DavPropertyName name, @Nullable DavProperty<?> value) throws IOException;

  @Override
  public String getSupportedMethods() {
    return "OPTIONS, GET, HEAD, PUT, MKCOL, PROPFIND, PROPPATCH, REPORT, DELETE, COPY, MOVE, LOCK,"
        + " UNLOCK, VERSION-CONTROL";
  }

  @Override
  final DavPropertySet describe() throws IOException {
    DavPropertySet all = new DavPropertySet();
    if (exists()) {
      served().keep().properties(owner()).values().forEach(xml -> all.add(Noted.read(xml)));
      all.addAll(live());
      if (served().keep().has(Trait.LOCKS)) {
        SupportedLock supported = new SupportedLock();
        supported.addEntry(Type.WRITE, Scope.EXCLUSIVE);
        supported.addEntry(Type.WRITE, Scope.SHARED);
        all.add(supported);
        all.add(new LockDiscovery(getLocks()));
      }
    }
    return all;
  }

  @Override
  public final MultiStatusResponse alterProperties(List<? extends PropEntry> changes)
      throws DavException {
    refuseLocked(false);
    if (!exists()) {
      throw new DavException(DavServletResponse.SC_NOT_FOUND);
    }
    return Answers.of(() -> altered(changes));
  }

  private MultiStatusResponse altered(List<? extends PropEntry> changes) throws IOException {
    Map<String, String> notes = new LinkedHashMap<>(served().keep().properties(owner()));
    DavPropertySet live = live();
    List<DavPropertyName> refused = new ArrayList<>();
    List<PropEntry> own = new ArrayList<>();
    for (PropEntry change : changes) {
      DavPropertyName name = name(change);
      boolean isNote =
          !live.contains(name)
              && (!Ours.NAMESPACE.equals(name.getNamespace()) || Ours.isNote(name));
      if (isNote) {
        Noted.change(notes, change);
      } else if (Ours.isSetting(name)) {
        own.add(change);
      } else {
        refused.add(name);
      }
    }
    if (refused.isEmpty()) {
      for (PropEntry change : own) {
        if (!set(name(change), change instanceof DavProperty<?> value ? value : null)) {
          refused.add(name(change));
        }
      }
    }
    if (refused.isEmpty()) {
      served().keep().setProperties(owner(), notes);
    }
    MultiStatusResponse answer = new MultiStatusResponse(getHref(), (String) null);
    for (PropEntry change : changes) {
      DavPropertyName name = name(change);
      int status =
          refused.isEmpty()
              ? DavServletResponse.SC_OK
              : refused.contains(name)
                  ? DavServletResponse.SC_FORBIDDEN
                  : DavServletResponse.SC_FAILED_DEPENDENCY;
      answer.add(name, status);
    }
    return answer;
  }

  private static DavPropertyName name(PropEntry change) {
    return change instanceof DavProperty<?> property
        ? property.getName()
        : (DavPropertyName) change;
  }

  @Override
  public final @Nullable DavResource getCollection() {
    if (path.isEmpty()) {
      return null;
    }
    String folder = Answers.folder(path);
    return new FolderNode(
        served(),
        served()
            .locator(getLocator(), folder.isEmpty() ? Served.FILES : Served.FILES + "/" + folder),
        caller(),
        folder);
  }

  /** Passes where nobody else's lock is in the way. */
  final void refuseLocked(boolean isDeep) throws DavException {
    served().locks().refuse(getResourcePath(), isDeep, caller());
  }

  /** Passes where nobody else's lock is on the folder that it lies in. */
  final void refuseLockedFolder() throws DavException {
    served().locks().refuse(Answers.folder(getResourcePath()), false, caller());
  }

  @Override
  public final void move(DavResource to) throws DavException {
    PathNode target = target(to);
    refuseLocked(true);
    target.refuseLocked(true);
    String before = path;
    Answers.of(
        () -> {
          served().keep().move(before, target.path());
          return before;
        });
    served().locks().drop(getResourcePath());
  }

  static PathNode target(DavResource to) throws DavException {
    if (to instanceof PathNode target && !target.path().isEmpty()) {
      return target;
    }
    throw refused();
  }

  @Override
  public final boolean isLockable(Type type, Scope scope) {
    return served().keep().has(Trait.LOCKS) && Type.WRITE.equals(type);
  }

  @Override
  public final ActiveLock lock(LockInfo info) throws DavException {
    if (!isLockable(info.getType(), info.getScope())) {
      throw new DavException(DavServletResponse.SC_METHOD_NOT_ALLOWED);
    }
    ActiveLock lock = served().locks().createLock(info, this);
    if (!exists()) {
      try {
        caller().addLockToken(lock.getToken());
        makeEmpty();
      } catch (DavException e) {
        served().locks().releaseLock(lock.getToken(), this);
        throw e;
      }
    }
    return lock;
  }

  /** Something has to be there to be locked (RFC 4918, 7.3). */
  abstract void makeEmpty() throws DavException;
}
