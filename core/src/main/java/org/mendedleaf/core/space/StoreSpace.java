package org.mendedleaf.core.space;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.questions.SpaceQuestions.StoredChunk;
import org.mendedleaf.core.catalog.questions.SpaceQuestions.Use;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * The pieces that each revision of a store needs, so that it can be told at once what belongs to
 * some of them alone. A piece that several need is counted once, and freed only with the last of
 * them. Unchangeable after loading; safe for several threads.
 */
public final class StoreSpace {

  /**
   * Bytes.
   *
   * @param plain of the pieces themselves; exact
   * @param disk their part of the records that they are stored in: what the store's files become
   *     smaller by, about, since pieces that were stored together are written anew
   */
  public record SpaceBytes(long plain, long disk) {}

  /** The share of all pieces from which counting in a list of all is quicker. */
  private static final int MUCH = 16;

  // Pieces, by ordinal.
  private final long[] plain;
  private final double[] disk;
  private final int[] pieceUses;
  // Contents, by ordinal.
  private final int[][] parts;
  private final int[] contentUses;
  private final Map<ContentId, Integer> contents;
  private final List<Use> uses;
  private final long commit;

  private StoreSpace(
      long commit,
      List<Use> uses,
      Map<ContentId, Integer> contents,
      int[] contentUses,
      int[][] parts,
      long[] plain,
      double[] disk) {
    this.commit = commit;
    this.uses = List.copyOf(uses);
    this.contents = contents;
    this.contentUses = contentUses;
    this.parts = parts;
    this.plain = plain;
    this.disk = disk;
    this.pieceUses = new int[plain.length];
    for (int[] of : parts) {
      for (int piece : of) {
        pieceUses[piece]++;
      }
    }
  }

  /** Asks the catalogue, and the store for what large contents are made of. */
  public static StoreSpace load(Catalogue catalogue) throws IOException {
    long commit = catalogue.commits();
    // Two long lists, on a connection each.
    CompletableFuture<List<Use>> asked = CompletableFuture.supplyAsync(() -> uses(catalogue));
    List<StoredChunk> stored = catalogue.space().stored();
    Map<ContentId, Integer> pieces = new HashMap<>(stored.size() * 2);
    long[] plain = new long[stored.size()];
    double[] disk = new double[stored.size()];
    weigh(stored, pieces, plain, disk);
    List<Use> uses;
    try {
      uses = asked.join();
    } catch (CompletionException e) {
      if (e.getCause() instanceof UncheckedIOException problem) {
        throw problem.getCause();
      }
      throw e;
    }
    Map<ContentId, Integer> contents = new HashMap<>();
    List<ContentRef> refs = new ArrayList<>();
    int[] counts = new int[uses.size() + 16];
    for (Use use : uses) {
      counts = count(use.content(), contents, refs, counts);
    }
    for (ContentRef kept : catalogue.space().keptBefore()) {
      counts = count(kept, contents, refs, counts);
    }
    return new StoreSpace(
        commit,
        uses,
        contents,
        Arrays.copyOf(counts, refs.size()),
        parts(catalogue, refs, pieces),
        plain,
        disk);
  }

