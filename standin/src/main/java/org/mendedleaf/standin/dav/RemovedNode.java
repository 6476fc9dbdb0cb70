package org.mendedleaf.standin.dav;

import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceIterator;
import org.apache.jackrabbit.webdav.DavResourceIteratorImpl;
import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.property.DavPropertySet;

/** The histories of what was removed and can be brought back; each is erased from here. */
final class RemovedNode extends Node {

  RemovedNode(Served served, DavResourceLocator locator, Caller caller) {
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
        served().keep().removed().stream()
            .<DavResource>map(
                file ->
                    new HistoryNode(
                        served(),
                        served().locator(getLocator(), Served.history(file)),
                        caller(),
                        file))
            .toList());
  }

  @Override
  public void removeMember(DavResource history) throws DavException {
    String id = Answers.name(history.getResourcePath());
    Answers.of(
        () -> {
          served().keep().eraseAll(id);
          return id;
        });
  }
}
