package org.mendedleaf.core.catalog.lines;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import org.mendedleaf.core.history.RevisionKey;

/**
 * The surroundings that are needed to read a line of the log. For one thread.
 *
 * @param key where the line stands
 * @param blocks the metadata of its commit
 * @param countsFrom from when its commit counts for moments, in nanoseconds since 1970
 */
public record LineContext(
    RevisionKey key, CommitHeader header, MetadataBlocks blocks, long countsFrom) {

  public long segment() {
    return key.segment();
  }

  /** The shelf on which the act was done. */
  public long shelf() {
    return header.shelf().orElseThrow();
  }

  /** What the line says in its metadata. */
  public JsonNode metadata(Detail.WithMetadata line) throws IOException {
    return blocks.line(line.at());
  }
}
