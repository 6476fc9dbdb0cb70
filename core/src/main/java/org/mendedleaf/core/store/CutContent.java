package org.mendedleaf.core.store;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.Cutting;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * The pieces that a content from elsewhere would be cut into, found out without storing anything.
 *
 * @param chunks of the content itself, in order
 * @param lists ids of the chunks of its lists, see {@link ChunkList}
 */
public record CutContent(List<Part> chunks, Set<ContentId> lists) {

  public CutContent {
    chunks = List.copyOf(chunks);
    lists = Set.copyOf(lists);
  }

  /** A chunk and where in the content it lies. */
  public record Part(ContentId id, long offset, int length) {}

  public static CutContent of(InputStream in, Cutting cutting) throws IOException {
    List<StoredRecord.ChunkEntry> level = ContentReader.cut(in, cutting).chunks();
    List<Part> chunks = new ArrayList<>();
    long offset = 0;
    for (StoredRecord.ChunkEntry chunk : level) {
      chunks.add(new Part(chunk.id(), offset, chunk.length()));
      offset += chunk.length();
    }
    Set<ContentId> lists = new HashSet<>();
    while (level.size() > 1) {
      byte[] list = new ChunkList(cutting, level).encode();
      level = ContentReader.cut(new ByteArrayInputStream(list), cutting).chunks();
      level.forEach(chunk -> lists.add(chunk.id()));
    }
    return new CutContent(chunks, lists);
  }
}
