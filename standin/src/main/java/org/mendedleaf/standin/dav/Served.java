package org.mendedleaf.standin.dav;

import java.io.IOException;
import java.util.Optional;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavMethods;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceFactory;
import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.DavServletRequest;
import org.apache.jackrabbit.webdav.DavServletResponse;
import org.apache.jackrabbit.webdav.DavSession;
import org.mendedleaf.standin.keep.Keep;
import org.mendedleaf.standin.keep.KeptFile;
import org.mendedleaf.standin.keep.KeptSnapshot;
import org.mendedleaf.standin.keep.Trait;

/**
 * What lies at which address: the files, their histories with all states, what was removed, and the
 * snapshots.
 */
final class Served implements DavResourceFactory {

  static final String FILES = "/files";
  static final String HISTORIES = "/histories";
  static final String REMOVED = "/removed";
  static final String SNAPSHOTS = "/snapshots";

  private final Keep keep;
  private final Locks locks;

  Served(Keep keep, Locks locks) {
    this.keep = keep;
    this.locks = locks;
  }

  Keep keep() {
    return keep;
  }

  Locks locks() {
    return locks;
  }

  DavResourceLocator locator(DavResourceLocator like, String path) {
    int end = path.indexOf('/', 1);
    String first = end < 0 ? path : path.substring(0, end);
    return like.getFactory().createResourceLocator(like.getPrefix(), first, path);
  }

  /** What a file's content is known by, as it stands in a header. */
  String tag(KeptFile file) {
    String quoted = "\"" + Keep.tag(file) + "\"";
    return keep.has(Trait.CONDITIONAL) ? quoted : "W/" + quoted;
  }

  static String history(KeptFile file) {
    return HISTORIES + "/" + file.id();
  }

  static String state(String file, String state) {
    return HISTORIES + "/" + file + "/" + state;
  }

  @Override
  public DavResource createResource(
      DavResourceLocator locator, DavServletRequest request, DavServletResponse response)
      throws DavException {
    boolean isNewFolder = DavMethods.getMethodCode(request.getMethod()) == DavMethods.DAV_MKCOL;
    return Answers.of(() -> find(locator, (Caller) request.getDavSession(), isNewFolder));
  }

  @Override
  public DavResource createResource(DavResourceLocator locator, DavSession session)
      throws DavException {
    return Answers.of(() -> find(locator, (Caller) session, false));
  }

  private DavResource find(DavResourceLocator locator, Caller caller, boolean isNewFolder)
      throws IOException {
    String path = locator.getResourcePath();
    if (path.equals(FILES) || path.startsWith(FILES + "/")) {
      String inner = path.equals(FILES) ? "" : path.substring(FILES.length() + 1);
      boolean isFile = !keep.isFolder(inner) && (keep.at(inner).isPresent() || !isNewFolder);
      return isFile
          ? new FileNode(this, locator, caller, inner)
          : new FolderNode(this, locator, caller, inner);
    }
    return other(locator, caller, path).orElseGet(() -> new NothingNode(this, locator, caller));
  }

  private Optional<DavResource> other(DavResourceLocator locator, Caller caller, String path)
      throws IOException {
    String[] names = path.substring(1).split("/", 3);
    switch ("/" + names[0]) {
      case REMOVED, HISTORIES -> {
        if (names.length == 1) {
          return path.equals(REMOVED)
              ? Optional.of(new RemovedNode(this, locator, caller))
              : Optional.empty();
        }
        Optional<KeptFile> file = keep.byId(names[1]);
        return names.length == 2
            ? file.map(one -> new HistoryNode(this, locator, caller, one))
            : file.flatMap(
                one ->
                    one.state(names[2])
                        .map(state -> new StateNode(this, locator, caller, one, state)));
      }
      case SNAPSHOTS -> {
        if (names.length == 1) {
          return Optional.of(new SnapshotsNode(this, locator, caller));
        }
        Optional<KeptSnapshot> snapshot = keep.snapshots().byId(names[1]);
        String inner = names.length == 2 ? "" : names[2];
        return snapshot
            .filter(one -> SnapshotNode.has(one, inner))
            .map(one -> new SnapshotNode(this, locator, caller, one, inner));
      }
      default -> {
        return Optional.empty();
      }
    }
  }
}
