package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;

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
   */
  public record Rewritten(
      List<FinishedSheaf> sheaves,
      List<SheafId> retired,
      long freed,
      long unused,
      List<AbandonedWrites.Abandoned> abandoned) {

    public Rewritten {
      sheaves = List.copyOf(sheaves);
      retired = List.copyOf(retired);
      abandoned = List.copyOf(abandoned);
    }
  }

  /**
   * Writes everything but what is dead. Sheaves that are not in use, because they were retired
   * already or because whoever wrote them never committed, are retired with the others: they may
   * hold what is dead.
   *
   * @param sheaves all that are in use
   * @param dead chunks and chunk lists that nothing living needs
   * @param instead metadata blocks that keep their ids and say something else from now on
   * @throws DamagedContentException if something that lives on cannot be read; nothing is left then
   */
  public Rewritten without(
      List<SheafId> sheaves, Set<ContentId> dead, Map<ContentId, byte[]> instead)
      throws IOException {
    Leaning leaning = new Leaning(store.sheaves(), index, dead);
    List<SheafId> retired = new ArrayList<>();
    Set<SheafId> used = Set.copyOf(sheaves);
    try (Output output = new Output()) {
      List<AbandonedWrites.Abandoned> abandoned = store.abandonedWrites().find();
      long before = abandoned.stream().mapToLong(AbandonedWrites.Abandoned::bytes).sum();
      for (SheafId sheaf : store.layout().sheavesThere()) {
        if (!used.contains(sheaf)) {
          retired.add(sheaf);
          before += sizeOrGone(sheaf);
        }
      }
      long unused = before;
      for (SheafId sheaf : sheaves) {
        List<RecordHead> heads = store.sheaves().reading(sheaf, SheafReader::heads);
        if (heads.stream().anyMatch(head -> concerns(head, dead, instead))) {
          for (RecordHead head : heads) {
            rewrite(sheaf, head, dead, instead, leaning, output);
          }
          retired.add(sheaf);
          before += Files.size(store.layout().sheaf(sheaf));
        }
      }
      List<FinishedSheaf> written = output.finish();
      long after = written.stream().mapToLong(FinishedSheaf::bytes).sum();
      return new Rewritten(written, retired, before - after, unused, abandoned);
    }
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
      Output output)
      throws IOException {
    SheafFormat.Extent extent = head.extent();
    if (!concerns(head, dead, instead)) {
      output.append(
          store
              .sheaves()
              .reading(sheaf, reader -> reader.record(extent.offset(), extent.length())));
      return;
    }
    if (head.kind() == RecordKind.META) {
      ContentId id = head.directory().get(0).id();
      output.append(Packer.metadata(id, instead.get(id)));
      return;
    }
    Location at = new Location(sheaf, extent.offset(), extent.length(), 0, 0, head.depth());
    byte[] plain = store.sheaves().block(at, index);
    List<StoredRecord.Entry> living = new ArrayList<>();
    byte[] kept = new byte[plain.length];
    int length = 0;
    int from = 0;
    for (StoredRecord.Entry entry : head.directory()) {
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

  /** New sheaves, one after another, none larger than the store wants. */
  private final class Output implements java.io.Closeable {
    private final List<FinishedSheaf> finished = new ArrayList<>();
    private SheafWriter current;
    private boolean done;

    void append(StoredRecord record) throws IOException {
      if (current == null) {
        current =
            new SheafWriter(store.layout(), store.durability(), SheafId.random(store.random()));
      }
      current.append(record);
      if (current.length() >= store.description().sheafLimit()) {
        roll();
      }
    }

    List<FinishedSheaf> finish() throws IOException {
      roll();
      if (!finished.isEmpty()) {
        store.durability().forceFolder(store.layout().sheaves());
      }
      done = true;
      return finished;
    }

    private void roll() throws IOException {
      if (current != null) {
        finished.add(current.finish());
        current = null;
      }
    }

    @Override
    public void close() throws IOException {
      if (current != null) {
        current.close();
      }
      if (!done) {
        for (FinishedSheaf sheaf : finished) {
          store.packing().delete(sheaf.id());
        }
      }
    }
  }
}
