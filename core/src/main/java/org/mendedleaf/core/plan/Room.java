package org.mendedleaf.core.plan;

import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The room that a plan has, as a sentence: "at most 20 GB", "10 GB free". As long as there is too
 * little of it, what was replaced longest ago is let go, whatever rules claim it.
 */
public sealed interface Room {

  /**
   * An upper limit for the space that a shelf's revisions take.
   *
   * @param bytes in the store's files, about
   */
  record AtMost(long bytes) implements Room {}

  /** A lower limit for the free space on the drive of the store. */
  record Free(long bytes) implements Room {}

  /** Reads a sentence; empty if it is none. */
  static Optional<Room> parse(String sentence) {
    Matcher parts =
        Pattern.compile("(at most )?(.+?)( free)?")
            .matcher(sentence.strip().toLowerCase(Locale.ROOT));
    if (!parts.matches() || (parts.group(1) == null) == (parts.group(3) == null)) {
      return Optional.empty();
    }
    OptionalLong bytes = ByteSize.parse(parts.group(2));
    if (bytes.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        parts.group(1) == null ? new Free(bytes.getAsLong()) : new AtMost(bytes.getAsLong()));
  }

  /** The sentence; {@link #parse} reads the same from it. */
  default String sentence() {
    return this instanceof AtMost most
        ? "at most " + ByteSize.format(most.bytes())
        : ByteSize.format(((Free) this).bytes()) + " free";
  }
}
