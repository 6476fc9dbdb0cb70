package org.mendedleaf.core.store.log;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.TreeSet;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.StoreCipher;
import org.mendedleaf.core.store.format.StoreLayout;

/**
 * One of the two folders in which a store keeps its log. Each has all of it: segments in files of
 * their own, and complete thousands of them in one file each. Safe for several threads and several
 * processes.
 */
final class LogFolder {

  private final Path folder;
  private final StoreLayout layout;
  private final Durability durability;
  private final Durability folding;
  private final RandomGenerator random;
  private final @Nullable StoreCipher cipher;
  private volatile @Nullable Fold lastFold;

  /**
   * @param waits whether a segment is forced; a fold always is, since the segments in it go
   */
  LogFolder(
      Path folder,
      StoreLayout layout,
      Durability durability,
      boolean waits,
      RandomGenerator random,
      @Nullable StoreCipher cipher) {
    this.cipher = cipher;
    this.folder = folder;
    this.layout = layout;
    this.durability = waits ? durability : durability.unforced();
    this.folding = durability;
    this.random = random;
  }

  /** A fold never changes, so the last one that was read is kept: segments are read in order. */
  private record Fold(Path file, List<byte[]> segments) {}

  private Path file(long number) {
    return folder.resolve("%012d.seg".formatted(number));
  }

  private Path foldFile(long number) {
    return folder.resolve("%012d.fold".formatted(number / LogFold.SEGMENTS * LogFold.SEGMENTS));
  }

  /** The file that holds a segment, or should, as it is called in sentences. */
  String name(long number) {
    boolean folded = Files.notExists(file(number)) && Files.exists(foldFile(number));
    return name(folded ? foldFile(number) : file(number));
  }

  private String name(Path file) {
    return layout.root().relativize(file).toString();
  }

  /** The segment of this number, checked by its own hash, or empty if it is not here. */
  Optional<Segment> read(long number) throws IOException {
    Optional<byte[]> bytes = bytes(number);
    return bytes.isEmpty()
        ? Optional.empty()
        : Optional.of(SegmentFormat.decode(bytes.get(), number, name(number), cipher));
  }

  /** The bytes of a segment, if they are here and whole. */
  Optional<byte[]> whole(long number) throws IOException {
    try {
      Optional<byte[]> bytes = bytes(number);
      if (bytes.isPresent()) {
        SegmentFormat.check(bytes.get(), number, name(number));
      }
      return bytes;
    } catch (DamagedContentException e) {
      return Optional.empty();
    }
  }

  private Optional<byte[]> bytes(long number) throws IOException {
    Optional<byte[]> bytes = readFile(file(number));
    if (bytes.isEmpty()) {
      bytes = folded(number);
    }
    // Between the two looks the segment may have been folded, or folded and removed.
    return bytes.isEmpty() ? readFile(file(number)) : bytes;
  }

  /** Whether something has this number, whole or not. */
  boolean has(long number) throws IOException {
    return Files.exists(file(number)) || folded(number).isPresent();
  }

  /** Whether something has this number, or should, that cannot be read. */
  boolean isHurt(long number) {
    try {
      return has(number) && whole(number).isEmpty();
    } catch (IOException e) {
      return true;
    }
  }

  /** Numbers of segments that lie in files of their own. */
  NavigableSet<Long> singles() throws IOException {
    return numbers(".seg");
  }