  private static List<Use> uses(Catalogue catalogue) {
    try {
      return catalogue.space().uses();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** A piece's part of its record is as large as its part of the record's plain bytes. */
  private static void weigh(
      List<StoredChunk> stored, Map<ContentId, Integer> pieces, long[] plain, double[] disk) {
    record RecordAt(long sheaf, long offset) {}
    Map<RecordAt, Long> together = new HashMap<>();
    for (StoredChunk one : stored) {
      together.merge(new RecordAt(one.sheaf(), one.offset()), (long) one.size(), Long::sum);
    }
    for (StoredChunk one : stored) {
      int ordinal = pieces.size();
      pieces.put(one.id(), ordinal);
      plain[ordinal] = one.size();
      long all = Objects.requireNonNull(together.get(new RecordAt(one.sheaf(), one.offset())));
      disk[ordinal] = all == 0 ? one.length() : (double) one.length() * one.size() / all;
    }
  }

  private static int[] count(
      ContentRef content, Map<ContentId, Integer> contents, List<ContentRef> refs, int[] counts) {
    Integer known = contents.putIfAbsent(content.id(), refs.size());
    int ordinal = known == null ? refs.size() : known;
    if (known == null) {
      refs.add(content);
    }
    int[] enough = ordinal < counts.length ? counts : Arrays.copyOf(counts, counts.length * 2);
    enough[ordinal]++;
    return enough;
  }

  private static int[][] parts(
      Catalogue catalogue, List<ContentRef> refs, Map<ContentId, Integer> pieces)
      throws IOException {
    Map<ContentId, byte[]> known = catalogue.space().parts();
    Map<ContentId, byte[]> found = new LinkedHashMap<>();
    ContentReader reader = catalogue.contents();
    int[][] parts = new int[refs.size()][];
    for (int i = 0; i < parts.length; i++) {
      ContentRef content = refs.get(i);
      if (content.levels() == 0) {
        Integer piece = pieces.get(content.id());
        parts[i] = piece == null ? new int[0] : new int[] {piece};
        continue;
      }
      byte[] ids = known.get(content.id());
      if (ids == null) {
        ids = bytes(reader.parts(content));
        found.put(content.id(), ids);
      }
      parts[i] = ordinals(ids, pieces);
    }
    catalogue.remembered().parts(found);
    return parts;
  }

  private static byte[] bytes(Iterable<ContentId> ids) {
    List<ContentId> all = new ArrayList<>();
    ids.forEach(all::add);
    ByteBuffer buffer = ByteBuffer.allocate(all.size() * ContentId.BYTES);
    all.forEach(id -> buffer.put(id.bytes()));
    return buffer.array();
  }

  private static int[] ordinals(byte[] ids, Map<ContentId, Integer> pieces) {
    int[] ordinals = new int[ids.length / ContentId.BYTES];
    int count = 0;
    byte[] id = new byte[ContentId.BYTES];
    for (int at = 0; at < ids.length; at += ContentId.BYTES) {
      System.arraycopy(ids, at, id, 0, ContentId.BYTES);
      Integer piece = pieces.get(ContentId.of(id));
      if (piece != null) {
        ordinals[count++] = piece;
      }
    }
    return Arrays.copyOf(ordinals, count);
  }

  /** Up to which commit this tells. */
  public long commit() {
    return commit;
  }

  /** All revisions that have a content, file by file, oldest first. */
  public List<Use> uses() {
    return uses;
  }

  /** The content of a revision; empty if it has none, or came later. */
  public Optional<ContentId> content(long file, int number) {
    int low = 0;
    int high = uses.size() - 1;
    while (low <= high) {
      int middle = (low + high) >>> 1;
      Use use = uses.get(middle);
      int order =
          use.file() == file
              ? Integer.compare(use.number(), number)
              : Long.compare(use.file(), file);
      if (order == 0) {
        return Optional.of(use.content().id());
      }
      if (order < 0) {
        low = middle + 1;
      } else {
        high = middle - 1;
      }
    }
    return Optional.empty();
  }

  /** What all that is recorded takes, each piece once. */
  public SpaceBytes all() {
    long plainSum = 0;
    double diskSum = 0;
    for (int piece = 0; piece < plain.length; piece++) {
      if (pieceUses[piece] > 0) {
        plainSum += plain[piece];
        diskSum += disk[piece];
      }
    }
    return new SpaceBytes(plainSum, Math.round(diskSum));
  }

  /**
   * What is needed by these contents and by nothing else.
   *
   * @param going one for each revision that would go; a content that several of them have stands
   *     here as often
   */
  public SpaceBytes freedBy(Iterable<ContentId> going) {
    boolean isMuch = going instanceof Collection<?> many && many.size() > contentUses.length / MUCH;
    Freeing freeing = isMuch ? freeing() : new Freeing(new Few(), new Few());
    going.forEach(freeing::letGo);
    return freeing.freed();
  }

  /** How often something was met, by ordinal. */
  private interface CostTally {
    int met(int ordinal);
  }

  /** For a large share of all pieces. */
  private record Many(int[] counts) implements CostTally {
    @Override
    public int met(int ordinal) {
      return ++counts[ordinal];
    }
  }

  /** For a small share, so that asking for one file takes no longer in a large store. */
  private record Few(Map<Integer, Integer> counts) implements CostTally {
    Few() {
      this(new HashMap<>());
    }

    @Override
    public int met(int ordinal) {
      return counts.merge(ordinal, 1, Integer::sum);
    }
  }

  /** The pieces of a content, by ordinal; none if it is not known. */
  int[] pieces(ContentId id) {
    Integer content = contents.get(id);
    return content == null ? new int[0] : parts[content];
  }

  /** A piece's part of the store's files. */
  double disk(int piece) {
    return disk[piece];
  }

  /** The starting state, in which nothing is let go. */
  public Freeing freeing() {
    return new Freeing(new Many(new int[contentUses.length]), new Many(new int[plain.length]));
  }

  /** What is freed by letting go of one revision after another. For one thread. */
  public final class Freeing {
    private final CostTally gone;
    private final CostTally lost;
    private long plainSum;
    private double diskSum;

    private Freeing(CostTally gone, CostTally lost) {
      this.gone = gone;
      this.lost = lost;
    }

    /** Lets go of a revision with this content as well; what it alone needed is freed. */
    public void letGo(ContentId id) {
      Integer content = contents.get(id);
      if (content == null || gone.met(content) != contentUses[content]) {
        return;
      }
      for (int piece : parts[content]) {
        if (lost.met(piece) == pieceUses[piece]) {
          plainSum += plain[piece];
          diskSum += disk[piece];
        }
      }
    }

    private SpaceBytes freed() {
      return new SpaceBytes(plainSum, disk());
    }

    /** What is freed by now, in bytes of the store's files, about. */
    public long disk() {
      return Math.round(diskSum);
    }
  }

  /** What these contents take, each piece once, whoever else needs it. */
  public SpaceBytes of(Iterable<ContentId> some) {
    Set<Integer> seen = new HashSet<>();
    long plainSum = 0;
    double diskSum = 0;
    for (ContentId id : some) {
      Integer content = contents.get(id);
      if (content == null) {
        continue;
      }
      for (int piece : parts[content]) {
        if (seen.add(piece)) {
          plainSum += plain[piece];
          diskSum += disk[piece];
        }
      }
    }
    return new SpaceBytes(plainSum, Math.round(diskSum));
  }
}
