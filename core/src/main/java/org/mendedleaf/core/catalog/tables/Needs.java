package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * Counts how often each content and chunk is needed, so that it is known at once whether something
 * may be destroyed. Every row carries a number that follows from the others: a bit that flipped in
 * any of them is noticed before something is taken for dead, and so is a row that is missing where
 * one must be. Changes are gathered and written in the order of their keys, which is much faster.
 * For one thread, inside a transaction.
 */
public final class Needs {

  /**
   * The part of an id that names it: two that agree in it are counted as one, which errs on the
   * side of keeping.
   */
  static final int KEY = 16;

  private static final String[] COLUMNS = {"uses", "parts", "leaning", "copies", "named"};

  // Odd and apart from each other, and small enough that sums of products stay integers.
  private static final long[] WEIGHTS = {
    2654435761L, 2246822519L, 3266489917L, 668265263L, 374761393L
  };
  private static final long EMPTY = 97;

  private static final ProvenNeed NEVER = new ProvenNeed(new Need(0, 0, 0, 0, 0), EMPTY);

  private final Sql sql;
  private final Map<ContentRef, Integer> uses = new HashMap<>();
  private final Map<byte[], int[]> changes = new TreeMap<>(Arrays::compareUnsigned);

  Needs(Sql sql) {
    this.sql = sql;
  }

  /**
   * How often something is needed.
   *
   * @param uses by revisions, and by receipts that keep what stood there
   * @param parts by contents that it is a part of
   * @param leaning records that lean on it, some of which may be gone
   * @param copies records that hold it besides the one that is used
   * @param named lines of receipts that name it
   */
  public record Need(long uses, long parts, long leaning, long copies, long named) {
    boolean isLiving() {
      return uses > 0 || parts > 0;
    }
  }

  static byte[] key(ContentId id) {
    return Arrays.copyOf(id.bytes(), KEY);
  }

  /** A revision or a receipt needs this content once more, or once less. */
  void use(ContentRef content, int by) {
    uses.merge(content, by, Integer::sum);
  }

  /** A record leans on this chunk. */
  void lean(ContentId base, long record) throws IOException {
    change(base, 2, sql.update("INSERT OR IGNORE INTO leans VALUES (?,?)", key(base), record));
  }

  /** Another record holds this as well. */
  void copy(ContentId id, long record, int start, int size) throws IOException {
    change(
        id,
        3,
        sql.update("INSERT OR IGNORE INTO copy VALUES (?,?,?,?)", key(id), record, start, size));
  }

  /** A line of a receipt names this content. */
  void name(ContentId content, RevisionKey line) throws IOException {
    int added =
        sql.update(
            "INSERT OR IGNORE INTO naming VALUES (?,?,?)",
            key(content),
            line.segment(),
            line.line());
    change(content, 4, added);
  }

  /** Takes a need back. */
  void unname(ContentId content, RevisionKey line) throws IOException {
    int removed =
        sql.update(
            "DELETE FROM naming WHERE content = ? AND segment = ? AND line = ?",
            key(content),
            line.segment(),
            line.line());
    change(content, 4, -removed);
  }

  /** What a receipt's line needs and names, more or less by one. */
  void useItem(RevisionKey line, String item, int by) throws IOException {
    ReceiptItem.decode(item)
        .before()
        .flatMap(FileState::content)
        .ifPresent(content -> use(content, by));
    for (ContentId content : MetadataFormat.contents(MetadataFormat.parse(item))) {
      if (by > 0) {
        name(content, line);
      } else {
        unname(content, line);
      }
    }
  }

  private void change(ContentId id, int column, int by) {
    if (by != 0) {
      changes.computeIfAbsent(key(id), key -> new int[COLUMNS.length])[column] += by;
    }
  }

  /** Writes what has changed. */
  void flush(ContentReader contents) throws IOException {
    for (Map.Entry<ContentRef, Integer> one : uses.entrySet()) {
      int by = one.getValue();
      change(one.getKey().id(), 0, by);
      if (one.getKey().levels() > 0 && by != 0) {
        long before = of(one.getKey().id()).uses();
        if (before == 0) {
          parts(contents, one.getKey(), 1);
        } else if (before + by == 0) {
          parts(contents, one.getKey(), -1);
        }
      }
    }
    uses.clear();
    writeChanges();
  }

  private void writeChanges() throws IOException {
    for (Map.Entry<byte[], int[]> one : changes.entrySet()) {
      write(one.getKey(), one.getValue());
    }
    changes.clear();
  }

  private void parts(ContentReader contents, ContentRef content, int by) throws IOException {
    byte[] id = content.id().bytes();
    if (by > 0) {
      Optional<Collection<ContentId>> parts = learn(contents, content);
      sql.update(
          "INSERT OR REPLACE INTO counted VALUES (?,?,?)", id, content.levels(), parts.isPresent());
      parts.ifPresent(all -> all.forEach(part -> change(part, 1, 1)));
      return;
    }
    boolean known =
        sql.first(row -> row.getBoolean(1), "SELECT known FROM counted WHERE content = ?", id)
            .orElseThrow(() -> new UnprovenException("a large content was never counted"));
    if (known) {
      known(content.id())
          .orElseThrow(() -> new UnprovenException("the parts of a large content are missing"))
          .forEach(part -> change(part, 1, -1));
    }
    sql.update("DELETE FROM counted WHERE content = ?", id);
    sql.update("DELETE FROM part WHERE content = ?", id);
  }

