package org.mendedleaf.core.store;

import java.io.Closeable;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.drive.Access;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.DescriptionFiles;
import org.mendedleaf.core.store.format.SheafFormat;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafReader;
import org.mendedleaf.core.store.format.StoreFormatException;
import org.mendedleaf.core.store.format.StoreLayout;
import org.mendedleaf.core.store.log.BrokenLogException;
import org.mendedleaf.core.store.log.Segment;

/**
 * A second copy of a store at another place: the same files, and a mark that it is no place to
 * record into. It is only ever added to from its store, each file checked before it counts, so that
 * no damage is taken over and a mirror that was pulled out at any moment catches up. What the store
 * has given up stays for a while longer. For one thread at a time.
 */
public final class Mirror implements Closeable {

  /** The time for which a mirror keeps what its store no longer has. */
  public static final Duration KEEPS = Duration.ofDays(7);

  private final Store copy;

  private Mirror(Store copy) {
    this.copy = copy;
  }

  /** Asked between files. */
  public interface Between {
    void file(long bytes) throws IOException;
  }

  /** Says of sheaves whether the log itself retired all of them: what a mirror has may go then. */
  public interface Retired {
    boolean are(List<SheafId> sheaves) throws IOException;
  }

  /**
   * Makes a mirror in a folder that is empty or does not exist yet, or opens the one that lies
   * there.
   *
   * @throws java.nio.file.FileAlreadyExistsException if something else lies there
   */
  public static Mirror of(Store store, Path folder, Durability durability, RandomGenerator random)
      throws IOException {
    StoreLayout layout = new StoreLayout(folder, store.description().access());
    Optional<MirrorMark> mark = readMark(layout, store);
    if (mark.isPresent() && !mark.get().store().equals(store.description().id())) {
      throw new StoreFormatException(
          "%s is the mirror of another store. Nothing was changed.".formatted(folder));
    }
    if (mark.isEmpty()) {
      layout.access().makeFolders(folder);
      try (DirectoryStream<Path> content = Files.newDirectoryStream(folder)) {
        if (content.iterator().hasNext()) {
          throw new java.nio.file.FileAlreadyExistsException(
              folder.toString(), null, "the folder is not empty");
        }
      }
      layout.access().close(folder);
      // The mark first: what has none is taken for a store, or for somebody else's folder.
      MirrorMark.begin(store.description().id()).write(layout, durability, random);
    }
    layout.access().makeFolders(layout.sheaves());
    layout.access().makeFolders(layout.log());
    return new Mirror(store.at(layout, durability, random));
  }

  /** A mark that is damaged says nothing; whose mirror it is, the description says as well. */
  private static Optional<MirrorMark> readMark(StoreLayout layout, Store store) throws IOException {
    try {
      return MirrorMark.read(layout);
    } catch (DamagedContentException e) {
      String id = new DescriptionFiles(layout).read().id();
      if (!id.equals(store.description().id())) {
        throw e;
      }
      // Everything is compared anew.
      MirrorMark anew = MirrorMark.begin(id);
      anew.write(layout, store.durability().unforced(), store.random());
      return Optional.of(anew);
    }
  }

  /** Where it lies. */
  public Path folder() {
    return copy.root();
  }

  /** Whether a mirror lies in this folder. */
  public static boolean isOne(Path folder) {
    return Files.exists(folder.resolve(MirrorMark.NAME));
  }

  /** What a mirror says of itself. */
  public static Optional<MirrorMark> mark(Path folder) throws IOException {
    return MirrorMark.read(new StoreLayout(folder, Access.OWNER));
  }

  /** Makes it a store like any other, which can be recorded into. */
  public static void becomeStore(Path folder, Durability durability) throws IOException {
    Files.deleteIfExists(folder.resolve(MirrorMark.NAME));
    durability.forceFolder(folder);
  }

