package org.mendedleaf.core.joining;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.log.LogHead;
import org.mendedleaf.core.store.log.Segment;
import org.mendedleaf.core.store.log.SegmentLog;

/**
 * The log whose commits are committed anew.
 *
 * @param contents reads what they mention
 * @param fork which of its commits the log here does not have
 * @param common how many commits both have: what they number is called the same in both
 * @param lastCommonFile the last file that was numbered in them, as far as it is known there
 * @param isSpool whether it is what was recorded on this desk while the store was away: then there
 *     is nothing wrong with either log
 */
public record OtherLog(
    SegmentLog log,
    ContentReader contents,
    Fork fork,
    long common,
    long lastCommonFile,
    boolean isSpool) {

  /**
   * Whether a spool goes on from commits that the store does not have any more, as after its mirror
   * has taken its place. Then nothing is told by its number alone.
   */
  public boolean isOfLostCommits() {
    return isSpool && common == 0;
  }

  /** The shelves of which its commits speak, by their numbers there. */
  public Set<Long> shelves() throws IOException {
    Set<Long> shelves = new LinkedHashSet<>();
    for (long number = fork.first(); number < fork.end(); number++) {
      header(log.read(number).orElseThrow()).shelf().ifPresent(shelves::add);
    }
    return shelves;
  }

  /** Whether this is one of its commits, and no other log's that was joined with the one here. */
  boolean has(LogHead commit) throws IOException {
    return commit.number() >= fork.first()
        && commit.number() < fork.end()
        && log.read(commit.number()).map(Segment::hash).equals(Optional.of(commit.hash()));
  }

  /** The log of another copy of the store. */
  public static OtherLog of(Catalogue here, Catalogue other) throws IOException {
    SegmentLog log = other.store().log();
    Fork fork = Fork.between(here.store().log(), here.commits(), log);
    long last = other.files().lastFileBefore(fork.first());
    return new OtherLog(log, other.contents(), fork, fork.first(), last, false);
  }

  /** What waits in a spool; read from its sheaves alone, so that no tables are needed. */
  public static OtherLog ofSpool(Catalogue here, Store spool) throws IOException {
    SegmentLog log = spool.log();
    log.beginAfter(new LogHead(-1, Segment.NO_PREDECESSOR));
    long first = log.firstNumber();
    long end = first;
    List<SheafId> sheaves = new ArrayList<>();
    for (var segment = log.read(end); segment.isPresent(); segment = log.read(++end)) {
      sheaves.addAll(header(segment.get()).sheaves());
    }
    ContentReader contents = spool.reader(SheafIndex.of(spool, sheaves));
    Fork fork = new Fork(first, end, true);
    return new OtherLog(log, contents, fork, goesOnFrom(here, log) ? first : 0, 0, true);
  }

  /** Whether the commit before the first of a spool is in the log here. */
  private static boolean goesOnFrom(Catalogue here, SegmentLog spool) throws IOException {
    long first = spool.firstNumber();
    return here.store()
        .log()
        .read(first - 1)
        .map(Segment::hash)
        .equals(spool.read(first).map(Segment::previous));
  }

  private static CommitHeader header(Segment segment) throws IOException {
    return CommitHeader.decode(segment.lines().get(0));
  }
}
