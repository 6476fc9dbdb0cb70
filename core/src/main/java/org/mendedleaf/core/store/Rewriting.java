package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.mendedleaf.core.store.format.Base;
import org.mendedleaf.core.store.format.Codec;
import org.mendedleaf.core.store.format.Compression;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.RecordHead;
import org.mendedleaf.core.store.format.RecordKind;
import org.mendedleaf.core.store.format.SheafFormat;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafReader;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * Writes what lives on in some sheaves into new ones, so that the old ones can be retired and
 * deleted: every sheaf that holds something dead, or a record that leans on something dead.
 * Committing that is for the caller. Safe beside readers and writers.
 */
public final class Rewriting {

  /** More than so many bytes are not pressed as hard as they can be in one go: it takes long. */
  private static final long MOST_PRESSED = 64L << 20;

  private final Store store;
  private final ChunkIndex index;
  private long pressed;

  Rewriting(Store store, ChunkIndex index) {
    this.store = store;
    this.index = index;
  }

  /**
   * What was written. The sheaves are durable, and no commit mentions them yet.
   *
   * @param sheaves what lives on
   * @param retired the sheaves that are not needed any more once that is committed
   * @param freed bytes of files that there will be fewer
   * @param unused how many of them belong to files that were out of use already
   * @param abandoned what writers that died have left; it is deleted once that is committed
   * @param missed what was to go or to be said otherwise, and lies in none of the sheaves
   */
  public record Rewritten(
      List<FinishedSheaf> sheaves,
      List<SheafId> retired,
      long freed,
      long unused,
      List<AbandonedWrites.Abandoned> abandoned,
      Set<ContentId> missed) {

    public Rewritten {
      sheaves = List.copyOf(sheaves);
      retired = List.copyOf(retired);
      abandoned = List.copyOf(abandoned);
    }
  }

  /**
   * The records to write anew.
   *
   * @param concerned the sheaves in use that hold something dead or something to be said otherwise,
   *     or a record that leans on something dead; oldest first
   * @param unused the sheaves whose files are there and that are not in use, because they were
   *     retired already or because whoever wrote them never committed: they may hold what is dead
   *     and are retired with the others
   * @param dead chunks and chunk lists that nothing living needs
   * @param instead metadata blocks that keep their ids and say something else from now on
   */
  public record Task(
      List<SheafId> concerned,
      List<SheafId> unused,
      Set<ContentId> dead,
      Map<ContentId, byte[]> instead) {

    public Task {
      concerned = List.copyOf(concerned);
      unused = List.copyOf(unused);
      dead = Set.copyOf(dead);
      instead = Map.copyOf(instead);
    }
  }

  /**
   * The bytes that would be freed.
   *
   * @param bytes of files that there will be fewer
   * @param unused how many of them belong to files that were out of use already
   * @param missed what was to go or to be said otherwise, and lies in none of the sheaves
   */
  public record FreedRoom(long bytes, long unused, Set<ContentId> missed) {}

  /**
   * Writes everything but what is dead.
   *
   * @throws DamagedContentException if something that lives on cannot be read; nothing is left then
   */
  public Rewritten write(Task task) throws IOException {
    try (NewSheaves output = new NewSheaves.WrittenSheaves(store)) {
      List<AbandonedWrites.Abandoned> abandoned = store.abandonedWrites().find();
      long unused = unused(task, abandoned);
      Set<ContentId> missed = new HashSet<>();
      long before = unused + rewrite(task, output, missed);
      List<FinishedSheaf> written = output.finish();
      List<SheafId> retired = new ArrayList<>(task.unused());
      retired.addAll(task.concerned());
      return new Rewritten(
          written, retired, before - output.bytes(), unused, abandoned, Set.copyOf(missed));
    }
  }

  /** What writing it would free, exactly; nothing is written, and no room is needed. */
  public FreedRoom weigh(Task task) throws IOException {
    try (NewSheaves output = new NewSheaves.WeighedSheaves(store.description())) {
      long unused = unused(task, store.abandonedWrites().find());
      Set<ContentId> missed = new HashSet<>();
      long before = unused + rewrite(task, output, missed);
      var unusedNone = output.finish();
      return new FreedRoom(before - output.bytes(), unused, Set.copyOf(missed));
    }
  }

