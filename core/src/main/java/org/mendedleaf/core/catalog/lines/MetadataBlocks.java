package org.mendedleaf.core.catalog.lines;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.MissingContentException;
import org.mendedleaf.core.store.format.ContentId;

/** The metadata blocks of one commit, read when first needed. For one thread. */
public final class MetadataBlocks {

  private final List<ContentId> ids;
  private final Map<Integer, List<String>> lines = new HashMap<>();
  private final ContentReader reader;
  private Detail.@Nullable MetadataPlace parsedAt;
  private @Nullable JsonNode parsed;
  private boolean passesOverLost;

  public MetadataBlocks(List<ContentId> ids, ContentReader reader) {
    this.ids = ids;
    this.reader = reader;
  }

  /** One line of them that was read already, so that the rest need not be kept for it. */
  public MetadataBlocks only(Detail.MetadataPlace place) throws IOException {
    MetadataBlocks one = new MetadataBlocks(ids, reader);
    one.parsed = line(place);
    one.parsedAt = place;
    return one;
  }

  /** Takes what a block said that is in no sheaf any more for erased. */
  public void passOverLost() {
    passesOverLost = true;
  }

  public boolean isErased(Detail detail) throws IOException {
    return detail.place().isPresent() && MetadataFormat.isErased(line(detail.place().get()));
  }

  /** Whether what it says is in no sheaf any more. */
  public boolean isLost(Detail detail) throws IOException {
    return isErased(detail)
        && lines.getOrDefault(detail.place().orElseThrow().block(), List.of("")).isEmpty();
  }

  public JsonNode line(Detail.MetadataPlace place) throws IOException {
    // Each line is asked for twice in a row: whether it was erased, and what it says.
    if (place.equals(parsedAt) && parsed != null) {
      return parsed;
    }
    List<String> block = lines.get(place.block());
    if (block == null) {
      block = read(place.block());
      lines.put(place.block(), block);
    }
    JsonNode says =
        MetadataFormat.parse(block.isEmpty() ? MetadataFormat.ERASED : block.get(place.line()));
    parsed = says;
    parsedAt = place;
    return says;
  }

  /** The lines of a block; none where it is lost. */
  private List<String> read(int block) throws IOException {
    try {
      byte[] bytes = reader.block(ids.get(block));
      return List.of(new String(bytes, StandardCharsets.UTF_8).split("\n", -1));
    } catch (MissingContentException e) {
      if (passesOverLost) {
        return List.of();
      }
      throw e;
    }
  }
}
