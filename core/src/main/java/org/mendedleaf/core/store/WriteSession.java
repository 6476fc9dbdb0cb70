package org.mendedleaf.core.store;

import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.drive.ReadOnlyStoreException;
import org.mendedleaf.core.store.format.Base;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafWriter;
import org.mendedleaf.core.store.format.StoreCipher;
import org.mendedleaf.core.store.format.StoreLayout;
import org.mendedleaf.core.store.format.StoredRecord;
import org.mendedleaf.core.store.log.StoreAwayException;

/**
 * All writing for one commit: new chunks from any number of {@link ContentWriter}s and blocks of
 * metadata, appended to a shared sheaf. {@link #finish} makes all of it durable; {@link #close}
 * without it leaves nothing behind but sheaves that no commit mentions.
 *
 * <p>Safe for several threads; the lock of this object guards the current sheaf.
 */
public final class WriteSession implements Closeable {

  private final StoreLayout layout;
  private final Durability durability;
  private final Sheaves sheaves;
  private final @Nullable StoreCipher cipher;
  private final ChunkIndex index;
  private final Chunker chunker;
  private final long sheafLimit;
  private final RandomGenerator random;
  private final Set<ContentId> claimed = ConcurrentHashMap.newKeySet();
  // What this session found there already and does not store itself.
  private final Set<ContentId> reliedOn = ConcurrentHashMap.newKeySet();
  // Of the sheaves that were asked about, -1 where there is none.
  private final Map<SheafId, Long> lengths = new ConcurrentHashMap<>();
  private final long erasuresBefore;
  private final List<FinishedSheaf> finished = new ArrayList<>();
  private final List<SheafId> own = new ArrayList<>();
  private @Nullable SheafWriter current;
  private long bytesAppended;

  WriteSession(Store store, ChunkIndex index) {
    this.layout = store.layout();
    this.durability = store.durability();
    this.sheaves = store.sheaves();
    this.cipher = store.cipher();
    this.index = index;
    this.erasuresBefore = index.erasures();
    this.chunker = new Chunker(store.description().cutting());
    this.sheafLimit = store.description().sheafLimit();
    this.random = store.random();
  }

  /**
   * A writer for the use of one thread; {@link ContentWriter#flush} it before finishing, and close
   * it.
   */
  public ContentWriter writer() {
    return new ContentWriter(this, chunker, new ContentReader(sheaves, index));
  }

  /**
   * Stores one block of metadata and returns its random id.
   *
   * @param block JSON lines, UTF-8
   */
  public ContentId metadata(byte[] block) throws IOException {
    byte[] name = new byte[ContentId.BYTES];
    random.nextBytes(name);
    ContentId id = ContentId.of(name);
    append(Packer.metadata(id, block));
    return id;
  }

  /** Bytes of records appended so far, in all sheaves. */
  public synchronized long bytesAppended() {
    return bytesAppended;
  }

  /** Makes everything durable. The sheaves hold all that was appended. */
  public synchronized List<FinishedSheaf> finish() throws IOException {
    roll();
    if (!finished.isEmpty()) {
      durability.forceFolder(layout.sheaves());
    }
    List<FinishedSheaf> done = List.copyOf(finished);
    finished.clear();
    return done;
  }

  @Override
  public synchronized void close() throws IOException {
    if (current != null) {
      current.close();
      current = null;
    }
  }

  /**
   * Whether this chunk is new and the caller is the one to store it.
   *
   * <p>A chunk counts as there only if a commit holds it: the sheaf of another session in progress
   * may never be committed.
   */
  boolean claim(ContentId id) throws IOException {
    Optional<Location> at = index.locate(id);
    if (at.isPresent() && isWhole(id, at.get())) {
      reliedOn.add(id);
      return false;
    }
    return claimed.add(id);
  }

  /**
   * Whether a commit holds all of these whole; from then on this session relies on them, so that
   * {@link #check} tells if they were erased meanwhile.
   */
  public boolean relyOn(Collection<ContentId> parts) throws IOException {
    for (ContentId part : parts) {
      Optional<Location> at = index.locate(part);
      if (at.isEmpty() || !isWhole(part, at.get())) {
        return false;
      }
    }
    reliedOn.addAll(parts);
    return true;
  }

  /**
   * What is known to be damaged, or whose sheaf is gone or cut off, does not count as held: it is
   * stored again, and from then on that copy is used.
   */
  private boolean isWhole(ContentId id, Location at) throws IOException {
    Long length = lengths.get(at.sheaf());
    if (length == null) {
      length = sheaves.length(at.sheaf());
      lengths.put(at.sheaf(), length);
    }
    return at.offset() + at.length() <= length && !index.isHurt(id);
  }

  /**
   * Looks whether all that this session relied on is still there, and whether its own sheaves are:
   * an erasure also does away with sheaves that no commit mentions. To be asked before committing.
   *
   * @throws ErasedMeanwhileException if it is not
   */
  public void check() throws IOException {
    if (index.erasures() == erasuresBefore) {
      return;
    }
    for (SheafId sheaf : own()) {
      if (index.isRetired(sheaf)) {
        throw new ErasedMeanwhileException();
      }
    }
    for (ContentId id : reliedOn) {
      if (index.locate(id).isEmpty()) {
        throw new ErasedMeanwhileException();
      }
    }
  }

  private synchronized List<SheafId> own() {
    return List.copyOf(own);
  }

  synchronized void append(StoredRecord record) throws IOException {
    if (current == null) {
      if (!durability.isWritable()) {
        throw new ReadOnlyStoreException(layout.root());
      }
      if (!layout.isThere()) {
        throw new StoreAwayException(layout.root());
      }
      current = new SheafWriter(layout, durability, SheafId.random(random), cipher);
    }
    long before = current.length();
    current.append(record);
    bytesAppended += current.length() - before;
    if (current.length() >= sheafLimit) {
      roll();
    }
  }

  byte[] baseBytes(List<Base> bases) throws IOException {
    return sheaves.bases(bases, index);
  }

  int depthOn(List<Base> bases) throws IOException {
    int deepest = -1;
    for (Base base : bases) {
      reliedOn.add(base.chunk());
      deepest = Math.max(deepest, index.locate(base.chunk()).map(Location::depth).orElse(0));
    }
    return deepest + 1;
  }

  /**
   * The base itself if its depth allows another record on it, else what it leans on itself, at most
   * {@code lowered} deep. Empty if it is not in a committed sheaf.
   */
  List<Base> stepDown(Base base, int deepest, int lowered) throws IOException {
    Location at = index.locate(base.chunk()).orElse(null);
    if (at == null) {
      return List.of();
    }
    if (at.depth() <= deepest) {
      return List.of(base);
    }
    List<Base> lower = new ArrayList<>();
    for (Base next : sheaves.record(at).bases()) {
      lower.addAll(stepDown(next, lowered, lowered));
    }
    return lower;
  }

  private void roll() throws IOException {
    if (current != null) {
      FinishedSheaf sheaf = current.finish();
      finished.add(sheaf);
      own.add(sheaf.id());
      current = null;
    }
  }
}