  /**
   * Brings it up to its store.
   *
   * @param end number after the last commit of the store
   * @param living the sheaves of the store that hold anything
   * @param retired asked before anything of the mirror is deleted
   * @return what the mirror is from now on
   * @throws BrokenLogException if it has commits that the store does not have
   */
  public MirrorMark bringUp(
      Store from,
      long end,
      Collection<SheafId> living,
      Retired retired,
      Instant now,
      Between between)
      throws IOException {
    MirrorMark before = MirrorMark.read(copy.layout()).orElseThrow();
    long known = known(from, before);
    copy.describeAgain();
    Set<SheafId> there = new HashSet<>(copy.layout().sheavesThere());
    Set<SheafId> wanted = new HashSet<>(living);
    List<SheafId> missing = new ArrayList<>();
    for (SheafId sheaf : living) {
      if (there.contains(sheaf) && isWholeLength(from, sheaf)) {
        continue;
      }
      between.file(from.lengthOf(sheaf));
      if (!copySheaf(from, sheaf)) {
        missing.add(sheaf);
      }
    }
    ContentId last = before.hash();
    for (long number = known; number < end; number++) {
      Segment segment = from.log().read(number).orElseThrow(() -> gone(from));
      copy.log().take(segment, from.log());
      last = segment.hash();
    }
    if (copy.log().isWorthFolding(end)) {
      var unused = copy.log().fold(end);
    }
    there.removeAll(wanted);
    Map<SheafId, Instant> leaving = let(there, before.leaving(), retired, now);
    MirrorMark after =
        furthest(
            from,
            new MirrorMark(before.store(), Optional.of(now), end, last, leaving, missing.size()));
    after.write(copy.layout(), copy.durability(), copy.random());
    AbandonedWrites.delete(copy.abandonedWrites().find());
    return after;
  }

  /** Another desk that knows more of the store may have brought it further meanwhile. */
  private MirrorMark furthest(Store from, MirrorMark ours) throws IOException {
    MirrorMark now = MirrorMark.read(copy.layout()).orElse(ours);
    boolean isFurther =
        now.commits() > ours.commits()
            && from.log()
                .read(now.commits() - 1)
                .filter(one -> one.hash().equals(now.hash()))
                .isPresent();
    return isFurther
        ? new MirrorMark(
            ours.store(), ours.at(), now.commits(), now.hash(), ours.leaving(), ours.missing())
        : ours;
  }

  private static NoSuchFileException gone(Store from) {
    return new NoSuchFileException(from.root().toString());
  }

  /** The number after the last commit that both have. */
  private long known(Store from, MirrorMark before) throws IOException {
    if (before.commits() == 0) {
      return 0;
    }
    boolean same =
        from.log()
            .read(before.commits() - 1)
            .filter(one -> one.hash().equals(before.hash()))
            .isPresent();
    if (!same) {
      throw new BrokenLogException(
          "The mirror in %s has commit %d of the store %s, which the store does not have: either the store has lost it, or somebody has put an earlier state of it back. Nothing was changed in either. “mended-leaf verify --repair” brings back from the mirror what is lost."
              .formatted(copy.root(), before.commits() - 1, from.root()));
    }
    return before.commits();
  }

  /**
   * Gives up the commits that it has, where the store has gone on differently and has taken over
   * what the mirror had beyond it. It is to be brought up next, by another instance.
   */
  public void beginAnew() throws IOException {
    MirrorMark mark = MirrorMark.read(copy.layout()).orElseThrow();
    new MirrorMark(
            mark.store(), mark.at(), 0, Segment.NO_PREDECESSOR, mark.leaving(), mark.missing())
        .write(copy.layout(), copy.durability(), copy.random());
    for (Path log : List.of(copy.layout().log(), copy.layout().twin())) {
      if (Files.isDirectory(log)) {
        try (DirectoryStream<Path> files = Files.newDirectoryStream(log)) {
          for (Path file : files) {
            Files.delete(file);
          }
        }
        copy.durability().forceFolder(log);
      }
    }
  }

  /** A copy that was cut off when a drive was pulled out has another length. */
  private boolean isWholeLength(Store from, SheafId sheaf) throws IOException {
    long length = from.lengthOf(sheaf);
    return length == 0 || copy.lengthOf(sheaf) == length;
  }

  /** Returns whether a whole copy is there now. */
  private boolean copySheaf(Store from, SheafId sheaf) throws IOException {
    return replace(from, copy, sheaf);
  }

  private static boolean replace(Store from, Store to, SheafId sheaf) throws IOException {
    Path target = to.layout().sheaf(sheaf);
    Path part = StoreLayout.pending(target, to.random());
    to.layout().makeFolder(java.util.Objects.requireNonNull(target.getParent()));
    try {
      if (!copyTo(part, from, to, sheaf) || !isWhole(to, part, sheaf)) {
        return false;
      }
      to.durability().replace(part, target);
    } finally {
      // On a drive that is full, each try would take more of it.
      Files.deleteIfExists(part);
    }
    to.sheaves().distrust(sheaf);
    return true;
  }

