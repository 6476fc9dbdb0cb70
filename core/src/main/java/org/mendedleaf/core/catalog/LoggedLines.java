package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.Segment;
import org.mendedleaf.core.store.SegmentLog;

/** Reads single lines of the log, whose every byte is checked. For one thread. */
final class LoggedLines {

  /** So many segments are kept: those of one file are often those of the next. */
  private static final int KEPT = 32;

  private final SegmentLog log;
  private final ContentReader contents;
  private final Sql sql;
  private final Map<Long, Loaded> loaded =
      new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Loaded> eldest) {
          return size() > KEPT;
        }
      };

  LoggedLines(SegmentLog log, ContentReader contents, Sql sql) {
    this.log = log;
    this.contents = contents;
    this.sql = sql;
  }

  private record Loaded(
      Segment segment, CommitHeader header, MetadataBlocks blocks, long countsFrom) {}

  /**
   * A line of the log with what it is read by.
   *
   * @param countsFrom from when its commit counts for moments
   */
  record Line(
      RevisionKey key, CommitHeader header, Detail detail, MetadataBlocks blocks, long countsFrom) {

    boolean isErased() throws IOException {
      return blocks.isErased(detail);
    }
  }

  /** A line; empty if this program does not know its kind. */
  Optional<Line> line(RevisionKey key) throws IOException {
    Loaded of = load(key.segment());
    if (key.line() < 1 || key.line() >= of.segment().lines().size()) {
      throw new UnprovenException("which line of the log says something");
    }
    return Detail.decode(of.segment().lines().get(key.line()))
        .map(detail -> new Line(key, of.header(), detail, of.blocks(), of.countsFrom()));
  }

  List<Line> lines(List<RevisionKey> keys) throws IOException {
    List<Line> lines = new ArrayList<>();
    for (RevisionKey key : keys) {
      line(key).ifPresent(lines::add);
    }
    return lines;
  }

  Segment segment(long number) throws IOException {
    return load(number).segment();
  }

  CommitHeader header(long number) throws IOException {
    return load(number).header();
  }

  private Loaded load(long number) throws IOException {
    Loaded known = loaded.get(number);
    if (known == null) {
      Segment segment =
          log.read(number)
              .orElseThrow(() -> new UnprovenException("which commits there are in the log"));
      CommitHeader header = CommitHeader.decode(segment.lines().get(0));
      long countsFrom =
          sql.first(
                  row -> row.getLong(1), "SELECT counts_from FROM segment WHERE number = ?", number)
              .orElse(Times.nanos(header.at()));
      known =
          new Loaded(segment, header, new MetadataBlocks(header.blocks(), contents), countsFrom);
      loaded.put(number, known);
    }
    return known;
  }
}
