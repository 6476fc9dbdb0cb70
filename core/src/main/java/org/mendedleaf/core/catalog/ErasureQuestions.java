package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.store.ContentId;
import org.mendedleaf.core.store.ContentRef;

/** Questions about what needs which content. Safe for several threads. */
final class ErasureQuestions {

  private final Sql sql;

  ErasureQuestions(Sql sql) {
    this.sql = sql;
  }

  private record Needed(RevisionKey by, ContentRef content) {}

  /** Every content of every revision but these. */
  List<ContentRef> contents(Set<RevisionKey> but) throws IOException {
    return sql
        .list(
            row ->
                new Needed(
                    new RevisionKey(row.getLong(1), row.getInt(2)),
                    new ContentRef(ContentId.of(row.getBytes(3)), row.getInt(4), row.getLong(5))),
            "SELECT segment, line, content, levels, size FROM revision WHERE content IS NOT NULL")
        .stream()
        .filter(needed -> !but.contains(needed.by()))
        .map(Needed::content)
        .toList();
  }

  /** Every content that was kept since a recovery put another in its place, but of these items. */
  List<ContentRef> keptBefore(Set<RevisionKey> but) throws IOException {
    record Kept(RevisionKey by, Optional<ContentRef> content) {}
    return sql
        .list(
            row ->
                new Kept(
                    new RevisionKey(row.getLong(1), row.getInt(2)),
                    ReceiptItem.decode(row.getString(3)).before().flatMap(FileState::content)),
            "SELECT segment, line, item FROM receipt_item")
        .stream()
        .filter(kept -> !but.contains(kept.by()))
        .flatMap(kept -> kept.content().stream())
        .toList();
  }

  Optional<ReceiptItem> item(RevisionKey key) throws IOException {
    return sql.first(
        row -> ReceiptItem.decode(row.getString(1)),
        "SELECT item FROM receipt_item WHERE segment = ? AND line = ?",
        key.segment(),
        key.line());
  }
}
