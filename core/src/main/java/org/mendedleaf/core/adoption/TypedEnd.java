package org.mendedleaf.core.adoption;

import java.io.IOException;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.log.LogHead;
import org.mendedleaf.core.store.log.Segment;

/**
 * The end of a log as somebody has typed it from paper.
 *
 * @param number of the last commit
 * @param digits the beginning of its hash, as many as were typed
 */
public record TypedEnd(long number, String digits) {

  /** The fewest digits that tell one commit from another. */
  private static final Pattern TYPED = Pattern.compile("(\\d{1,12})[:,]([0-9a-fA-F]{8,64})");

  /** Reads “12:d76e66a045f4e22c”; empty if it is none. */
  public static Optional<TypedEnd> read(String typed) {
    Matcher of = TYPED.matcher(typed.replaceAll("\\s", ""));
    return of.matches()
        ? Optional.of(
            new TypedEnd(
                Long.parseLong(of.group(1)), of.group(2).toLowerCase(java.util.Locale.ROOT)))
        : Optional.empty();
  }

  /** The commit that is meant; one that the log does not have if none begins so. */
  LogHead in(OpenStore store) throws IOException {
    Optional<ContentId> there =
        store
            .store()
            .log()
            .read(number)
            .map(Segment::hash)
            .filter(hash -> hash.hex().startsWith(digits));
    return new LogHead(number, there.orElse(Segment.NO_PREDECESSOR));
  }
}