  /** Empty if it is damaged, or its sheaf is away: as long as this is so, nothing is erased. */
  private Optional<Collection<ContentId>> learn(ContentReader contents, ContentRef content)
      throws IOException {
    Optional<Collection<ContentId>> there = known(content.id());
    if (there.isPresent()) {
      return there;
    }
    Set<ContentId> parts;
    try {
      parts = contents.parts(content);
    } catch (CatalogueException e) {
      throw e;
    } catch (IOException e) {
      return Optional.empty();
    }
    sql.update("INSERT OR REPLACE INTO part VALUES (?,?)", content.id().bytes(), bytes(parts));
    return Optional.of(parts);
  }

  private Optional<Collection<ContentId>> known(ContentId content) throws IOException {
    return sql.first(
        row -> ids(row.getBytes(1)),
        "SELECT ids FROM part WHERE content = ?",
        (Object) content.bytes());
  }

  /**
   * Counts the large contents whose parts could not be read before.
   *
   * @throws IOException if one still cannot be read
   */
  void countUnknown(ContentReader contents) throws IOException {
    for (ContentRef content : unknown()) {
      Set<ContentId> parts = contents.parts(content);
      sql.update("INSERT OR REPLACE INTO part VALUES (?,?)", content.id().bytes(), bytes(parts));
      sql.update("UPDATE counted SET known = 1 WHERE content = ?", (Object) content.id().bytes());
      parts.forEach(part -> change(part, 1, 1));
    }
    flush(contents);
  }

  /** The large contents whose parts could not be read. */
  List<ContentRef> unknown() throws IOException {
    return sql.list(
        // The size only tells whether it is empty, which nothing large is.
        row -> new ContentRef(ContentId.of(row.getBytes(1)), row.getInt(2), Long.MAX_VALUE),
        "SELECT content, levels FROM counted WHERE known = 0");
  }

  /** The lines of receipts that name a content. */
  public List<RevisionKey> naming(ContentId content) throws IOException {
    List<RevisionKey> lines =
        sql.list(
            row -> new RevisionKey(row.getLong(1), row.getInt(2)),
            "SELECT segment, line FROM naming WHERE content = ?",
            (Object) key(content));
    if (of(content).named() != lines.size()) {
      throw new UnprovenException("which receipts name a content");
    }
    return lines;
  }

  /** What a large content is made of, as far as it is known here. */
  Collection<ContentId> partsOf(ContentId content) throws IOException {
    return known(content).orElse(List.of());
  }

  /** Forgets everything about a content that is not needed any more. */
  void forgetDead(ContentId id) throws IOException {
    if (of(id).isLiving()) {
      return;
    }
    change(id, 2, -sql.update("DELETE FROM leans WHERE base = ?", (Object) key(id)));
    change(id, 3, -sql.update("DELETE FROM copy WHERE id = ?", (Object) key(id)));
    writeChanges();
    sql.update(
        """
        DELETE FROM need WHERE id = ? AND uses = 0 AND parts = 0 AND leaning = 0 AND copies = 0
        AND named = 0""",
        (Object) key(id));
    for (String table : List.of("hurt WHERE id", "traits WHERE content", "part WHERE content")) {
      sql.update("DELETE FROM %s = ?".formatted(table), (Object) id.bytes());
    }
  }

  private static byte[] bytes(Collection<ContentId> ids) {
    ByteBuffer out = ByteBuffer.allocate(ids.size() * ContentId.BYTES);
    ids.forEach(id -> out.put(id.bytes()));
    return out.array();
  }

  private static Collection<ContentId> ids(byte[] bytes) {
    List<ContentId> ids = new ArrayList<>();
    for (int at = 0; at < bytes.length; at += ContentId.BYTES) {
      ids.add(ContentId.of(Arrays.copyOfRange(bytes, at, at + ContentId.BYTES)));
    }
    return ids;
  }

  private void write(byte[] key, int[] by) throws IOException {
    long proof = 0;
    for (int i = 0; i < by.length; i++) {
      proof += by[i] * WEIGHTS[i];
    }
    sql.update(
        """
        INSERT INTO need VALUES (?1,?2,?3,?4,?5,?6,?7 + ?8) ON CONFLICT (id) DO UPDATE SET
          uses = uses + ?2, parts = parts + ?3, leaning = leaning + ?4, copies = copies + ?5,
          named = named + ?6, proof = proof + ?7""",
        key,
        by[0],
        by[1],
        by[2],
        by[3],
        by[4],
        proof,
        EMPTY);
  }

  private record ProvenNeed(Need need, long proof) {}

  /**
   * How often something is needed, as far as it is written.
   *
   * @throws UnprovenException if the row is not what was written
   */
  public Need of(ContentId id) throws IOException {
    ProvenNeed row =
        sql.first(
                found ->
                    new ProvenNeed(
                        new Need(
                            found.getLong(1),
                            found.getLong(2),
                            found.getLong(3),
                            found.getLong(4),
                            found.getLong(5)),
                        found.getLong(6)),
                "SELECT uses, parts, leaning, copies, named, proof FROM need WHERE id = ?",
                (Object) key(id))
            .orElse(NEVER);
    if (proof(row.need()) != row.proof()) {
      throw new UnprovenException("how often a content is needed");
    }
    return row.need();
  }

  private static long proof(Need need) {
    return EMPTY
        + need.uses() * WEIGHTS[0]
        + need.parts() * WEIGHTS[1]
        + need.leaning() * WEIGHTS[2]
        + need.copies() * WEIGHTS[3]
        + need.named() * WEIGHTS[4];
  }
}
