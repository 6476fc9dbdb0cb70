package org.mendedleaf.core.store.log;

import java.util.HexFormat;
import java.util.List;
import org.mendedleaf.core.store.format.ContentId;

/**
 * One commit of the log.
 *
 * @param number its place in the log, from 0
 * @param previous hash of the segment before; 32 zero bytes for the first
 * @param lines one JSON object each; what they mean is not the store's business
 * @param hash SHA-256 of all its stored bytes before the hash itself
 */
public record Segment(long number, ContentId previous, List<String> lines, ContentId hash) {

  /** What stands for the predecessor of the first segment. */
  public static final ContentId NO_PREDECESSOR = new ContentId(0, 0, 0, 0);

  public Segment {
    lines = List.copyOf(lines);
  }

  /** The hash in hexadecimal digits. */
  public String hashHex() {
    return HexFormat.of().formatHex(hash.bytes());
  }
}