  private long unused(Task task, List<AbandonedWrites.Abandoned> abandoned) throws IOException {
    long bytes = abandoned.stream().mapToLong(AbandonedWrites.Abandoned::bytes).sum();
    for (SheafId sheaf : task.unused()) {
      bytes += sizeOrGone(sheaf);
    }
    return bytes;
  }

  /** Returns the bytes of the sheaves that were read. */
  private long rewrite(Task task, NewSheaves output, Set<ContentId> missed) throws IOException {
    missed.addAll(task.dead());
    missed.addAll(task.instead().keySet());
    Leaning leaning = new Leaning(store.sheaves(), index, task.dead());
    long before = 0;
    for (SheafId sheaf : task.concerned()) {
      for (RecordHead head : store.sheaves().reading(sheaf, SheafReader::heads)) {
        head.directory().forEach(entry -> missed.remove(entry.id()));
        rewrite(sheaf, head, task.dead(), task.instead(), leaning, output);
      }
      before += Files.size(store.layout().sheaf(sheaf));
    }
    return before;
  }

  /** Another desk may be deleting what it has retired. */
  private long sizeOrGone(SheafId sheaf) throws IOException {
    try {
      return Files.size(store.layout().sheaf(sheaf));
    } catch (NoSuchFileException e) {
      return 0;
    }
  }

  /** Deletes what was written but will not be committed. */
  public void drop(Rewritten rewritten) throws IOException {
    for (FinishedSheaf sheaf : rewritten.sheaves()) {
      store.packing().delete(sheaf.id());
    }
  }

  private static boolean concerns(
      RecordHead head, Set<ContentId> dead, Map<ContentId, byte[]> instead) {
    return head.directory().stream()
            .anyMatch(entry -> dead.contains(entry.id()) || instead.containsKey(entry.id()))
        || head.bases().stream().anyMatch(base -> dead.contains(base.chunk()));
  }

  private void rewrite(
      SheafId sheaf,
      RecordHead head,
      Set<ContentId> dead,
      Map<ContentId, byte[]> instead,
      Leaning leaning,
      NewSheaves output)
      throws IOException {
    SheafFormat.Extent extent = head.extent();
    if (!concerns(head, dead, instead)) {
      output.takeOver(sheaf, extent);
      return;
    }
    if (head.kind() == RecordKind.META) {
      ContentId id = head.directory().get(0).id();
      output.append(Packer.metadata(id, Objects.requireNonNull(instead.get(id))));
      return;
    }
    Location at = new Location(sheaf, extent.offset(), extent.length(), 0, 0, head.depth());
    byte[] plain = store.sheaves().block(at, index);
    List<StoredRecord.ChunkEntry> living = new ArrayList<>();
    byte[] kept = new byte[plain.length];
    int length = 0;
    int from = 0;
    for (StoredRecord.ChunkEntry entry : head.directory()) {
      if (!dead.contains(entry.id())) {
        System.arraycopy(plain, from, kept, length, entry.length());
        length += entry.length();
        living.add(entry);
      }
      from += entry.length();
    }
    if (!living.isEmpty()) {
      List<Base> bases = leaning.insteadOf(head, living);
      byte[] dictionary = store.sheaves().bases(bases, index);
      byte[] left = Arrays.copyOf(kept, length);
      StoredRecord written =
          Packer.content(head.kind(), left, living, bases, dictionary, leaning.depthOn(bases));
      boolean lostBase = head.bases().stream().anyMatch(base -> dead.contains(base.chunk()));
      if (lostBase && pressed + length <= MOST_PRESSED) {
        // Letting go must not make the store larger than it was.
        pressed += length;
        written = pressed(written, left, dictionary);
      }
      leaning.wrote(head, written);
      output.append(written);
    }
  }

  private static StoredRecord pressed(StoredRecord record, byte[] plain, byte[] dictionary) {
    boolean leans = record.codec() == Codec.ZSTD_ON_BASES;
    byte[] smaller =
        leans
            ? Compression.compressMostOnBases(plain, dictionary)
            : Compression.compressMost(plain);
    return smaller.length >= record.payload().length
        ? record
        : new StoredRecord(
            record.kind(),
            leans ? Codec.ZSTD_ON_BASES : Codec.ZSTD,
            record.depth(),
            record.plainLength(),
            record.bases(),
            record.directory(),
            smaller);
  }
}
