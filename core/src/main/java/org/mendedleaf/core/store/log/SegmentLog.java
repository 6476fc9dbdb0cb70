package org.mendedleaf.core.store.log;

import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.TreeSet;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.drive.ReadOnlyStoreException;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.StoreCipher;
import org.mendedleaf.core.store.format.StoreLayout;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The one ordered log of a store. A commit is published as the next number if that is still free,
 * so that any number of desks agree on one order. Readers probe for the next number; they never
 * list. Safe for several threads and several processes.
 *
 * <p>All of it stands twice, in the folder {@code log} and in the folder {@code twin}. What counts
 * as committed is decided in the first alone; a segment that is damaged or missing there is read
 * from the other.
 */
public final class SegmentLog {

  private static final Logger LOG = LoggerFactory.getLogger(SegmentLog.class);

  private static final String WHAT_NOW =
      "Nothing is written there, so that nothing more is lost; what can be read can be looked at and recovered. Bring back what is lost from a copy of the store's folder.";
  private static final String OR_WITHOUT =
      WHAT_NOW
          + " “mended-leaf verify --repair” takes it over from a mirror, or with --from from another copy of the store’s folder; “mended-leaf verify --accept-log” goes on without it.";

  private final StoreLayout layout;
  private final Durability durability;
  private final RandomGenerator random;
  private final @Nullable StoreCipher cipher;
  private final LogFolder first;
  private final LogFolder twin;

  private volatile @Nullable LogHead seen;
  private volatile @Nullable LogHead begins;
  // How far files reach was looked up once; what others publish later follows on what they read.
  private volatile boolean looked;

  public SegmentLog(
      StoreLayout layout,
      Durability durability,
      RandomGenerator random,
      @Nullable StoreCipher cipher) {
    this.layout = layout;
    this.random = random;
    this.cipher = cipher;
    this.durability = durability;
    this.first = new LogFolder(layout.log(), layout, durability, true, random, cipher);
    // It need not be waited for: what a power cut takes from it is put there again.
    this.twin = new LogFolder(layout.twin(), layout, durability, false, random, cipher);
  }

  /**
   * The segment of this number, checked by its own hash, or empty if there is none yet.
   *
   * @throws DamagedContentException if neither copy of it is whole
   */
  public Optional<Segment> read(long number) throws IOException {
    IOException hurt = null;
    try {
      Optional<Segment> segment = first.read(number);
      if (segment.isPresent()) {
        return segment;
      }
    } catch (IOException e) {
      hurt = e;
    }
    Optional<Segment> copy = fromTwin(number);
    if (copy.isEmpty() && hurt != null) {
      throw hurt;
    }
    return copy;
  }

  /**
   * The second copy, where it continues what lies before it: an earlier program may have written on
   * after an earlier state of the store was put back, without knowing of it.
   */
  private Optional<Segment> fromTwin(long number) throws IOException {
    Optional<Segment> copy = twin.read(number);
    return copy.isPresent() && continues(copy.get()) ? copy : Optional.empty();
  }

  private boolean continues(Segment segment) throws IOException {
    if (segment.number() == 0) {
      return segment.previous().equals(Segment.NO_PREDECESSOR);
    }
    for (LogFolder folder : List.of(first, twin)) {
      Optional<byte[]> before = folder.whole(segment.number() - 1);
      if (before.isPresent()) {
        return SegmentFormat.hash(before.get()).equals(segment.previous());
      }
    }
    // Neither copy of the one before is whole: nothing speaks against it.
    return true;
  }

  /** The number of its first segment: 0, but for a spool, which goes on where its store is away. */
  public long firstNumber() {
    LogHead before = begins;
    return before == null ? 0 : before.number() + 1;
  }

  /**
   * Lets the log of a spool begin with its first segment, or after the given one if it has none
   * yet.
   */
  public void beginAfter(LogHead last) throws IOException {
    NavigableSet<Long> there = first.singles();
    Optional<Segment> of = there.isEmpty() ? Optional.empty() : read(there.first());
    begins = of.map(one -> new LogHead(one.number() - 1, one.previous())).orElse(last);
  }

  /** Says how far the log was seen before: nothing is published in place of what was there. */
  public void expect(LogHead head) {
    seen = head;
  }

  /** Goes on from where the log ends now, whatever was seen before. */
  public void forgetExpected() {
    seen = null;
  }