  private static boolean copyTo(Path part, Store from, Store to, SheafId sheaf) throws IOException {
    try (FileChannel in = FileChannel.open(from.layout().sheaf(sheaf));
        FileChannel out = to.layout().access().create(part)) {
      for (long at = 0; at < in.size(); ) {
        at += in.transferTo(at, in.size() - at, out);
      }
    } catch (NoSuchFileException e) {
      return false;
    }
    to.durability().force(part);
    return true;
  }

  /** Reads every record of what was just written. */
  private static boolean isWhole(Store to, Path file, SheafId sheaf) throws IOException {
    try (SheafReader reader = new SheafReader(to.layout().root(), sheaf, file, to.cipher())) {
      for (SheafFormat.Extent extent : reader.extents()) {
        var unused = reader.record(extent.offset(), extent.length());
      }
      return true;
    } catch (DamagedContentException | StoreFormatException e) {
      return false;
    }
  }

  /** Deletes what the store has not had for long enough, and notes since when for the rest. */
  private Map<SheafId, Instant> let(
      Set<SheafId> notLiving, Map<SheafId, Instant> leaving, Retired retired, Instant now)
      throws IOException {
    Map<SheafId, Instant> rest = new HashMap<>();
    for (SheafId sheaf : notLiving) {
      Instant since = leaving.getOrDefault(sheaf, now);
      if (since.isAfter(now.minus(KEEPS)) || !retired.are(List.of(sheaf))) {
        rest.put(sheaf, since.isAfter(now) ? now : since);
      } else {
        Files.deleteIfExists(copy.layout().sheaf(sheaf));
      }
    }
    return rest;
  }

  /**
   * Puts whole sheaves of the mirror in the place of damaged or lost ones of the store.
   *
   * @return those that are whole in the store now
   */
  public List<SheafId> heal(Store store, Collection<SheafId> hurt, Between between)
      throws IOException {
    List<SheafId> healed = new ArrayList<>();
    for (SheafId sheaf : hurt) {
      between.file(copy.lengthOf(sheaf));
      if (replace(copy, store, sheaf)) {
        healed.add(sheaf);
      }
    }
    return healed;
  }

  /**
   * Reads every byte of the mirror, and takes over anew what is damaged in it.
   *
   * @return how many sheaves were damaged
   */
  public int check(Store from, Collection<SheafId> living, Between between) throws IOException {
    int damaged = 0;
    for (SheafId sheaf : living) {
      between.file(copy.lengthOf(sheaf));
      if (Files.exists(copy.layout().sheaf(sheaf)) && !has(sheaf)) {
        damaged++;
        var unused = copySheaf(from, sheaf);
      }
    }
    long commits = MirrorMark.read(copy.layout()).map(MirrorMark::commits).orElse(0L);
    for (long number = 0; number < commits; number++) {
      if (copy.log().isLost(number)) {
        damaged++;
        copy.log().take(from.log().read(number).orElseThrow(() -> gone(from)), from.log());
      }
    }
    return damaged;
  }

  /**
   * Takes a sheaf over from the store anew.
   *
   * @return whether a whole copy is there now
   */
  public boolean takeAnew(Store from, SheafId sheaf) throws IOException {
    return copySheaf(from, sheaf);
  }

  /** Whether the mirror has a whole copy of a sheaf. */
  public boolean has(SheafId sheaf) throws IOException {
    Path file = copy.layout().sheaf(sheaf);
    return Files.exists(file) && isWhole(copy, file, sheaf);
  }

  /**
   * Puts commits of the mirror into the store that it has lost, or not whole.
   *
   * @return how many
   */
  public int healLog(Store store) throws IOException {
    int healed = 0;
    long commits = MirrorMark.read(copy.layout()).map(MirrorMark::commits).orElse(0L);
    for (long number = 0; number < commits; number++) {
      if (store.log().isLost(number)) {
        Optional<Segment> segment = copy.log().read(number);
        if (segment.isPresent() && store.log().wouldFit(segment.get())) {
          store.log().take(segment.get(), copy.log());
          healed++;
        }
      }
    }
    return healed;
  }

  @Override
  public void close() {
    copy.close();
  }
}
