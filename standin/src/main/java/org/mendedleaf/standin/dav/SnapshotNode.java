package org.mendedleaf.standin.dav;

import java.io.IOException;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceIterator;
import org.apache.jackrabbit.webdav.DavResourceIteratorImpl;
import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.io.OutputContext;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.mendedleaf.standin.keep.KeptSnapshot;
import org.mendedleaf.standin.keep.KeptState;
import org.mendedleaf.standin.keep.PutBack;

/** A file or folder as it was; copying it to where it lay puts it back. */
final class SnapshotNode extends Node {

  private final KeptSnapshot snapshot;
  private final String path;

  /**
   * @param path inside of the snapshot; the whole is the empty one
   */
  SnapshotNode(
      Served served,
      DavResourceLocator locator,
      Caller caller,
      KeptSnapshot snapshot,
      String path) {
    super(served, locator, caller);
    this.snapshot = snapshot;
    this.path = path;
  }

  static boolean has(KeptSnapshot snapshot, String path) {
    return path.isEmpty()
        || snapshot.folders().contains(path)
        || snapshot.files().containsKey(path);
  }

  private Optional<KeptState> state() {
    return Optional.ofNullable(snapshot.files().get(path));
  }

  @Override
  public boolean isCollection() {
    return state().isEmpty();
  }

  @Override
  public long getModificationTime() {
    return state().map(KeptState::at).orElse(snapshot.at());
  }

  @Override
  DavPropertySet describe() {
    DavPropertySet all = new DavPropertySet();
    if (state().isPresent()) {
      FileNode.bytes(all, path, state().get());
      StateNode.describe(all, state().get(), served().keep());
      return all;
    }
    all.add(Answers.property(DavPropertyName.CREATIONDATE, Answers.time(snapshot.at())));
    if (path.isEmpty()) {
      if (snapshot.label() != null) {
        all.add(Answers.property(DavPropertyName.DISPLAYNAME, snapshot.label()));
      }
      if (snapshot.cause() != null) {
        all.add(Answers.property(Ours.CAUSE, snapshot.cause()));
      }
    }
    return all;
  }

  @Override
  public DavResource getCollection() {
    return new SnapshotsNode(served(), served().locator(getLocator(), Served.SNAPSHOTS), caller());
  }

  @Override
  public DavResourceIterator getMembers() {
    return new DavResourceIteratorImpl(
        Stream.concat(snapshot.folders().stream(), snapshot.files().keySet().stream())
            .filter(one -> Answers.folder(one).equals(path) && !one.equals(path))
            .sorted()
            .<DavResource>map(this::inside)
            .toList());
  }

  private SnapshotNode inside(String inner) {
    String at = Served.SNAPSHOTS + "/" + snapshot.id() + "/" + inner;
    return new SnapshotNode(
        served(), served().locator(getLocator(), at), caller(), snapshot, inner);
  }

  @Override
  public void spool(OutputContext to) throws IOException {
    if (state().isPresent()) {
      FileNode.spool(served().keep(), path, state().get(), to);
    }
  }

  /** Puts it back to where it lay; nothing else can be done with it. */
  @Override
  public void copy(DavResource to, boolean isShallow) throws DavException {
    if (!(to instanceof PathNode target) || !target.path().equals(path) || isShallow) {
      throw refused();
    }
    target.refuseLocked(true);
    Answers.of(
        () -> {
          PutBack.run(served().keep(), snapshot, path, caller().name());
          return path;
        });
  }
}
