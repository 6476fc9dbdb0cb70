package org.mendedleaf.core.joining;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.LogHead;
import org.mendedleaf.core.store.Segment;
import org.mendedleaf.core.store.SegmentLog;
import org.mendedleaf.core.store.SheafId;
import org.mendedleaf.core.store.Store;

/**
 * The log whose commits are committed anew.
 *
 * @param contents reads what they mention
 * @param fork where it parts from the log here
 * @param lastCommonFile the last file that was numbered before that, as far as it is known there
 * @param isSpool whether it is what was recorded on this desk while the store was away: then there
 *     is nothing wrong with either log
 */
public record OtherLog(
    SegmentLog log, ContentReader contents, Fork fork, long lastCommonFile, boolean isSpool) {

  /** The log of another copy of the store. */
  public static OtherLog of(Catalogue here, Catalogue other) throws IOException {
    SegmentLog log = other.store().log();
    Fork fork = Fork.between(here.store().log(), here.commits(), log);
    return new OtherLog(
        log, other.contents(), fork, other.files().lastFileBefore(fork.first()), false);
  }

  /**
   * What waits in a spool; read from its sheaves alone, so that no tables are needed.
   *
   * @param here the store's, which knows all that was there before
   */
  public static OtherLog ofSpool(Catalogue here, Store spool) throws IOException {
    SegmentLog log = spool.log();
    log.beginAfter(new LogHead(-1, Segment.NO_PREDECESSOR));
    long first = log.firstNumber();
    long end = first;
    List<SheafId> sheaves = new ArrayList<>();
    for (var segment = log.read(end); segment.isPresent(); segment = log.read(++end)) {
      sheaves.addAll(sheavesOf(segment.get()));
    }
    ContentReader contents = spool.reader(SheafIndex.of(spool, sheaves));
    return new OtherLog(
        log, contents, new Fork(first, end, true), here.files().lastFileBefore(first), true);
  }

  private static List<SheafId> sheavesOf(Segment segment) throws IOException {
    return CommitHeader.decode(segment.lines().get(0)).sheaves();
  }
}
