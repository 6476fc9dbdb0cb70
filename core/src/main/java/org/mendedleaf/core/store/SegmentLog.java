package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/**
 * The one ordered log of a store. A commit is published as the next number if that is still free,
 * so that any number of desks agree on one order. Readers probe for the next number; they never
 * list. Safe for several threads and several processes.
 */
public final class SegmentLog {

  private final StoreLayout layout;
  private final Durability durability;
  private final RandomGenerator random;
  private volatile @Nullable Fold lastFold;

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
      file = layout.fold(number);
      bytes = folded(number);
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
    if (Files.exists(layout.segment(number)) || folded(number).isPresent()) {
      return Optional.empty();
    }
    if (!durability.isWritable()) {
      throw new ReadOnlyStoreException(layout.root());
    }
    byte[] bytes = SegmentFormat.encode(number, previous, lines);
    Path temporary =
        layout
            .log()
            .resolve("%012d-%08x%s".formatted(number, random.nextInt(), StoreLayout.PENDING));
    try {
      layout.access().write(temporary, bytes);
      durability.force(temporary);
      if (!durability.publish(temporary, layout.segment(number)) && !isThere(number, bytes)) {
        return Optional.empty();
      }
    } catch (IOException e) {
      Files.deleteIfExists(temporary);
      throw e;
    }
    if (!durability.confirmsWrites()
        && !Arrays.equals(bytes, Files.readAllBytes(layout.segment(number)))) {
      throw new DamagedContentException(
          name(layout.segment(number)), "the place gave back other bytes than were written");
    }
    return Optional.of(SegmentFormat.decode(bytes, number, name(layout.segment(number))));
  }

  /**
   * Puts each complete thousand of segments before {@code end} into one file. Safe beside readers
   * and other desks: a segment is deleted only after the fold that holds it is durable.
   *
   * @return how many segments were folded
   */
  public int fold(long end) throws IOException {
    int folded = 0;
    for (long first = 0; first + LogFold.SEGMENTS <= end; first += LogFold.SEGMENTS) {
      List<Long> single = single(first);
      if (!single.isEmpty()) {
        fold(first, single);
        folded += LogFold.SEGMENTS;
      }
    }
    return folded;
  }

  /** Whether a complete thousand of segments before {@code end} lies in files of its own. */
  public boolean isWorthFolding(long end) {
    long last = end / LogFold.SEGMENTS * LogFold.SEGMENTS - LogFold.SEGMENTS;
    return last >= 0 && Files.exists(layout.segment(last + LogFold.SEGMENTS - 1));
  }

  /** Those of a thousand segments that lie in files of their own. */
  private List<Long> single(long first) {
    List<Long> single = new ArrayList<>();
    for (long number = first; number < first + LogFold.SEGMENTS; number++) {
      if (Files.exists(layout.segment(number))) {
        single.add(number);
      }
    }
    return single;
  }

  /**
   * Segments go only after the fold was read again and holds them byte for byte, also where it was
   * there before: another try may have died, or the drive may have hurt it since.
   */
  private void fold(long first, List<Long> single) throws IOException {
    if (!holds(first, single)) {
      if (single.size() < LogFold.SEGMENTS) {
        throw new DamagedContentException(
            name(layout.fold(first)),
            "it does not hold all segments that were folded into it, so those that are left stay");
      }
      writeFold(first);
      if (!holds(first, single)) {
        throw new DamagedContentException(
            name(layout.fold(first)), "the place gave back other bytes than were written");
      }
    }
    for (long number : single) {
      Files.deleteIfExists(layout.segment(number));
    }
  }

  private boolean holds(long first, List<Long> single) throws IOException {
    Optional<byte[]> bytes = readFile(layout.fold(first));
    if (bytes.isEmpty()) {
      return false;
    }
    List<byte[]> segments;
    try {
      segments = LogFold.decode(bytes.get(), name(layout.fold(first)));
    } catch (DamagedContentException e) {
      return false;
    }
    if (segments.size() != LogFold.SEGMENTS) {
      return false;
    }
    for (long number : single) {
      byte[] alone = Files.readAllBytes(layout.segment(number));
      if (!Arrays.equals(alone, segments.get((int) (number - first)))) {
        return false;
      }
    }
    return true;
  }

  /**
   * Whether a number that was reported as taken was taken by this very segment: a network file
   * system may repeat a request whose first answer was lost.
   */
  private boolean isThere(long number, byte[] bytes) throws IOException {
    Optional<byte[]> there = readFile(layout.segment(number));
    return there.isPresent() && Arrays.equals(there.get(), bytes);
  }

  private void writeFold(long first) throws IOException {
    List<byte[]> segments = new ArrayList<>(LogFold.SEGMENTS);
    for (long number = first; number < first + LogFold.SEGMENTS; number++) {
      byte[] bytes = Files.readAllBytes(layout.segment(number));
      // Damage must not be carried into a file whose own hash would then fit.
      SegmentFormat.decode(bytes, number, name(layout.segment(number)));
      segments.add(bytes);
    }
    Path temporary =
        layout
            .log()
            .resolve("%012d-%08x%s".formatted(first, random.nextInt(), StoreLayout.PENDING));
    layout.access().write(temporary, LogFold.encode(first, segments));
    durability.force(temporary);
    if (Files.exists(layout.fold(first))) {
      // It is damaged, and all of its segments are whole.
      durability.replace(temporary, layout.fold(first));
    } else {
      durability.publish(temporary, layout.fold(first));
    }
    lastFold = null;
  }

  /** The stored bytes of a segment that was folded. */
  private Optional<byte[]> folded(long number) throws IOException {
    Path fold = layout.fold(number);
    Fold cached = lastFold;
    if (cached == null || !cached.file().equals(fold)) {
      Optional<byte[]> bytes = readFile(fold);
      if (bytes.isEmpty()) {
        return Optional.empty();
      }
      cached = new Fold(fold, LogFold.decode(bytes.get(), name(fold)));
      lastFold = cached;
    }
    int index = (int) (number % LogFold.SEGMENTS);
    return index < cached.segments().size()
        ? Optional.of(cached.segments().get(index))
        : Optional.empty();
  }

  /** A fold never changes, so the last one that was read is kept: segments are read in order. */
  private record Fold(Path file, List<byte[]> segments) {}

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
}
