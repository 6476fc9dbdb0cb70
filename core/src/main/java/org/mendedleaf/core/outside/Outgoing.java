package org.mendedleaf.core.outside;

import java.io.IOException;
import java.io.InputStream;

/** Bytes that can be read more than once, since a transfer that broke off begins anew. */
public interface Outgoing {

  /** How many bytes there are. */
  long size() throws IOException;

  /** Reads them from the beginning; whoever opens it closes it. */
  InputStream open() throws IOException;
}