  /**
   * What is wrong with the end of the log, as a sentence; empty if it is whole as far as it was
   * seen.
   *
   * @param end number after the last segment that can be read
   */
  public Optional<String> trouble(long end) throws IOException {
    LogHead expected = seen;
    if (expected != null && expected.number() >= end) {
      return Optional.of(
          "The log of the store %s ends with commit %d, but this desk has seen commit %d: %s lost. %s"
              .formatted(
                  layout.root(),
                  end - 1,
                  expected.number(),
                  expected.number() == end ? "one is" : (expected.number() - end + 1) + " are",
                  OR_WITHOUT));
    }
    if (expected != null
        && read(expected.number()).filter(one -> one.hash().equals(expected.hash())).isEmpty()) {
      return Optional.of(
          "Commit %d of the store %s is another than this desk has seen: somebody has put an earlier state of the store back and worked on. %s"
              .formatted(expected.number(), layout.root(), OR_WITHOUT));
    }
    NavigableSet<Long> there = numbers();
    boolean hurt = isHurt(end);
    long missing = firstNumber();
    while (there.contains(missing)) {
      missing++;
    }
    long lost = hurt ? Math.min(end, missing) : missing;
    long after = there.tailSet(lost, false).size();
    // What another desk has published meanwhile follows on.
    return !hurt && missing >= end && after == 0
        ? Optional.empty()
        : Optional.of(
            "Commit %d of the store %s is missing or damaged, and %d after it cannot be read for that. %s"
                .formatted(lost, layout.root(), after, WHAT_NOW));
  }

  /** Whether there is a segment of this number of which neither copy is whole. */
  private boolean isHurt(long number) throws IOException {
    try {
      var unused = read(number);
      return false;
    } catch (DamagedContentException e) {
      return true;
    }
  }

  /** All numbers that anything in either folder has, told by the names of files alone. */
  private NavigableSet<Long> numbers() throws IOException {
    NavigableSet<Long> numbers = new TreeSet<>();
    for (LogFolder folder : List.of(first, twin)) {
      numbers.addAll(folder.singles());
      for (long fold : folder.folds()) {
        for (long number = fold; number < fold + LogFold.SEGMENTS; number++) {
          numbers.add(number);
        }
      }
    }
    return numbers;
  }

  /** The number after the last segment that follows on, looked for from there downwards. */
  public long end(long from) throws IOException {
    long end = from;
    while (end > firstNumber() && !first.has(end - 1) && !twin.has(end - 1)) {
      end--;
    }
    return end;
  }

  /** A number whose segment is lost in the one folder is taken as long as the other has it. */
  private boolean isTaken(long number) throws IOException {
    try {
      return first.has(number) || fromTwin(number).isPresent();
    } catch (DamagedContentException e) {
      return true;
    }
  }

  private void requireSound(long number, ContentId previous) throws IOException {
    LogHead before = begins;
    boolean isFirst = number == firstNumber() && (before == null || before.hash().equals(previous));
    if (!isFirst && read(number - 1).filter(one -> one.hash().equals(previous)).isEmpty()) {
      if (Files.notExists(layout.log())) {
        throw new StoreAwayException(layout.root());
      }
      throw new BrokenLogException(
          "Commit %d of the store %s is not there any more, or another one is. %s"
              .formatted(number - 1, layout.root(), OR_WITHOUT));
    }
    LogHead expected = seen;
    boolean behind = expected != null && expected.number() >= number;
    if (behind || !looked || isTaken(number + 1)) {
      Optional<String> trouble = trouble(number);
      // Another desk may have published meanwhile: then this number is taken, and no harm done.
      if (trouble.isPresent() && read(number).isEmpty()) {
        throw new BrokenLogException(trouble.get());
      }
      looked = true;
    }
  }

  /**
   * Publishes a segment.
   *
   * @param previous hash of segment {@code number - 1}
   * @return the segment, durable; or empty if another desk published that number first
   * @throws BrokenLogException if it would take the place of what is lost
   */
  public Optional<Segment> publish(long number, ContentId previous, List<String> lines)
      throws IOException {
    if (isTaken(number)) {
      if (isHurt(number)) {
        throw new BrokenLogException(trouble(number).orElseThrow());
      }
      return Optional.empty();
    }
    if (!durability.isWritable()) {
      throw new ReadOnlyStoreException(layout.root());
    }
    requireSound(number, previous);
    byte[] bytes =
        cipher == null
            ? SegmentFormat.encode(number, previous, lines)
            : SegmentFormat.encode(number, previous, lines, cipher, random);
    if (!first.publish(number, bytes)) {
      return Optional.empty();
    }
    try {
      twin.put(number, bytes);
    } catch (IOException e) {
      // It is committed; the second copy is made up for when there is nothing else to do.
      LOG.info("Log segment {} stands only once so far: {}", number, e.getMessage());
    }
    return Optional.of(SegmentFormat.decode(bytes, number, first.name(number), cipher));
  }

