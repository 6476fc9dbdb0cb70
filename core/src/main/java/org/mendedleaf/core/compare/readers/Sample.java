package org.mendedleaf.core.compare.readers;

import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.UnreadableException;

/**
 * A content as the child process has it.
 *
 * @param name the file's name
 * @param bytes the first bytes, or all
 * @param complete whether these are all
 */
public record Sample(String name, byte[] bytes, boolean complete) {

  /** More of a content is not sent; kinds that cannot be read in part are then not shown. */
  public static final int MAX_BYTES = 64 << 20;

  /** All bytes, for kinds that cannot be read in part. */
  public byte[] all() throws UnreadableException {
    if (!complete) {
      throw new UnreadableException(
          "It has more than %d MB, too much to be read here.".formatted(MAX_BYTES >> 20));
    }
    return bytes;
  }

  /** Like {@link #all()}, but for archives that can be listed from their beginning. */
  public byte[] allOf(Kind kind) throws UnreadableException {
    return kind.type().contains("tar") || kind.type().contains("gzip") ? bytes : all();
  }
}
