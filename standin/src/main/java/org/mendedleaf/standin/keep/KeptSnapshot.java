package org.mendedleaf.standin.keep;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Everything as it was.
 *
 * @param at milliseconds since 1970
 * @param cause why it was taken or why that failed; none where a person took it
 * @param files by their paths
 */
public record KeptSnapshot(
    String id,
    long at,
    @Nullable String label,
    @Nullable String cause,
    List<String> folders,
    Map<String, KeptState> files) {

  public KeptSnapshot {
    folders = List.copyOf(folders);
    files = Map.copyOf(files);
  }
}
