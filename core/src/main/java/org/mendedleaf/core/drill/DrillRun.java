package org.mendedleaf.core.drill;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileContent;
import org.mendedleaf.core.session.Insides;
import org.mendedleaf.core.session.OpenStore;

/**
 * Recovers revisions to a folder, a batch at a time, and proves each of them. Used once, by one
 * thread.
 */
final class DrillRun {

  /** Below, how long a file takes is waiting for the drive; above, its bytes. */
  static final long LARGE = 1_000_000;

  private static final int BATCH_FILES = 64;
  static final long BATCH_BYTES = 256L << 20;

  private final OpenStore store;
  private final Insides insides;
  private final Path folder;
  private final boolean keep;
  private final Map<Long, RecordedShelf> shelves;
  private final Map<Long, Map<Integer, String>> foundBefore;
  private final List<ReceiptItem> proven = new ArrayList<>();
  private final Timed small = new Timed();
  private final Timed large = new Timed();
  private int opened;
  private int made;

  /** How long what was written took. */
  static final class Timed {
    private long files;
    private long bytes;
    private long nanos;

    private void add(long moreFiles, long moreBytes, long moreNanos) {
      files += moreFiles;
      bytes += moreBytes;
      nanos += moreNanos;
    }

    /** Nanoseconds for so many files, by what was measured. */
    double forFiles(long wanted) {
      return files == 0 ? 0 : (double) nanos / files * wanted;
    }

    /** Nanoseconds for so many bytes, by what was measured. */
    double forBytes(long wanted) {
      return bytes == 0 ? 0 : (double) nanos / bytes * wanted;
    }

    boolean isMeasured() {
      return files > 0;
    }
  }

  /**
   * @param folder an empty one
   * @param keep whether what was recovered stays there
   * @param shelves those that revisions are of, by the file's shelf
   * @param foundBefore how much readers found in revisions in earlier drills, by file and number
   */
  DrillRun(
      OpenStore store,
      Insides insides,
      Path folder,
      boolean keep,
      Map<Long, RecordedShelf> shelves,
      Map<Long, Map<Integer, String>> foundBefore) {
    this.store = store;
    this.insides = insides;
    this.folder = folder;
    this.keep = keep;
    this.shelves = shelves;
    this.foundBefore = foundBefore;
  }

  List<ReceiptItem> proven() {
    return proven;
  }

  int opened() {
    return opened;
  }

  /** Tries these revisions. */
  void run(List<Revision> revisions, Progress progress) throws IOException {
    long bytes = revisions.stream().mapToLong(one -> one.state().size()).sum();
    progress.phase(Phase.CHECKING, revisions.size(), bytes);
    Map<Boolean, List<Revision>> bySize = new HashMap<>();
    for (Revision one : revisions) {
      bySize.computeIfAbsent(one.state().size() >= LARGE, large -> new ArrayList<>()).add(one);
    }
    for (boolean isLarge : List.of(false, true)) {
      for (List<Revision> batch : batches(bySize.getOrDefault(isLarge, List.of()))) {
        batch(batch, isLarge ? large : small, progress);
      }
    }
  }

  private static List<List<Revision>> batches(List<Revision> revisions) {
    List<List<Revision>> batches = new ArrayList<>();
    List<Revision> open = new ArrayList<>();
    long bytes = 0;
    for (Revision one : revisions) {
      boolean isFull = open.size() == BATCH_FILES || bytes + one.state().size() > BATCH_BYTES;
      if (isFull && !open.isEmpty()) {
        batches.add(open);
        open = new ArrayList<>();
        bytes = 0;
      }
      open.add(one);
      bytes += one.state().size();
    }
    if (!open.isEmpty()) {
      batches.add(open);
    }
    return batches;
  }

