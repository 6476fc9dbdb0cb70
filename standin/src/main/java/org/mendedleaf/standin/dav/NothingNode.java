package org.mendedleaf.standin.dav;

import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.property.DavPropertySet;

/** An address at which nothing is, and nothing can be made. */
final class NothingNode extends Node {

  NothingNode(Served served, DavResourceLocator locator, Caller caller) {
    super(served, locator, caller);
  }

  @Override
  DavPropertySet describe() {
    return new DavPropertySet();
  }

  @Override
  public boolean exists() {
    return false;
  }
}
