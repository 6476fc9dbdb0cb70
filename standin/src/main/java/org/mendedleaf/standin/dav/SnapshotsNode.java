package org.mendedleaf.standin.dav;

import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceIterator;
import org.apache.jackrabbit.webdav.DavResourceIteratorImpl;
import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.property.DavPropertySet;

/** All snapshots; one is taken by posting to it, and let go by deleting it. */
final class SnapshotsNode extends Node {

  SnapshotsNode(Served served, DavResourceLocator locator, Caller caller) {
    super(served, locator, caller);
  }

  @Override
  public boolean isCollection() {
    return true;
  }

  @Override
  DavPropertySet describe() {
    return new DavPropertySet();
  }

  @Override
  public DavResourceIterator getMembers() {
    return new DavResourceIteratorImpl(
        served().keep().snapshots().all().stream()
            .<DavResource>map(
                one ->
                    new SnapshotNode(
                        served(),
                        served().locator(getLocator(), Served.SNAPSHOTS + "/" + one.id()),
                        caller(),
                        one,
                        ""))
            .toList());
  }

  @Override
  public void removeMember(DavResource snapshot) throws DavException {
    String id = Answers.name(snapshot.getResourcePath());
    Answers.of(
        () -> {
          served().keep().snapshots().drop(id);
          return id;
        });
  }
}
