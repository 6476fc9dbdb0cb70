package org.mendedleaf.core.compare.process;

import java.io.IOException;
import java.io.OutputStream;

/** A content to look into, wherever its bytes are. */
public interface Content {

  /** The name of the file, a hint to its kind. */
  String name();

  /** How many bytes it has. */
  long size();

  /** Writes its first bytes, exactly so many. */
  void writeFirst(long bytes, OutputStream out) throws IOException;
}