  private void batch(List<Revision> revisions, Timed timed, Progress progress) throws IOException {
    progress.checkCancelled();
    Map<Path, Revision> targets = new LinkedHashMap<>();
    for (Revision one : revisions) {
      made++;
      targets.put(folder.resolve(name(one)), one);
    }
    long before = System.nanoTime();
    List<ReceiptItem> items =
        store.recovery().tryOut(shelfOf(revisions.get(0)).id(), folder, targets, Progress.NONE);
    long bytes = revisions.stream().mapToLong(one -> one.state().size()).sum();
    timed.add(revisions.size(), bytes, System.nanoTime() - before);
    Map<String, ReceiptItem> byTarget = new HashMap<>();
    items.forEach(item -> byTarget.put(item.target(), item));
    for (Map.Entry<Path, Revision> one : targets.entrySet()) {
      progress.checkCancelled();
      Path target = one.getKey();
      ReceiptItem done = Objects.requireNonNull(byTarget.get(target.toString()));
      proven.add(prove(target, one.getValue(), done));
      if (!keep) {
        Files.deleteIfExists(target);
      }
      progress.advanced(1, one.getValue().state().size());
    }
  }

  /** A name of its own that still ends as the file's does. */
  private String name(Revision revision) {
    String name = revision.state().path().name();
    String end = name.length() <= 50 ? name : name.substring(name.length() - 50);
    return "%05d %s".formatted(made, end.replaceAll("[^\\p{L}\\p{N} ._-]", "_"));
  }

  private RecordedShelf shelfOf(Revision revision) throws IOException {
    long shelf = store.catalogue().files().file(revision.file()).orElseThrow().shelf();
    return Objects.requireNonNull(shelves.get(shelf));
  }

  private ReceiptItem prove(Path target, Revision revision, ReceiptItem done) throws IOException {
    if (done.outcome() != Outcome.RECOVERED) {
      return item(revision, Outcome.REFUSED, done.why());
    }
    FileState state = revision.state();
    if (!isAsRecorded(target, state)) {
      return item(
          revision, Outcome.REFUSED, "what came back is not what was recorded; check the drive");
    }
    if (state.link().isPresent()) {
      return item(revision, Outcome.RECOVERED, "");
    }
    return opened(target, revision);
  }

  /** Bit for bit; of a link, where it leads to. */
  private boolean isAsRecorded(Path target, FileState state) throws IOException {
    if (state.link().isPresent()) {
      return Files.readSymbolicLink(target)
          .equals(ShelfPaths.linkTarget(target.getFileSystem(), state.link().get()));
    }
    if (Files.size(target) != state.size() || state.content().isEmpty()) {
      return false;
    }
    try (FileChannel channel =
        FileChannel.open(target, StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS)) {
      return store.catalogue().contents().isIn(channel, state.content().get(), 1);
    }
  }

  private ReceiptItem opened(Path target, Revision revision) {
    Optional<String> found = found(target, revision.state().size());
    Optional<String> before =
        Optional.ofNullable(foundBefore.get(revision.file()))
            .map(numbers -> numbers.get(revision.number()));
    if (before.isPresent() && !before.equals(found)) {
      // The bytes are proven: it is the reader that is another now, or had no time.
      return item(
          revision,
          Outcome.RECOVERED,
          "a reader found %s in it once and finds %s now"
              .formatted(before.get(), found.orElse("nothing")));
    }
    opened += found.isPresent() ? 1 : 0;
    return item(
        revision,
        Outcome.RECOVERED,
        found.map(much -> DrillCertificate.OPENED + much).orElse("no reader opens it"));
  }

  private Optional<String> found(Path target, long size) {
    try {
      return Measure.of(insides.measure(new FileContent(target, size)));
    } catch (IOException e) {
      // A reader that gives up says nothing of the bytes, which are proven already.
      return Optional.empty();
    }
  }

  private ReceiptItem item(Revision revision, Outcome outcome, String why) {
    FileState state = revision.state();
    return new ReceiptItem(
        where(revision),
        OptionalLong.of(revision.file()),
        OptionalInt.of(revision.number()),
        outcome,
        state.size(),
        why,
        Optional.of(state),
        Optional.empty());
  }

  private String where(Revision revision) {
    try {
      return shelfOf(revision).name() + ": " + revision.state().path().shown();
    } catch (IOException e) {
      return revision.state().path().shown();
    }
  }

  /** How long recovering so much would take. */
  Duration forecast(long smallFiles, long smallBytes, long largeBytes) {
    double nanos =
        small.isMeasured()
            ? small.forFiles(smallFiles)
            : large.isMeasured() ? large.forBytes(smallBytes) : 0;
    nanos += large.isMeasured() ? large.forBytes(largeBytes) : small.forBytes(largeBytes);
    return Duration.ofNanos((long) nanos);
  }
}
