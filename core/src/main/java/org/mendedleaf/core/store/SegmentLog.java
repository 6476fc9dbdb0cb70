package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;

/**
 * The one ordered log of a store. A commit is published as the next number if that is still free,
 * so that any number of desks agree on one order. Readers probe for the next number; they never
 * list. Safe for several threads and several processes.
 */
public final class SegmentLog {

  private final StoreLayout layout;
  private final Durability durability;
  private final RandomGenerator random;

  SegmentLog(StoreLayout layout, Durability durability, RandomGenerator random) {
    this.layout = layout;
    this.durability = durability;
    this.random = random;
  }

  /** The segment of this number, checked by its own hash, or empty if there is none yet. */
  public Optional<Segment> read(long number) throws IOException {
    Path file = layout.segment(number);
    Optional<byte[]> bytes = readFile(file);
    if (bytes.isEmpty()) {
      Path fold = layout.fold(number);
      bytes = LogFold.read(fold, number);
      file = fold;
    }
    if (bytes.isEmpty()) {
      // Between the two looks the segment may have been folded, or folded and removed.
      bytes = readFile(layout.segment(number));
    }
    return bytes.isEmpty()
        ? Optional.empty()
        : Optional.of(SegmentFormat.decode(bytes.get(), number, name(file)));
  }

  /**
   * Publishes a segment.
   *
   * @param previous hash of segment {@code number - 1}
   * @return the segment, durable; or empty if another desk published that number first
   */
  public Optional<Segment> publish(long number, ContentId previous, List<String> lines)
      throws IOException {
    if (Files.exists(layout.segment(number))
        || LogFold.read(layout.fold(number), number).isPresent()) {
      return Optional.empty();
    }
    byte[] bytes = SegmentFormat.encode(number, previous, lines);
    Path temporary =
        layout
            .log()
            .resolve("%012d-%08x%s".formatted(number, random.nextInt(), StoreLayout.PENDING));
    try {
      Files.write(temporary, bytes);
      durability.force(temporary);
      if (!durability.publish(temporary, layout.segment(number))) {
        return Optional.empty();
      }
    } catch (IOException e) {
      Files.deleteIfExists(temporary);
      throw e;
    }
    if (!durability.confirmsWrites()
        && !java.util.Arrays.equals(bytes, Files.readAllBytes(layout.segment(number)))) {
      throw new DamagedContentException(
          name(layout.segment(number)), "the place gave back other bytes than were written");
    }
    return Optional.of(SegmentFormat.decode(bytes, number, name(layout.segment(number))));
  }

  private Optional<byte[]> readFile(Path file) throws IOException {
    try {
      return Optional.of(Files.readAllBytes(file));
    } catch (NoSuchFileException e) {
      return Optional.empty();
    }
  }

  private String name(Path file) {
    return layout.root().relativize(file).toString();
  }

  static long number(byte[] segment) {
    return ByteBuffer.wrap(segment).getLong(SegmentFormat.MAGIC.length);
  }
}