  private NavigableSet<Long> numbers(String ending) throws IOException {
    NavigableSet<Long> numbers = new TreeSet<>();
    try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "*" + ending)) {
      for (Path file : files) {
        String digits = file.getFileName().toString().replace(ending, "");
        if (digits.matches("\\d{12}")) {
          numbers.add(Long.parseLong(digits));
        }
      }
    } catch (NoSuchFileException e) {
      // Nothing was ever written here.
      return numbers;
    }
    return numbers;
  }

  /** First numbers of the thousands that lie folded. */
  NavigableSet<Long> folds() throws IOException {
    return numbers(".fold");
  }

  /**
   * Publishes a segment's bytes, durable.
   *
   * @return false if others have that number
   */
  boolean publish(long number, byte[] bytes) throws IOException {
    Path temporary = pending(number);
    try {
      layout.access().write(temporary, bytes);
      durability.force(temporary);
      if (!durability.publish(temporary, file(number)) && !isThere(number, bytes)) {
        return false;
      }
    } catch (IOException e) {
      Files.deleteIfExists(temporary);
      throw e;
    }
    if (!durability.confirmsWrites() && !Arrays.equals(bytes, Files.readAllBytes(file(number)))) {
      throw new DamagedContentException(
          name(file(number)), "the place gave back other bytes than were written");
    }
    return true;
  }

  /** Puts whole bytes of a segment where there are none, or damaged ones. */
  void put(long number, byte[] bytes) throws IOException {
    if (Files.notExists(folder)) {
      layout.makeFolder(folder);
    }
    Path temporary = pending(number);
    try {
      layout.access().write(temporary, bytes);
      durability.force(temporary);
      durability.replace(temporary, file(number));
    } catch (IOException e) {
      Files.deleteIfExists(temporary);
      throw e;
    }
  }

  private Path pending(long number) {
    return folder.resolve("%012d-%08x%s".formatted(number, random.nextInt(), StoreLayout.PENDING));
  }

  /**
   * Whether a number that was reported as taken was taken by this very segment: a network file
   * system may repeat a request whose first answer was lost.
   */
  private boolean isThere(long number, byte[] bytes) throws IOException {
    Optional<byte[]> there = readFile(file(number));
    return there.isPresent() && Arrays.equals(there.get(), bytes);
  }

  /** The stored bytes of a segment that was folded. */
  private Optional<byte[]> folded(long number) throws IOException {
    Path fold = foldFile(number);
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

  private static Optional<byte[]> readFile(Path file) throws IOException {
    try {
      return Optional.of(Files.readAllBytes(file));
    } catch (NoSuchFileException e) {
      return Optional.empty();
    }
  }

  // ---- folding

  /**
   * Puts each complete thousand of segments before {@code end} into one file. Safe beside readers
   * and other desks: a segment is deleted only after the fold that holds it is durable.
   *
   * @return how many segments were folded
   */
  int fold(long end) throws IOException {
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

  /** Those of a thousand segments that lie in files of their own. */
  private List<Long> single(long first) {
    List<Long> single = new ArrayList<>();
    for (long number = first; number < first + LogFold.SEGMENTS; number++) {
      if (Files.exists(file(number))) {
        single.add(number);
      }
    }
    return single;
  }

  /** Whether the last of the complete thousands before {@code end} lies in files of its own. */
  boolean isWorthFolding(long end) {
    long last = end / LogFold.SEGMENTS * LogFold.SEGMENTS - LogFold.SEGMENTS;
    return last >= 0 && Files.exists(file(last + LogFold.SEGMENTS - 1));
  }

  /**
   * Segments go only after the fold was read again and holds them byte for byte, also where it was
   * there before: another try may have died, or the drive may have hurt it since.
   */
  private void fold(long first, List<Long> single) throws IOException {
    if (!holds(first, single)) {
      if (single.size() < LogFold.SEGMENTS) {
        throw new DamagedContentException(
            name(foldFile(first)),
            "it does not hold all segments that were folded into it, so those that are left stay");
      }
      writeFold(first);
      if (!holds(first, single)) {
        throw new DamagedContentException(
            name(foldFile(first)), "the place gave back other bytes than were written");
      }
    }
    for (long number : single) {
      Files.deleteIfExists(file(number));
    }
  }

  private boolean holds(long first, List<Long> single) throws IOException {
    Optional<byte[]> bytes = readFile(foldFile(first));
    if (bytes.isEmpty()) {
      return false;
    }
    List<byte[]> segments;
    try {
      segments = LogFold.decode(bytes.get(), name(foldFile(first)));
    } catch (DamagedContentException e) {
      return false;
    }
    if (segments.size() != LogFold.SEGMENTS) {
      return false;
    }
    for (long number : single) {
      if (!Arrays.equals(Files.readAllBytes(file(number)), segments.get((int) (number - first)))) {
        return false;
      }
    }
    return true;
  }

  private void writeFold(long first) throws IOException {
    List<byte[]> segments = new ArrayList<>(LogFold.SEGMENTS);
    for (long number = first; number < first + LogFold.SEGMENTS; number++) {
      byte[] bytes = Files.readAllBytes(file(number));
      // Damage must not be carried into a file whose own hash would then fit.
      SegmentFormat.check(bytes, number, name(file(number)));
      segments.add(bytes);
    }
    Path temporary = pending(first);
    layout.access().write(temporary, LogFold.encode(first, segments));
    folding.force(temporary);
    if (Files.exists(foldFile(first))) {
      // It is damaged, and all of its segments are whole.
      folding.replace(temporary, foldFile(first));
    } else {
      folding.publish(temporary, foldFile(first));
    }
    lastFold = null;
  }
}
