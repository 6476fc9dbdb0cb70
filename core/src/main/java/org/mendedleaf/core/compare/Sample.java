package org.mendedleaf.core.compare;

/**
 * A content as the child process has it.
 *
 * @param name the file's name
 * @param bytes the first bytes, or all
 * @param complete whether these are all
 */
record Sample(String name, byte[] bytes, boolean complete) {

  /** All bytes, for kinds that cannot be read in part. */
  byte[] all() throws UnreadableException {
    if (!complete) {
      throw new UnreadableException(
          "It has more than %d MB, too much to be read here."
              .formatted(ReaderProcess.MAX_BYTES >> 20));
    }
    return bytes;
  }

  /** As {@link #all()}, but for archives that can be listed from their beginning. */
  byte[] allOf(Kind kind) throws UnreadableException {
    return kind.type().contains("tar") || kind.type().contains("gzip") ? bytes : all();
  }
}