  /**
   * Puts each complete thousand of segments before {@code end} into one file, and whatever stands
   * only once into the other folder; returns how many segments were folded. Safe beside readers and
   * other desks.
   */
  public int fold(long end) throws IOException {
    var unused = complete(end);
    int folded = first.fold(end);
    var unusedTwin = twin.fold(end);
    return folded;
  }

  /** Whether a complete thousand of segments before {@code end} lies in files of its own. */
  public boolean isWorthFolding(long end) {
    return first.isWorthFolding(end);
  }

  /** Copies what only one of the two folders has; returns how many segments. */
  private int complete(long end) throws IOException {
    NavigableSet<Long> here = first.singles();
    NavigableSet<Long> there = twin.singles();
    return copy(here, first, there, twin, end) + copy(there, twin, here, first, end);
  }

  private int copy(
      NavigableSet<Long> from, LogFolder source, NavigableSet<Long> to, LogFolder target, long end)
      throws IOException {
    int copied = 0;
    for (long number : from.headSet(end, false)) {
      if (!to.contains(number) && target.whole(number).isEmpty()) {
        Optional<byte[]> bytes = source.whole(number);
        if (bytes.isPresent() && fits(number, bytes.get())) {
          target.put(number, bytes.get());
          copied++;
        }
      }
    }
    return copied;
  }

  /** Whether these are the bytes of what this log has under the number. */
  private boolean fits(long number, byte[] bytes) throws IOException {
    return read(number).filter(one -> one.hash().equals(SegmentFormat.hash(bytes))).isPresent();
  }

  /** Looks at both copies of every segment before {@code end}. */
  public List<HurtSegment> hurt(long end) throws IOException {
    List<HurtSegment> hurt = new ArrayList<>();
    for (long number = 0; number < end; number++) {
      Optional<byte[]> here = first.whole(number);
      Optional<byte[]> there = twin.whole(number);
      if (here.isEmpty()) {
        hurt.add(HurtSegment.in(first, number, there.isPresent()));
      }
      boolean other =
          here.isPresent() && there.isPresent() && !Arrays.equals(here.get(), there.get());
      // Where the second copy was never made, nothing is hurt; it is made in idle moments.
      if (other || (there.isEmpty() && (here.isEmpty() || twin.isHurt(number)))) {
        hurt.add(HurtSegment.in(twin, number, here.isPresent()));
      }
    }
    return hurt;
  }

  /**
   * Puts the whole copy of each of these segments in the place of the other; what has no whole copy
   * stays as it is.
   *
   * @return how many were mended
   */
  public int mend(List<HurtSegment> hurt, long end) throws IOException {
    int mended = 0;
    for (HurtSegment one : hurt) {
      Optional<byte[]> here = first.whole(one.number());
      Optional<byte[]> whole = here.isPresent() ? here : twin.whole(one.number());
      if (whole.isPresent() && fits(one.number(), whole.get())) {
        (here.isPresent() ? twin : first).put(one.number(), whole.get());
        mended++;
      }
    }
    if (mended > 0) {
      var unused = fold(end);
    }
    return mended;
  }

  /** Takes a commit over from another copy of this log, byte for byte. */
  public void take(Segment segment, SegmentLog from) throws IOException {
    byte[] bytes = from.wholeBytes(segment.number());
    first.put(segment.number(), bytes);
    twin.put(segment.number(), bytes);
  }

  private byte[] wholeBytes(long number) throws IOException {
    Optional<byte[]> bytes = first.whole(number);
    return bytes.isPresent()
        ? bytes.get()
        : twin.whole(number)
            .orElseThrow(() -> new DamagedContentException(first.name(number), "it is damaged"));
  }

  /** Whether neither copy of a segment is there and whole. */
  public boolean isLost(long number) throws IOException {
    return isHurt(number) || read(number).isEmpty();
  }

  /** Whether a segment continues what lies before it, and is continued by what lies behind. */
  public boolean wouldFit(Segment segment) throws IOException {
    if (!continues(segment)) {
      return false;
    }
    for (LogFolder folder : List.of(first, twin)) {
      Optional<byte[]> after = folder.whole(segment.number() + 1);
      if (after.isPresent()) {
        return SegmentFormat.decode(
                after.get(), segment.number() + 1, folder.name(segment.number() + 1), cipher)
            .previous()
            .equals(segment.hash());
      }
    }
    return true;
  }
}
