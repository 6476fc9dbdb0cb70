package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineContext;
import org.mendedleaf.core.catalog.lines.LineKinds;
import org.mendedleaf.core.catalog.lines.MetadataBlocks;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.log.Segment;
import org.mendedleaf.core.store.log.SegmentLog;

/**
 * Reads single lines of the log, whose every byte is checked. A segment may have thousands of
 * lines, so whoever needs many lines names them together first. For one thread.
 */
public final class LoggedLines {

  /** The number of segments that are kept whole, for lines that are asked for one by one. */
  private static final int KEPT = 4;

  private final SegmentLog log;
  private final ContentReader contents;
  private final Sql sql;
  private final Map<RevisionKey, LoggedLine> fetched = new HashMap<>();
  private final Map<Long, Loaded> loaded =
      new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Loaded> eldest) {
          return size() > KEPT;
        }
      };

  public LoggedLines(SegmentLog log, ContentReader contents, Sql sql) {
    this.log = log;
    this.contents = contents;
    this.sql = sql;
  }

  private record Loaded(
      Segment segment, CommitHeader header, MetadataBlocks blocks, long countsFrom) {}

  /** A line of the log with what it is read by. */
  public record LoggedLine(Detail detail, LineContext in) {

    public RevisionKey key() {
      return in.key();
    }

    public boolean isErased() throws IOException {
      return in.blocks().isErased(detail);
    }
  }

  /** Reads these lines, each segment once; they are at hand until others are fetched. */
  void fetch(Collection<RevisionKey> keys) throws IOException {
    fetched.clear();
    List<RevisionKey> sorted = new ArrayList<>(keys);
    sorted.sort(Comparator.comparingLong(RevisionKey::segment));
    for (RevisionKey key : sorted) {
      fetched.put(key, read(key));
    }
  }

  LoggedLine line(RevisionKey key) throws IOException {
    LoggedLine known = fetched.get(key);
    return known == null ? read(key) : known;
  }

  private LoggedLine read(RevisionKey key) throws IOException {
    Loaded of = load(key.segment());
    if (key.line() < 1 || key.line() >= of.segment().lines().size()) {
      throw new UnprovenException("which line of the log says something");
    }
    Detail detail = LineKinds.decode(of.segment().lines().get(key.line()));
    MetadataBlocks blocks =
        detail.place().isPresent() ? of.blocks().only(detail.place().get()) : of.blocks();
    return new LoggedLine(detail, new LineContext(key, of.header(), blocks, of.countsFrom()));
  }

  List<LoggedLine> lines(List<RevisionKey> keys) throws IOException {
    List<LoggedLine> lines = new ArrayList<>();
    for (RevisionKey key : keys) {
      lines.add(line(key));
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
