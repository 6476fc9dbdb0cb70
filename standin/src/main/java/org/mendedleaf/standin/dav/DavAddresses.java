package org.mendedleaf.standin.dav;

import org.apache.jackrabbit.webdav.AbstractLocatorFactory;
import org.jspecify.annotations.Nullable;

/** Addresses are paths, from the server's own on. */
final class DavAddresses extends AbstractLocatorFactory {

  DavAddresses() {
    super("");
  }

  @Override
  protected @Nullable String getRepositoryPath(@Nullable String path, @Nullable String workspace) {
    return path;
  }

  @Override
  protected String getResourcePath(String path, @Nullable String workspace) {
    return path;
  }
}
